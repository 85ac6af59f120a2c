import { KIND } from '../facts/fileFacts.ts';
import { cycles, levels } from '../graph/components.ts';
import type { Graph } from '../graph/rollUp.ts';
import type { ElementTable } from '../link/linked.ts';
import { matrixOrder } from './matrixOrder.ts';

/** One row (and column) of the matrix, from the top. */
export interface MatrixRow {
  element: number;
  depth: number;
  /** Level among its siblings. */
  level: number;
  /** An open folder: a heading for the rows below it, without cells of its own. */
  heading: boolean;
  /** A folder that could be opened, or is. */
  opens: boolean;
}

/** The rows from the first to the last member of a cycle among siblings. */
export interface Bracket {
  first: number;
  last: number;
  members: number;
}

export interface MatrixChoice {
  scope: number;
  /** All files below the scope as one list, without folders. */
  flat: boolean;
  isOpen(element: number): boolean;
  isLeftOut(element: number): boolean;
  byName: boolean;
  /** The graph of the given elements, which are in ascending order. */
  graphOf(elements: number[]): Graph;
}

/**
 * Rows of the matrix, siblings in {@link matrixOrder}, an open folder followed by what it holds; and the brackets
 * around the members of each cycle of siblings, in the order in which cycles are listed: the largest first.
 */
export function matrixRows(
  table: ElementTable,
  choice: MatrixChoice,
): { rows: MatrixRow[]; brackets: Bracket[] } {
  const rows: MatrixRow[] = [];
  const brackets: Bracket[] = [];
  const layOut = (siblings: number[], depth: number): void => {
    const graph = choice.graphOf(siblings);
    const levelOf = levels(graph);
    const order = choice.byName ? byName(table, siblings) : matrixOrder(graph);
    const first = new Map<number, number>();
    const last = new Map<number, number>();
    for (const unit of order) {
      const element = siblings[unit];
      const isFolder = table.kind[element] === KIND.folder;
      const heading = isFolder && choice.isOpen(element);
      first.set(unit, rows.length);
      rows.push({ element, depth, level: levelOf[unit], heading, opens: isFolder });
      if (heading) layOut(children(table, element, choice), depth + 1);
      last.set(unit, rows.length - 1);
    }
    if (choice.byName) return;
    for (const members of cycles(graph)) {
      brackets.push({
        members: members.length,
        first: Math.min(...members.map((unit) => first.get(unit)!)),
        last: Math.max(...members.map((unit) => last.get(unit)!)),
      });
    }
  };
  layOut(choice.flat ? filesBelow(table, choice) : children(table, choice.scope, choice), 0);
  return { rows, brackets: brackets.sort((a, b) => b.members - a.members) };
}

function byName(table: ElementTable, siblings: number[]): number[] {
  return siblings
    .map((_, unit) => unit)
    .sort((a, b) => (table.key[siblings[a]] < table.key[siblings[b]] ? -1 : 1));
}

function children(table: ElementTable, folder: number, choice: MatrixChoice): number[] {
  if (table.kind[folder] !== KIND.folder) return [folder];
  const found: number[] = [];
  for (let e = folder + 1; e < table.subtreeEnd[folder]; e = table.subtreeEnd[e]) {
    if (!choice.isLeftOut(e)) found.push(e);
  }
  return found;
}

function filesBelow(table: ElementTable, choice: MatrixChoice): number[] {
  const found: number[] = [];
  for (let e = choice.scope; e < table.subtreeEnd[choice.scope]; e++) {
    if (table.kind[e] === KIND.file && !choice.isLeftOut(e)) found.push(e);
  }
  return found;
}
