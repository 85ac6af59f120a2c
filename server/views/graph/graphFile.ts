import type { Marking } from '../../../core/marks/marking.ts';
import { csvOf } from '../../export/csv.ts';
import { pdfOfSvg } from '../../export/pdfOfSvg.ts';
import { jsonText, visibleText } from '../../visibleText.ts';
import { dark, light } from '../../export/sheetLook.ts';
import type { GraphFormat, TextFormat } from './graphFormats.ts';
import { graphSvg, inXml } from './graphSvg.ts';
import type { GraphPicture } from './graphView.ts';

export const graphMediaTypes: Record<GraphFormat, string> = {
  svg: 'image/svg+xml',
  pdf: 'application/pdf',
  dot: 'text/vnd.graphviz',
  graphml: 'application/graphml+xml',
  nestedGraphml: 'application/graphml+xml',
  mermaid: 'text/plain',
  csv: 'text/csv',
  json: 'application/json',
};

/** A drawing as a file. `caption` says what it shows, and goes where the format has room for it; `theme` is the sheet of pictures. */
export async function graphFile(
  picture: GraphPicture,
  format: GraphFormat,
  {
    caption,
    theme,
    markOf,
  }: { caption: string; theme: 'light' | 'dark'; markOf?: (key: string) => Marking | null },
): Promise<string | Uint8Array> {
  if (format !== 'svg' && format !== 'pdf') return graphText(picture, format, caption);
  const svg = graphSvg(picture, { caption, colours: theme === 'dark' ? dark : light, markOf });
  return format === 'svg' ? svg : pdfOfSvg(svg);
}

export function graphText(picture: GraphPicture, format: TextFormat, caption: string): string {
  switch (format) {
    case 'dot':
      return dot(picture, caption);
    case 'graphml':
      return graphml(picture, caption, false);
    case 'nestedGraphml':
      return graphml(picture, caption, true);
    case 'mermaid':
      return mermaid(picture, caption);
    case 'csv':
      return csv(picture);
    case 'json':
      return `${jsonText({ caption, ...jsonOf(picture) }, 1)}\n`;
  }
}

/** Nodes by what they stand in: `inside.get(-1)` stand in none. */
function nested({ nodes }: GraphPicture): Map<number, number[]> {
  const inside = new Map<number, number[]>();
  nodes.forEach(({ parent }, at) => inside.set(parent, [...(inside.get(parent) ?? []), at]));
  return inside;
}

/** References as a link is labelled with them: where two surveys are drawn and differ, both figures. */
const labelOf = ({ references, was }: GraphPicture['edges'][number]): string =>
  was === null || was === references ? String(references) : `${was} → ${references}`;

const titleOf = ({ chain, name }: GraphPicture['nodes'][number]): string =>
  visibleText([...chain, name].join(' / '));
const quoted = (text: string): string => `"${visibleText(text).replace(/["\\]/g, '\\$&')}"`;

/**
 * Ranks are worked out over all of it (`newrank`): over one group at a time, groups that use each other stop older versions of Graphviz
 * (“trouble in init_rank”). A link may lead from or to an open group: DOT has no nodes that hold others, so that it ends at an
 * unseen point in the group, cut off at its border.
 */
function dot(picture: GraphPicture, caption: string): string {
  const { nodes, edges } = picture;
  const inside = nested(picture);
  const linked = new Set(edges.flatMap(({ from, to }) => [from, to]));
  const lines = [
    'digraph {',
    `  label=${quoted(caption)};`,
    '  compound=true; newrank=true; node [shape=box];',
  ];
  const write = (around: number, indent: string): void => {
    for (const at of inside.get(around) ?? []) {
      if (nodes[at].isOpen) {
        lines.push(`${indent}subgraph cluster_${at} {`, `${indent}  label=${quoted(titleOf(nodes[at]))};`);
        if (linked.has(at)) lines.push(`${indent}  n${at} [shape=point, style=invis, label=""];`);
        write(at, `${indent}  `);
        lines.push(`${indent}}`);
      } else
        lines.push(
          `${indent}n${at} [label=${quoted(titleOf(nodes[at]))}, tooltip=${quoted(nodes[at].key)}];`,
        );
    }
  };
  write(-1, '  ');
  for (const edge of edges) {
    const { from, to, references, isAgainst, isInferred } = edge;
    // What goes against the order is written the other way round and drawn backwards: so it stands where the order has it.
    const [tail, head] = isAgainst ? [to, from] : [from, to];
    const marks = [`label=${quoted(labelOf(edge))}`, `weight=${Math.min(references, MOST_WEIGHT)}`];
    if (nodes[tail].isOpen && !isWithin(nodes, head, tail)) marks.push(`ltail=cluster_${tail}`);
    if (nodes[head].isOpen && !isWithin(nodes, tail, head)) marks.push(`lhead=cluster_${head}`);
    if (isAgainst) marks.push('color=red', 'dir=back');
    if (isInferred) marks.push('style=dashed');
    lines.push(`  n${tail} -> n${head} [${marks.join(', ')}];`);
  }
  return `${lines.join('\n')}\n}\n`;
}

/** Weights beyond it overflow what lays the drawing out. */
const MOST_WEIGHT = 100;

function isWithin(nodes: GraphPicture['nodes'], node: number, around: number): boolean {
  for (let at = node; at >= 0; at = nodes[at].parent) if (at === around) return true;
  return false;
}

