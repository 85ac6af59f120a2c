import type { Graph } from '../graph/rollUp.ts';
import type { Arrangement } from './arrangement.ts';
import type { Units } from './units.ts';

/**
 * Groups and units as the nodes of one tree: node g is group g, node `arrangement.count + u` is unit u, which stands in
 * its group. Groups in which nothing counts have no units below them.
 */
export interface NodeTree {
  arrangement: Arrangement;
  units: Units;
  /** References between units, from all that counts. */
  graph: Graph;
}

export function nodeOfUnit({ arrangement }: NodeTree, unit: number): number {
  return arrangement.count + unit;
}

/** The unit that a node is; -1 for a group. */
export function unitOfNode({ arrangement }: NodeTree, node: number): number {
  return node < arrangement.count ? -1 : node - arrangement.count;
}

export function parentOfNode({ arrangement, units }: NodeTree, node: number): number {
  return node < arrangement.count ? arrangement.parent[node] : units.group[node - arrangement.count];
}

/** How many units stand in each group and below it. O(groups + units). */
export function unitsBelow({ arrangement, units }: Pick<NodeTree, 'arrangement' | 'units'>): Int32Array {
  const below = new Int32Array(arrangement.count);
  for (const group of units.group) below[group]++;
  for (let group = arrangement.count - 1; group > 0; group--)
    below[arrangement.parent[group]] += below[group];
  return below;
}

/** Children of every group, those with something in them, groups before units, each kind ascending. */
export function childrenOf(tree: Pick<NodeTree, 'arrangement' | 'units'>): number[][] {
  const { arrangement, units } = tree;
  const below = unitsBelow(tree);
  const children: number[][] = Array.from({ length: arrangement.count }, () => []);
  for (let group = 1; group < arrangement.count; group++)
    if (below[group] > 0) children[arrangement.parent[group]].push(group);
  units.group.forEach((group, unit) => children[group].push(arrangement.count + unit));
  return children;
}
