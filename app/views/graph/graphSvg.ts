import { edgePaths } from '../../../core/layout/edgePaths.ts';
import type { GraphPicture } from '../../../server/views/graph/graphView.ts';
import type { Named } from '../../frame/names/namesApart.ts';
import type { SheetColours } from '../../theme/tokens.ts';
import { inkOf } from './ink.ts';

/** The colours of the sheet that are drawn with. */
export type Inks = Pick<SheetColours, 'sheet' | 'panel' | 'ink' | 'faded' | 'hairline' | 'against'>;

const MARGIN = 24;
const CAPTION = 34;
/** Pixels that a character of a name takes. */
const CHARACTER = 7.3;

const inXml = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!);

/** What has no room loses its middle. */
function fitted(name: string, width: number): string {
  const room = Math.max(4, Math.floor(width / CHARACTER));
  if (name.length <= room) return name;
  const tail = Math.ceil((room - 1) * 0.6);
  return `${name.slice(0, room - 1 - tail)}…${name.slice(-tail)}`;
}

/** The drawing as an image that stands for itself: its sentence above it, what the marks mean below. */
export function graphSvg(
  { nodes, edges, width, height, largest }: GraphPicture,
  { nameOf, caption, inks }: { nameOf: (named: Named) => string; caption: string; inks: Inks },
): string {
  const [wide, tall] = [Math.max(width, 420) + 2 * MARGIN, height + 2 * MARGIN + 2 * CAPTION];
  const box = nodes.map((node) => {
    const { x, y, width: w, height: h, isOpen, opens, cycle } = node;
    const sign = isOpen ? '▾ ' : opens ? '▸ ' : '';
    const tag = cycle === null ? '' : ` ⟨${cycle}⟩`;
    const full = node.chain.length > 0 ? [...node.chain, node.name].join('/') : nameOf(node);
    const name = sign + fitted(full, w - 16 - CHARACTER * (sign.length + tag.length)) + tag;
    const fill = isOpen ? 'none' : inks.panel;
    return (
      `<rect x="${x}" y="${y}" width="${w}" height="${h}" rx="2" fill="${fill}" stroke="${isOpen ? inks.hairline : inks.faded}"/>` +
      `<text x="${x + 8}" y="${y + (isOpen ? 16 : h / 2 + 4)}" fill="${inks.ink}">${inXml(name)}</text>`
    );
  });
  const curves = edgePaths(nodes, edges).map(({ edge, path, middle }) => {
    const { references, isAgainst, isInferred } = edges[edge];
    const colour = isAgainst ? inks.against : inks.ink;
    const dash = isInferred ? ' stroke-dasharray="5 4"' : '';
    const notch = isAgainst
      ? `<path d="M${middle.x - 5} ${middle.y}h10" stroke="${colour}" stroke-width="2"/>`
      : '';
    return `<path d="${path}" fill="none" stroke="${colour}" stroke-opacity="0.6" stroke-width="${inkOf(references, largest).toFixed(1)}"${dash}/>${notch}`;
  });
  const isOpen = (at: number): boolean => nodes[at].isOpen;
  const legend =
    'Lower boxes are used by those above; ink is weight; red and notched: against the order; dashed: inferred.';
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${wide}" height="${tall}" viewBox="0 0 ${wide} ${tall}" font-family="IBM Plex Mono, monospace" font-size="12">` +
    `<title>${inXml(caption)}</title><rect width="100%" height="100%" fill="${inks.sheet}"/>` +
    `<text x="${MARGIN}" y="${MARGIN + 6}" fill="${inks.ink}" font-family="IBM Plex Sans, sans-serif" font-size="13">${inXml(caption)}</text>` +
    `<g transform="translate(${MARGIN} ${MARGIN + CAPTION})">` +
    box.filter((_, at) => isOpen(at)).join('') +
    curves.join('') +
    box.filter((_, at) => !isOpen(at)).join('') +
    `</g><text x="${MARGIN}" y="${tall - MARGIN + 4}" fill="${inks.faded}" font-family="IBM Plex Sans, sans-serif" font-size="11">${legend}</text></svg>`
  );
}
