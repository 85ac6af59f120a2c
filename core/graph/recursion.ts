import { firstRow, type DependencyTable } from '../contracts/linked.ts';
import { passes, type DependencyFilter } from './rollUp.ts';

/** The rows by which an element calls itself. Recursion is kept apart from the graph, in which nothing leads to itself. O(its dependencies). */
export function recursionOf(
  dependencies: DependencyTable,
  element: number,
  filter: DependencyFilter,
): number[] {
  const rows: number[] = [];
  for (let row = firstRow(dependencies.from, element); dependencies.from[row] === element; row++)
    if (dependencies.to[row] === element && passes(dependencies, row, filter)) rows.push(row);
  return rows;
}

/** In how many places an element calls itself. */
export function recursionCount(
  dependencies: DependencyTable,
  element: number,
  filter: DependencyFilter,
): number {
  return recursionOf(dependencies, element, filter).reduce(
    (sum, row) => sum + dependencies.placeStart[row + 1] - dependencies.placeStart[row],
    0,
  );
}
