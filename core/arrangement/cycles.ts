import { cycles as strongCycles } from '../graph/components.ts';
import { subgraph } from '../graph/minimumFeedbackOrder.ts';
import type { Graph } from '../graph/rollUp.ts';
import { nodeOfUnit, type UnitTree } from './nodes.ts';
import type { Siblings } from './order.ts';

/**
 * A cycle of a picture. Those among the elements of the grain, wherever they stand, are tagged C1, C2, …; those among
 * the children of one group, each standing for all it holds, G1, G2, … Each kind is numbered from the largest.
 */
export interface Cycle {
  tag: string;
  /** Nodes of the tree, ascending. */
  members: number[];
  /** The group whose children the members are; -1 for a cycle among elements of the grain. */
  group: number;
}

/** All cycles of a picture. One among children that is one among elements as well is listed as the latter only. */
export function cyclesOf(tree: UnitTree, graph: Graph, siblings: readonly Siblings[]): Cycle[] {
  const { units } = tree;
  const ofGrain = [...units.isOfGrain.keys()].filter((unit) => units.isOfGrain[unit] === 1);
  const among = ofGrain.length === graph.count ? graph : subgraph(graph, ofGrain);
  const alone = strongCycles(among).map((members) => members.map((i) => nodeOfUnit(tree, ofGrain[i])));
  const known = new Set(alone.map(String));
  const sideBySide: Omit<Cycle, 'tag'>[] = siblings.flatMap(({ group, nodes, graph: own }) =>
    strongCycles(own)
      .map((members) => ({ members: members.map((i) => nodes[i]).sort((a, b) => a - b), group }))
      .filter(({ members }) => !known.has(String(members))),
  );
  sideBySide.sort(
    (a, b) => b.members.length - a.members.length || a.group - b.group || a.members[0] - b.members[0],
  );
  return [
    ...alone.map((members, i) => ({ tag: `C${i + 1}`, members, group: -1 })),
    ...sideBySide.map((cycle, i) => ({ ...cycle, tag: `G${i + 1}` })),
  ];
}
