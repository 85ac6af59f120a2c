import { impliedEdges } from '../../../core/graph/impliedEdges.ts';
import { joinEdges } from '../../../core/graph/rollUp.ts';
import { nestedLayout, type PlacedBoxes } from '../../../core/layout/nestedLayout.ts';
import { withBoxesPut } from '../../../core/layout/puttingBoxes.ts';
import { namesApart } from '../graphQuery/namesApart.ts';
import type { DrawnGraph, DrawnLink, DrawnNode } from './drawnGraph.ts';
import type { GraphQuery } from './graphQuery.ts';

/** Pixels: a character of a name, what lies around names, and the bounds of a box. */
export const CHARACTER = 7.3;
const AROUND_NAME = 26;
const SIGN = 18;
const NARROWEST = 70;
const WIDEST = 216;
const HEIGHT = 28;
const BAR = 5;
const PADDING = { padding: 12, heading: 24 };
const DOWN = { gapX: 18, gapY: 46, proportion: 1.7, flow: 'down' as const };
const RIGHT = { gapX: 14, gapY: 74, proportion: 1.5, flow: 'right' as const };

/**
 * Boxes for what is drawn. Where they stand does not follow what is left out as weak: a threshold moves nothing.
 * O(sweeps · (V log V + E)).
 */
export function placedBoxes({ nodes, links }: DrawnGraph, query: GraphQuery): PlacedBoxes {
  const names = namesApart(nodes);
  const parent = nodes.map((node) => node.parent);
  const isOpen = nodes.map((node) => (node.isOpen ? 1 : 0));
  const placed = nestedLayout(
    {
      parent,
      isOpen,
      width: nodes.map((node, at) => widthOf(node, names[at])),
      height: nodes.map(() => HEIGHT + (query.bar === null ? 0 : BAR)),
      graph: joinEdges(nodes.length, (take) => {
        for (const { from, to, references, was } of links) take(from, to, Math.max(1, references, was ?? 0));
      }),
      place: nodes.map(({ place }) => place),
    },
    { ...PADDING, ...(query.flow === 'right' ? RIGHT : DOWN) },
  );
  const at = new Map(nodes.map(({ end }, box) => [end, box]));
  const puts = query.put.flatMap(({ end, x, y }) => {
    const box = at.get(end);
    return box === undefined ? [] : [{ box, x, y }];
  });
  return withBoxesPut({ parent, isOpen }, placed, puts, PADDING);
}

function widthOf(
  { name, chain, opens, cycle, members, news, holds, split }: DrawnNode,
  apart: string,
): number {
  const shown = members !== null ? name : chain.length > 0 ? [...chain, name].join('/') : apart;
  const signs = (opens ? SIGN : 0) + (news === null ? 0 : SIGN);
  const parts = split === undefined ? 0 : (String(split).length + 2) * CHARACTER;
  const tag = cycle === null || members !== null ? 0 : (cycle.length + 3) * CHARACTER;
  const count = holds === null ? 0 : (holds.toLocaleString('en').length + 1) * CHARACTER;
  const text = count + shown.length * CHARACTER + AROUND_NAME;
  return Math.min(WIDEST, Math.max(NARROWEST, text)) + signs + parts + tag;
}

/** Links that are drawn: those that are heavy enough, in either survey, and where it is asked for not implied by a longer path. */
export function keptLinks({ nodes, links }: DrawnGraph, { least, hidesImplied }: GraphQuery): DrawnLink[] {
  const heavy = links.filter(({ references, was }) => Math.max(references, was ?? 0) >= least);
  if (!hidesImplied) return heavy;
  const graph = joinEdges(nodes.length, (take) => links.forEach(({ from, to }) => take(from, to, 1)));
  const implied = impliedEdges(
    graph,
    nodes.map(({ place }) => place),
  );
  const isImplied = ({ from, to }: DrawnLink): boolean => {
    const at = graph.to.subarray(graph.start[from], graph.start[from + 1]).indexOf(to);
    return implied[graph.start[from] + at] === 1;
  };
  return heavy.filter((link) => !isImplied(link));
}
