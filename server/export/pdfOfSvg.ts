import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';
import drawSvg from 'svg-to-pdfkit';

const require = createRequire(import.meta.url);
/** The same faces as on the screen, as the whole files that a document takes its letters from. */
const face = (name: string): Buffer =>
  // The last letter of a file may be an empty one, of which the reader of fonts reads some bytes that are not there.
  Buffer.concat([readFileSync(require.resolve(`@expo-google-fonts/${name}`)), Buffer.alloc(64)]);
const faces = {
  sans: 'ibm-plex-sans/400Regular/IBMPlexSans_400Regular.ttf',
  mono: 'ibm-plex-mono/400Regular/IBMPlexMono_400Regular.ttf',
  'mono bold': 'ibm-plex-mono/600SemiBold/IBMPlexMono_600SemiBold.ttf',
};

/** Signs that the faces do not have, by some that they have. */
const known = (svg: string): string =>
  svg.replace(/[⟨⟩\u2060]/g, (sign) => ({ '⟨': '‹', '⟩': '›' })[sign] ?? '');

/** Pixels of a screen are 96 to the inch, points of a page 72. */
const POINT = 0.75;

/**
 * A picture of ours as a document of one page, as large as the picture, in lines and letters: nothing is drawn as dots. Letters that
 * the two faces do not have are drawn as an empty box.
 */
export async function pdfOfSvg(svg: string): Promise<Uint8Array> {
  const [, width, height] = /<svg[^>]* width="([\d.]+)" height="([\d.]+)"/.exec(svg) ?? [];
  const size: [number, number] = [POINT * Number(width), POINT * Number(height)];
  const page = new PDFDocument({ size, margin: 0, compress: true });
  for (const [name, file] of Object.entries(faces)) page.registerFont(name, face(file));
  const parts: Buffer[] = [];
  const whole = new Promise<Uint8Array>((resolve, reject) => {
    page.on('data', (part: Buffer) => parts.push(part));
    page.on('end', () => resolve(Buffer.concat(parts)));
    page.on('error', reject);
  });
  drawSvg(page, known(svg), 0, 0, {
    width: size[0],
    height: size[1],
    preserveAspectRatio: 'xMinYMin meet',
    fontCallback: (family, isBold) => (family.includes('Mono') ? (isBold ? 'mono bold' : 'mono') : 'sans'),
    // Nothing is fetched: our pictures hold no images.
    imageCallback: () => '',
  });
  page.end();
  return whole;
}
