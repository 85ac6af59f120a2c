import { paintLinks, type PaintedLink, type PaintOrder } from './paintLinks.ts';

/** The thread that paints links: thousands of long curves take longer than a frame, and the page is not to wait for them. */
let links: readonly PaintedLink[] = [];
let wanted: Exclude<PaintOrder, { links: unknown }> | null = null;

onmessage = ({ data }: MessageEvent<PaintOrder>) => {
  if ('links' in data) {
    links = data.links;
    return;
  }
  // Of several that wait, only the last is still looked at.
  if (wanted === null) setTimeout(paintWanted, 0);
  wanted = data;
};

function paintWanted(): void {
  const { area, resolution } = wanted!;
  wanted = null;
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(area.width * resolution)),
    Math.max(1, Math.round(area.height * resolution)),
  );
  const brush = canvas.getContext('2d');
  if (!brush) return;
  paintLinks(brush, links, { area, resolution });
  const image = canvas.transferToImageBitmap();
  postMessage({ area, image }, { transfer: [image] });
}
