import type { ElementTable } from '../contracts/linked.ts';
import { isWithin, type Arrangement } from './arrangement.ts';
import { unitsAt, type Grain, type Units } from './units.ts';

/**
 * Groups and units as the nodes of one tree: node g is group g, node `arrangement.count + u` is unit u, which stands in
 * its group.
 */
export interface UnitTree {
  arrangement: Arrangement;
  units: Units;
  /** Marks the elements that count with 1, as either end of a dependency: without tests, say, or of a shortlist. */
  counts: Uint8Array;
  /** Children of each group in which anything counts, groups before units, each kind ascending. */
  children: number[][];
}

/** O(elements + groups). */
export function unitTree(
  elements: ElementTable,
  arrangement: Arrangement,
  grain: Grain,
  counts: Uint8Array,
): UnitTree {
  const units = unitsAt(elements, arrangement, grain, counts);
  const below = unitsBelow({ arrangement, units });
  const children: number[][] = Array.from({ length: arrangement.count }, () => []);
  for (let group = 1; group < arrangement.count; group++)
    if (below[group] > 0) children[arrangement.parent[group]].push(group);
  units.group.forEach((group, unit) => children[group].push(arrangement.count + unit));
  return { arrangement, units, counts, children };
}

/** How many units stand in each group and below it. O(groups + units). */
export function unitsBelow({ arrangement, units }: Pick<UnitTree, 'arrangement' | 'units'>): Int32Array {
  const below = new Int32Array(arrangement.count);
  for (const group of units.group) below[group]++;
  for (let group = arrangement.count - 1; group > 0; group--)
    below[arrangement.parent[group]] += below[group];
  return below;
}

export function nodeOfUnit({ arrangement }: UnitTree, unit: number): number {
  return arrangement.count + unit;
}

/** The unit that a node is; -1 for a group. */
export function unitOfNode({ arrangement }: UnitTree, node: number): number {
  return node < arrangement.count ? -1 : node - arrangement.count;
}

export function parentOfNode({ arrangement, units }: UnitTree, node: number): number {
  return node < arrangement.count ? arrangement.parent[node] : units.group[node - arrangement.count];
}

/** True when a node is another or stands below it. */
export function isBelow(tree: UnitTree, node: number, outer: number): boolean {
  if (node === outer) return true;
  if (unitOfNode(tree, outer) >= 0) return false;
  const group = unitOfNode(tree, node) < 0 ? node : parentOfNode(tree, node);
  return isWithin(tree.arrangement, group, outer);
}

/** For each unit, the index of the node in a list that it is or stands below; -1 for none. No node holds another. */
export function nodesOfUnits(tree: UnitTree, nodes: readonly number[]): Int32Array {
  const { arrangement, units } = tree;
  const ofGroup = new Int32Array(arrangement.count).fill(-1);
  const ofUnit = new Int32Array(units.count).fill(-1);
  nodes.forEach((node, i) => {
    const unit = unitOfNode(tree, node);
    if (unit < 0) ofGroup.fill(i, node, arrangement.subtreeEnd[node]);
    else ofUnit[unit] = i;
  });
  for (let unit = 0; unit < units.count; unit++)
    if (ofUnit[unit] < 0) ofUnit[unit] = ofGroup[units.group[unit]];
  return ofUnit;
}
