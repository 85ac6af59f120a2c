import { bundledPaths } from '../../../core/layout/bundledPaths.ts';
import type { Curve } from '../../../core/layout/edgePaths.ts';
import { joinedBreaks, type BrokenLink } from '../../../core/judge/brokenLinks.ts';
import { joinedEnds } from '../../../core/arrangement/ends.ts';
import type { GraphQuery } from './graphQuery.ts';
import { withSignPlaces } from './signPlaces.ts';
import type { GraphEdge, GraphPicture } from './graphView.ts';

/** Where there are more links than this, those that lead from one group into another are drawn together. */
const MANY = 300;

export const isBundled = ({ edges }: Pick<GraphPicture, 'edges'>): boolean => edges.length > MANY;

/** A stretch that links have in common, and what it stands for: all references from within one box into another. */
export interface Bundle {
  link: GraphEdge;
  curve: Curve;
  middle: { x: number; y: number };
  /** Places of its links in the picture. */
  edges: number[];
}

/** The links of a picture as what they have in common, and for each link the bundles along it. O(E · depth). */
export function bundlesOf({ nodes, edges, flow }: Pick<GraphPicture, 'nodes' | 'edges' | 'flow'>): {
  bundles: Bundle[];
  along: number[][];
} {
  const { pieces, piecesOf } = bundledPaths(nodes, edges, flow);
  const bundles = pieces.map(({ from, to, curve, middle, edges: places }): Bundle => {
    const links = places.map((at) => edges[at]);
    return { link: { ...together(links), from, to }, curve, middle, edges: places };
  });
  return { bundles: withSignPlaces(bundles, nodes), along: piecesOf };
}

/** Links as one: against the order, or inferred, where all of them are; what they break is what any of them breaks. */
export function together(links: readonly GraphEdge[]): Omit<GraphEdge, 'from' | 'to'> {
  return {
    references: links.reduce((sum, { references }) => sum + references, 0),
    was: links.reduce<number | null>((sum, { was }) => (was === null ? sum : (sum ?? 0) + was), null),
    isAgainst: links.every(({ isAgainst }) => isAgainst),
    isInferred: links.every(({ isInferred }) => isInferred),
    broken: links.reduce<BrokenLink | null>((sum, { broken }) => joinedBreaks(sum, broken), null),
  };
}

/** So many boxes are named one by one as the ends of a claim. */
const MOST_ENDS = 60;

/**
 * The ends of the claim that a bundle makes, whose places are those of its links; null where there is no such claim: links are
 * hidden, or it has too many boxes of a drawing that does not hold all of their groups.
 */
export function endsOfBundle(
  { nodes, edges, hidden }: Pick<GraphPicture, 'nodes' | 'edges' | 'hidden'>,
  { around, cycle, without }: Pick<GraphQuery, 'around' | 'cycle' | 'without'>,
  { link, edges: places }: Pick<Bundle, 'link' | 'edges'>,
): [from: string, to: string] | null {
  if (hidden > 0) return null;
  const isWhole = around === null && cycle === null && without.length === 0;
  const endOf = (side: 'from' | 'to'): string | null => {
    const { end, kind, isOpen } = nodes[link[side]];
    if (!isOpen || (isWhole && kind !== 'external')) return end;
    const ends = new Set(places.map((at) => nodes[edges[at][side]].end));
    return ends.size > MOST_ENDS ? null : joinedEnds([...ends]);
  };
  const [from, to] = [endOf('from'), endOf('to')];
  return from === null || to === null ? null : [from, to];
}