/**
 * Keys as the ids of nodes, all nodes in one graph, and the group of each as an attribute: what reads nested graphs is rare, and what does
 * not loses their nodes. `isNested` puts the nodes of a group into a graph of their own within it.
 */
function graphml(picture: GraphPicture, caption: string, isNested: boolean): string {
  const { nodes, edges } = picture;
  const inside = nested(picture);
  const ids = idsOf(nodes);
  const data = (key: string, value: string | number | boolean): string =>
    `<data key="${key}">${inXml(visibleText(String(value)))}</data>`;
  const keys = [
    ...['name', 'key', 'kind', 'group'].map((id) => [id, 'node', 'string']),
    ['open', 'node', 'boolean'],
    ...['x', 'y', 'width', 'height'].map((id) => [id, 'node', 'double']),
    ['references', 'edge', 'int'],
    ['against', 'edge', 'boolean'],
    ['inferred', 'edge', 'boolean'],
  ].map(([id, of, type]) => `  <key id="${id}" for="${of}" attr.name="${id}" attr.type="${type}"/>`);
  const lines = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<graphml xmlns="http://graphml.graphdrawing.org/xmlns">',
    ...keys,
    `  <graph id="G" edgedefault="directed">`,
    `    <desc>${inXml(caption)}</desc>`,
  ];
  const write = (around: number): void => {
    for (const at of inside.get(around) ?? []) {
      const { key, kind, x, y, width, height, isOpen, parent } = nodes[at];
      lines.push(
        `    <node id="${ids[at]}">${data('name', titleOf(nodes[at]))}${data('key', key)}${data('kind', kind)}` +
          (parent < 0 ? '' : data('group', nodes[parent].key)) +
          `${data('open', isOpen)}${data('x', x)}${data('y', y)}${data('width', width)}${data('height', height)}`,
      );
      if (!isNested) lines.push('    </node>');
      if (isOpen && isNested) lines.push(`    <graph id="${ids[at]}:" edgedefault="directed">`);
      if (isOpen) write(at);
      if (isOpen && isNested) lines.push('    </graph>');
      if (isNested) lines.push('    </node>');
    }
  };
  write(-1);
  edges.forEach(({ from, to, references, isAgainst, isInferred }, at) =>
    lines.push(
      `    <edge id="e${at}" source="${ids[from]}" target="${ids[to]}">${data('references', references)}` +
        `${data('against', isAgainst)}${data('inferred', isInferred)}</edge>`,
    ),
  );
  return `${lines.join('\n')}\n  </graph>\n</graphml>\n`;
}

/** A name of each node that is its alone: what names its end in evidence. */
function idsOf(nodes: GraphPicture['nodes']): string[] {
  const taken = new Map<string, number>();
  return nodes.map(({ end }) => {
    const count = (taken.get(end) ?? 0) + 1;
    taken.set(end, count);
    return inXml(visibleText(count === 1 ? end : `${end} (${count})`));
  });
}

/** Between quotes signs of the format mean something still: HTML, and `%%{…}%%` by which a drawing is set up. */
const inMermaid = (text: string): string =>
  `"${visibleText(text).replace(/["<>&%#`\\]/g, (sign) => `#${sign.charCodeAt(0)};`)}"`;

function mermaid(picture: GraphPicture, caption: string): string {
  const { nodes, edges } = picture;
  const inside = nested(picture);
  const lines = [`%% ${visibleText(caption).replace(/[%{}]/g, ' ')}`, 'flowchart TD'];
  const write = (around: number, indent: string): void => {
    for (const at of inside.get(around) ?? []) {
      if (nodes[at].isOpen) {
        lines.push(`${indent}subgraph n${at} [${inMermaid(titleOf(nodes[at]))}]`);
        write(at, `${indent}  `);
        lines.push(`${indent}end`);
      } else lines.push(`${indent}n${at}[${inMermaid(titleOf(nodes[at]))}]`);
    }
  };
  write(-1, '  ');
  for (const edge of edges)
    lines.push(`  n${edge.from} ${edge.isInferred ? '-.->' : '-->'}|${labelOf(edge)}| n${edge.to}`);
  const against = edges.flatMap(({ isAgainst }, at) => (isAgainst ? [at] : []));
  if (against.length > 0) lines.push(`  linkStyle ${against.join(',')} stroke:#b8362a`);
  return `${lines.join('\n')}\n`;
}

function csv({ nodes, edges }: GraphPicture): string {
  return csvOf([
    ['from', 'to', 'references', 'against', 'inferred'],
    ...edges.map(({ from, to, references, isAgainst, isInferred }) => [
      nodes[from].end,
      nodes[to].end,
      references,
      String(isAgainst),
      String(isInferred),
    ]),
  ]);
}

function jsonOf({ nodes, edges, width, height }: GraphPicture): object {
  return {
    width,
    height,
    nodes: nodes.map(
      ({ key, name, chain, kind, parent, isOpen, cycle, news, x, y, width: w, height: h }) => ({
        ...{ key, name: [...chain, name].join(' / '), kind },
        parent: parent < 0 ? null : nodes[parent].key,
        ...{ isOpen, cycle, news, x, y, width: w, height: h },
      }),
    ),
    edges: edges.map(({ from, to, ...edge }) => ({ from: nodes[from].end, to: nodes[to].end, ...edge })),
  };
}
