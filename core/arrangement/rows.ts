import { rollUpUnits, type Graph } from '../graph/rollUp.ts';
import type { ArrangedSurvey } from './arranged.ts';
import { nodesOfUnits, unitOfNode, unitsBelow, type UnitTree } from './nodes.ts';

/** One row (and column) of a picture, from the top. */
export interface PictureRow {
  /** The group or unit that the row stands for; of a chain of groups, each all that the one above holds, the last. */
  node: number;
  /** The groups of such a chain above the last, outermost first. */
  chain: number[];
  depth: number;
  /** Level among its siblings. */
  level: number;
  /** An open group: a heading for the rows below it, without cells of its own. */
  heading: boolean;
  /** A group that could be opened, or is. */
  opens: boolean;
}

/** What of a question's picture is shown. */
export interface Shown {
  /** The group that the picture begins with. */
  scope: number;
  /** All units below the scope as one list, without their groups. */
  flat: boolean;
  isOpen(group: number): boolean;
  /** True for siblings by name instead of in the one order. */
  byName: boolean;
}

/** Rows of a picture: closed groups, and the units of open ones. O(nodes shown). */
export function pictureRows(arranged: ArrangedSurvey, { scope, flat, isOpen, byName }: Shown): PictureRow[] {
  const { order } = arranged;
  const rows: PictureRow[] = [];
  const layOut = (group: number, depth: number): void => {
    const children = order.children[group];
    // Groups and units are numbered in the order of their names, groups first.
    for (const child of byName ? [...children].sort((a, b) => a - b) : children) {
      if (unitOfNode(arranged, child) >= 0) {
        const level = order.level[child];
        rows.push({ node: child, chain: [], depth, level, heading: false, opens: false });
        continue;
      }
      if (flat) {
        layOut(child, depth);
        continue;
      }
      const chain = chainOf(arranged, child);
      const node = chain.pop()!;
      const heading = isOpen(node) && order.children[node].length > 0;
      rows.push({ node, chain, depth, level: order.level[child], heading, opens: canOpen(arranged, node) });
      if (heading) layOut(node, depth + 1);
    }
  };
  if (order.children[scope]) layOut(scope, 0);
  // Units are numbered in the order of their paths.
  if (flat && byName) rows.sort((a, b) => a.node - b.node);
  return rows;
}

/** A group with nothing to be opened into is shown closed: what it holds itself would be its only row. */
function canOpen({ order, units, arrangement }: ArrangedSurvey, node: number): boolean {
  const children = order.children[node];
  return units.grain !== 'groups' || children.some((child) => child < arrangement.count);
}

/** A group, and those below it down to the first that holds more than one other group. */
export function chainOf({ order, arrangement }: ArrangedSurvey, group: number): number[] {
  const chain = [group];
  for (;;) {
    const below = order.children[chain[chain.length - 1]];
    if (below.length !== 1 || below[0] >= arrangement.count) return chain;
    chain.push(below[0]);
  }
}

/** The row that stands for each unit; -1 for units that none does. */
export function rowsOfUnits(tree: UnitTree, rows: readonly PictureRow[]): Int32Array {
  const shown = [...rows.keys()].filter((row) => !rows[row].heading);
  const ofUnit = nodesOfUnits(
    tree,
    shown.map((row) => rows[row].node),
  );
  return ofUnit.map((i) => (i < 0 ? -1 : shown[i]));
}

/** References between rows: vertex i is row i, headings have none. */
export function rowGraph(arranged: ArrangedSurvey, rows: readonly PictureRow[]): Graph {
  return rollUpUnits(arranged.graph, rowsOfUnits(arranged, rows), rows.length);
}

/** Pictures open by themselves until they have so many rows, and to no more than so many. */
export const ENOUGH_ROWS = 15;
export const MOST_ROWS = 40;
/** The groups in which most of the code stands are opened all the same, up to so many rows. */
const MOST_MAIN_ROWS = 120;

/**
 * The groups that a picture opens by itself: those with the most units first, until there are enough rows, and then
 * those that hold more than half of all, as long as there are not too many. Where the group with most of the code cannot
 * be opened, no smaller one is: the picture begins where the code is. O(groups log groups).
 */
export function openedByItself(
  arranged: ArrangedSurvey,
  scope: number,
  { enough, most } = { enough: ENOUGH_ROWS, most: MOST_ROWS },
): Set<number> {
  const { arrangement, order } = arranged;
  const below = unitsBelow(arranged);
  const open = new Set<number>();
  const endOfChain = (group: number): number => chainOf(arranged, group).pop()!;
  const closed: number[] = [];
  const enter = (group: number): void => {
    for (const child of order.children[group]) {
      if (child >= arrangement.count) continue;
      const node = endOfChain(child);
      if (canOpen(arranged, node)) closed.push(node);
    }
  };
  /** Opened, it shows groups rather than one long list of files. */
  const holdsGroups = (group: number): boolean => {
    const inside = order.children[group];
    return 2 * inside.filter((child) => child < arrangement.count).length >= inside.length;
  };
  let rows = order.children[scope]?.length ?? 0;
  if (rows > 0) enter(scope);
  while (closed.length > 0) {
    closed.sort((a, b) => below[b] - below[a] || a - b);
    const isMain = 2 * below[closed[0]] > below[scope];
    const room = isMain && holdsGroups(closed[0]) ? Math.max(most, MOST_MAIN_ROWS) : most;
    const fits = (group: number): boolean => rows + order.children[group].length <= room;
    const next = isMain ? (fits(closed[0]) ? 0 : -1) : closed.findIndex(fits);
    if (next < 0) break;
    const [group] = closed.splice(next, 1);
    if (rows >= enough && 2 * below[group] <= below[scope]) break;
    rows += order.children[group].length;
    open.add(group);
    enter(group);
  }
  return open;
}
