import { stronglyConnectedComponents } from '../../../core/graph/components.ts';
import { joinEdges } from '../../../core/graph/rollUp.ts';
import { joinedEnds } from '../../../core/arrangement/ends.ts';
import { withoutSome, rejoined, type DrawnGraph, type DrawnNode } from './drawnGraph.ts';

/**
 * Closed boxes that use each other in a ring as one box, which stands in the innermost open group around all of them. Those of
 * which one is in `apart`, by its end, stay as they are. O(V + E).
 */
export function condensedCycles(drawn: DrawnGraph, apart: ReadonlySet<string>): DrawnGraph {
  const { nodes, links } = drawn;
  const graph = joinEdges(nodes.length, (take) => {
    for (const { from, to, references } of links) if (references > 0) take(from, to, references);
  });
  const { count, componentOf } = stronglyConnectedComponents(graph);
  const members: number[][] = Array.from({ length: count }, () => []);
  componentOf.forEach((component, at) => members[component].push(at));
  const rings = members.filter((ring) => ring.length > 1 && !ring.some((at) => apart.has(nodes[at].end)));
  if (rings.length === 0) return drawn;
  const newPlace = Int32Array.from(nodes.keys());
  const all = [...nodes];
  for (const ring of rings) {
    for (const at of ring) newPlace[at] = all.length;
    all.push(ringNode(nodes, ring));
  }
  return withoutSome(rejoined(links, newPlace, all), (at) => at < nodes.length && newPlace[at] !== at);
}

/** The box that stands for a ring. */
function ringNode(nodes: readonly DrawnNode[], ring: readonly number[]): DrawnNode {
  const own = ring.map((at) => nodes[at]);
  const [first] = own;
  const tag = own.every(({ cycle }) => cycle === first.cycle) ? first.cycle : null;
  return {
    key: `cycle ${first.end}`,
    name: `${tag ?? 'a cycle'} of ${own.length}`,
    kind: 'group',
    end: joinedEnds(own.map(({ end }) => end)),
    isRest: false,
    chain: [],
    parent: innermostAround(nodes, ring),
    isOpen: false,
    opens: true,
    holds: null,
    cycle: tag,
    users: null,
    used: null,
    place: Math.min(...own.map(({ place }) => place)),
    members: own,
    news: own.every(({ news }) => news === 'came') ? 'came' : null,
  };
}

/** The innermost open group that several nodes stand in; -1 for none. */
function innermostAround(nodes: readonly DrawnNode[], some: readonly number[]): number {
  const around = (at: number): number[] => {
    const chain: number[] = [];
    for (let group = nodes[at].parent; group >= 0; group = nodes[group].parent) chain.push(group);
    return chain;
  };
  const others = some.slice(1).map((at) => new Set(around(at)));
  return around(some[0]).find((group) => others.every((chain) => chain.has(group))) ?? -1;
}
