import { firstRow, type DependencyTable } from '../contracts/linked.ts';
import { passes, type DependencyFilter } from '../graph/rollUp.ts';
import type { Violation } from './violation.ts';

/** Rows of the dependencies that break rules, each with the names of those. */
export type BrokenRows = ReadonlyMap<number, readonly string[]>;

/** References from one node of a picture to another that break rules, and which. */
export interface BrokenLink {
  references: number;
  rules: readonly string[];
}

/** O(breaks). */
export function brokenRows(violations: readonly Violation[]): BrokenRows {
  const found = new Map<number, string[]>();
  for (const { rule, rows } of violations)
    for (const row of rows) {
      const rules = found.get(row);
      if (rules) rules.push(rule);
      else found.set(row, [rule]);
    }
  return found;
}

/** The same in another table of the same elements, by rows that are in both. O(breaks · log rows). */
export function rowsIn(table: DependencyTable, old: DependencyTable, broken: BrokenRows): BrokenRows {
  const found = new Map<number, readonly string[]>();
  for (const [row, rules] of broken) {
    const from = old.from[row];
    for (let at = firstRow(table.from, from); at < table.count && table.from[at] === from; at++)
      if (
        table.to[at] === old.to[row] &&
        table.kind[at] === old.kind[row] &&
        table.certainty[at] === old.certainty[row]
      )
        found.set(at, rules);
  }
  return found;
}

/** All that breaks rules between nodes, by `from · count + to`, of what passes a filter. `nodeOf` gives -1 for what is not shown. O(breaks). */
export function brokenLinks(
  dependencies: DependencyTable,
  broken: BrokenRows,
  { filter, count, nodeOf }: { filter: DependencyFilter; count: number; nodeOf: (element: number) => number },
): Map<number, BrokenLink> {
  const found = new Map<number, BrokenLink>();
  for (const [row, rules] of broken) {
    const [from, to] = [nodeOf(dependencies.from[row]), nodeOf(dependencies.to[row])];
    if (from < 0 || to < 0 || from === to || !passes(dependencies, row, filter)) continue;
    const references = dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    const at = from * count + to;
    found.set(at, joinedBreaks(found.get(at) ?? null, { references, rules })!);
  }
  return found;
}

/** What two links break together. */
export function joinedBreaks(a: BrokenLink | null, b: BrokenLink | null): BrokenLink | null {
  if (a === null || b === null) return a ?? b;
  return { references: a.references + b.references, rules: [...new Set([...a.rules, ...b.rules])] };
}
