/** The package brings no types: what is used of it. */
declare module 'svg-to-pdfkit' {
  export default function drawSvg(
    document: PDFKit.PDFDocument,
    svg: string,
    x: number,
    y: number,
    options: {
      width: number;
      height: number;
      preserveAspectRatio: string;
      fontCallback: (family: string, isBold: boolean, isItalic: boolean) => string;
      imageCallback: (link: string) => string;
    },
  ): void;
}
