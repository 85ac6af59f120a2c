import type { Marking } from '../../../core/marks/marking.ts';
import { csvOf } from '../../export/csv.ts';
import { pdfOfSvg } from '../../export/pdfOfSvg.ts';
import { dark, light } from '../../export/sheetLook.ts';
import type { GraphFormat, TextFormat } from './graphFormats.ts';
import { graphSvg, inXml } from './graphSvg.ts';
import type { GraphPicture } from './graphView.ts';

export const graphMediaTypes: Record<GraphFormat, string> = {
  svg: 'image/svg+xml',
  pdf: 'application/pdf',
  dot: 'text/vnd.graphviz',
  graphml: 'application/graphml+xml',
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
      return graphml(picture, caption);
    case 'mermaid':
      return mermaid(picture, caption);
    case 'csv':
      return csv(picture);
    case 'json':
      return `${JSON.stringify({ caption, ...jsonOf(picture) }, null, 1)}\n`;
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

const titleOf = ({ chain, name }: GraphPicture['nodes'][number]): string => [...chain, name].join(' / ');
const quoted = (text: string): string => `"${text.replace(/["\\]/g, '\\$&').replace(/\n/g, ' ')}"`;

function dot(picture: GraphPicture, caption: string): string {
  const { nodes, edges } = picture;
  const inside = nested(picture);
  const lines = ['digraph {', `  label=${quoted(caption)};`, '  compound=true; node [shape=box];'];
  const write = (around: number, indent: string): void => {
    for (const at of inside.get(around) ?? []) {
      if (nodes[at].isOpen) {
        lines.push(`${indent}subgraph cluster_${at} {`, `${indent}  label=${quoted(titleOf(nodes[at]))};`);
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
    const marks = [`label=${quoted(labelOf(edge))}`, `weight=${references}`];
    if (isAgainst) marks.push('color=red', 'constraint=false');
    if (isInferred) marks.push('style=dashed');
    lines.push(`  n${from} -> n${to} [${marks.join(', ')}];`);
  }
  return `${lines.join('\n')}\n}\n`;
}

function graphml(picture: GraphPicture, caption: string): string {
  const { nodes, edges } = picture;
  const inside = nested(picture);
  const data = (key: string, value: string | number | boolean): string =>
    `<data key="${key}">${inXml(String(value))}</data>`;
  const keys = [
    ...['name', 'key', 'kind'].map((id) => [id, 'node', 'string']),
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
      const { key, kind, x, y, width, height, isOpen } = nodes[at];
      lines.push(
        `    <node id="n${at}">${data('name', titleOf(nodes[at]))}${data('key', key)}${data('kind', kind)}` +
          `${data('x', x)}${data('y', y)}${data('width', width)}${data('height', height)}`,
      );
      if (isOpen) {
        lines.push(`    <graph id="n${at}:" edgedefault="directed">`);
        write(at);
        lines.push('    </graph>');
      }
      lines.push('    </node>');
    }
  };
  write(-1);
  edges.forEach(({ from, to, references, isAgainst, isInferred }, at) =>
    lines.push(
      `    <edge id="e${at}" source="n${from}" target="n${to}">${data('references', references)}` +
        `${data('against', isAgainst)}${data('inferred', isInferred)}</edge>`,
    ),
  );
  return `${lines.join('\n')}\n  </graph>\n</graphml>\n`;
}

/** Between quotes everything but those is text there. */
const inMermaid = (text: string): string => `"${text.replaceAll('"', '#quot;').replace(/\n/g, ' ')}"`;

function mermaid(picture: GraphPicture, caption: string): string {
  const { nodes, edges } = picture;
  const inside = nested(picture);
  const lines = [`%% ${caption.replace(/\n/g, ' ')}`, 'flowchart TD'];
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
