import { pathOf } from '../../../core/layout/curves.ts';
import { edgePaths } from '../../../core/layout/edgePaths.ts';
import type { Marking } from '../../../core/marks/marking.ts';
import { documentText } from '../../export/documentText.ts';
import { breakPath, chosenColours, light, type SheetColours } from '../../export/sheetLook.ts';
import { cutMiddle } from '../graphQuery/cut.ts';
import { namesApart } from '../graphQuery/namesApart.ts';
import { bundlesOf, isBundled } from './bundles.ts';
import { changeOf, changeSigns, graphLegend } from './graphLegend.ts';
import type { GraphEdge, GraphNode, GraphPicture } from './graphView.ts';
import { MOST_TINT } from './ink.ts';
import { linkLook, type LinkLook } from './linkLook.ts';
import { withSignPlaces } from './signPlaces.ts';
import { CHARACTER } from './placedGraph.ts';

const MARGIN = 24;
/** Pixels of a line of the sentence and the legend, and of a letter of the sentence. */
const LINE = 17;
const LETTER = 6.6;
const NARROWEST = 560;
const BAR = 4;

/** What no document can hold is left out. */
export const inXml = (text: string): string =>
  documentText(text).replace(
    /[&<>"]/g,
    (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!,
  );

/** A text in lines of so many pixels. */
function inLines(text: string, width: number): string[] {
  const most = Math.max(20, Math.floor(width / LETTER));
  const lines: string[] = [''];
  for (const word of text.trim().split(/\s+/)) {
    const last = lines[lines.length - 1];
    if (last === '') lines[lines.length - 1] = word;
    else if (last.length + 1 + word.length <= most) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/** The drawing as an image that stands for itself: its sentence above it, what the marks mean below. */
export function graphSvg(
  picture: GraphPicture,
  {
    caption,
    colours,
    markOf = () => null,
  }: { caption: string; colours: SheetColours; markOf?: (key: string) => Marking | null },
): string {
  const { nodes, edges, width, height, largest, flow } = picture;
  const wide = Math.max(width, NARROWEST) + 2 * MARGIN;
  const sentence = inLines(caption, wide - 2 * MARGIN);
  const marked = new Set(nodes.map(({ key }) => markOf(key)?.name).filter((name) => name !== undefined));
  const words = [...graphLegend(picture), ...(marked.size > 0 ? [`marked: ${[...marked].join(', ')}`] : [])];
  const legend = inLines(words.join(' · '), wide - 2 * MARGIN);
  const top = MARGIN + sentence.length * LINE + 12;
  const tall = top + height + 20 + legend.length * LINE + MARGIN;
  const names = namesApart(nodes);
  const boxes = nodes.map((node, at) => boxOf(node, names[at], picture, colours, markOf(node.key)));
  const links = isBundled(picture)
    ? bundlesOf(picture).bundles.map(({ link, curve, middle }) => ({ link, path: pathOf([curve]), middle }))
    : withSignPlaces(
        edgePaths(nodes, edges, flow).map(({ edge, ...path }) => ({ link: edges[edge], ...path })),
        nodes,
      );
  const curves = links.map((each) =>
    linkOf(each, linkLook(each.link, { largest, count: links.length }, colours), colours),
  );
  const written = (lines: readonly string[], y: number, fill: string, size: number): string =>
    lines
      .map(
        (line, i) =>
          `<text x="${MARGIN}" y="${y + i * LINE}" fill="${fill}" font-family="IBM Plex Sans, sans-serif" font-size="${size}">${inXml(line)}</text>`,
      )
      .join('');
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${wide}" height="${tall}" viewBox="0 0 ${wide} ${tall}" font-family="IBM Plex Mono, monospace" font-size="12">` +
    `<title>${inXml(caption)}</title><rect width="${wide}" height="${tall}" fill="${colours.sheet}"/>` +
    written(sentence, MARGIN + 8, colours.ink, 13) +
    `<g transform="translate(${MARGIN} ${top})">` +
    boxes.filter((_, at) => nodes[at].isOpen).join('') +
    curves.join('') +
    boxes.filter((_, at) => !nodes[at].isOpen).join('') +
    `</g>${written(legend, top + height + 28, colours.faded, 11)}</svg>`
  );
}

function boxOf(
  node: GraphNode,
  name: string,
  { tint, bar }: GraphPicture,
  colours: SheetColours,
  mark: Marking | null,
): string {
  const { panel, hairline, faded, ink, most, fewer, more } = colours;
  const { x, y, width, height, isOpen, opens, cycle, chain, members, news, holds, split } = node;
  const sign = news === null ? '' : `${changeSigns[news]} `;
  const parts = split === undefined ? '' : ` ÷${split}`;
  const ring = (cycle === null || members !== null ? '' : ` ⟨${cycle}⟩`) + parts;
  const tag = (holds === null ? '' : ` ${holds.toLocaleString('en')}`) + ring;
  const full = members !== null ? node.name : chain.length > 0 ? [...chain, node.name].join('/') : name;
  const room = Math.floor((width - 16) / CHARACTER) - sign.length - tag.length;
  const text = sign + cutMiddle(full, Math.max(4, room)) + tag;
  const stroke = news === null ? (isOpen ? hairline : faded) : news === 'came' ? more : fewer;
  const dash = news === 'gone' ? ' stroke-dasharray="2 3"' : '';
  const share = node.tint === null || !tint || tint.most === 0 ? 0 : node.tint / tint.most;
  const shade =
    share === 0
      ? ''
      : `<rect x="${x}" y="${y}" width="${width}" height="${height}" rx="2" fill="${most}" fill-opacity="${(MOST_TINT * share).toFixed(3)}"/>`;
  const length = node.bar === null || !bar || bar.most === 0 ? 0 : (node.bar / bar.most) * (width - 2);
  const measured =
    length === 0
      ? ''
      : `<rect x="${x + 1}" y="${y + height - BAR - 1}" width="${length.toFixed(1)}" height="${BAR}" fill="${most}"/>`;
  // What could be opened stands on a thick line.
  const ground =
    opens && !isOpen
      ? `<path d="M${x} ${y + height - 1}h${width}" stroke="${stroke}" stroke-width="2"/>`
      : '';
  const middle = (height - (bar === null ? 0 : BAR)) / 2;
  return (
    `<rect x="${x}" y="${y}" width="${width}" height="${height}" rx="2" fill="${isOpen ? 'none' : panel}" stroke="${stroke}"${dash}/>${shade}${markOfBox(node, mark, colours)}${ground}${measured}` +
    `<text x="${x + 8}" y="${y + (isOpen ? 16 : middle + 4)}" fill="${ink}">${inXml(text)}</text>`
  );
}

/** A mark on a box: a line in it, ground over it, or a frame around it. */
function markOfBox(
  { x, y, width, height, isOpen }: GraphNode,
  mark: Marking | null,
  colours: SheetColours,
): string {
  if (mark === null) return '';
  const colour = chosenColours[mark.colour][colours === light ? 0 : 1];
  const tall = isOpen ? 22 : height;
  if (mark.manner === 'line')
    return `<path d="M${x + 8} ${y + tall - 5}h${width - 16}" stroke="${colour}" stroke-width="2"/>`;
  if (mark.manner === 'frame')
    return `<rect x="${x - 2}" y="${y - 2}" width="${width + 4}" height="${height + 4}" fill="none" stroke="${colour}" stroke-width="1.5"/>`;
  return `<rect x="${x}" y="${y}" width="${width}" height="${tall}" fill="${colour}" fill-opacity="0.26"/>`;
}

function linkOf(
  { link, path, middle: { x, y } }: { link: GraphEdge; path: string; middle: { x: number; y: number } },
  { colour, opacity, thickness, dash }: LinkLook,
  { against }: SheetColours,
): string {
  const change = changeOf(link);
  const dashed = dash.length === 0 ? '' : ` stroke-dasharray="${dash.join(' ')}"`;
  const notch = link.isAgainst ? `<path d="M${x - 5} ${y}h10" stroke="${colour}" stroke-width="2"/>` : '';
  const broken =
    link.broken === null
      ? ''
      : `<path d="${breakPath(x, y)}" fill="none" stroke="${against}" stroke-width="2"/>`;
  const sign =
    change === null
      ? ''
      : change === 'came' || change === 'gone'
        ? `<text x="${x + 7}" y="${y + 4}" fill="${colour}" font-weight="bold">${changeSigns[change]}</text>`
        : `<path d="M${x + 6} ${y + (change === 'grew' ? 4 : -4)}h9l-4.5 ${change === 'grew' ? -8 : 8}z" fill="${colour}"/>`;
  return `<path d="${path}" fill="none" stroke="${colour}" stroke-opacity="${opacity.toFixed(2)}" stroke-width="${thickness.toFixed(1)}"${dashed}/>${notch}${broken}${sign}`;
}
