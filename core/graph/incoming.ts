import type { DependencyTable } from '../contracts/linked.ts';

/** Rows of a dependency table in order of what they lead to; those to element e are `rows[start[e]]` up to `rows[start[e + 1]]`. */
export interface IncomingRows {
  start: Int32Array;
  rows: Int32Array;
}

/** Counting sort by target; O(rows + elements). */
export function incomingRows({ count, to }: DependencyTable, elements: number): IncomingRows {
  const start = new Int32Array(elements + 1);
  for (let row = 0; row < count; row++) start[to[row] + 1]++;
  for (let e = 0; e < elements; e++) start[e + 1] += start[e];
  const next = start.slice();
  const rows = new Int32Array(count);
  for (let row = 0; row < count; row++) rows[next[to[row]]++] = row;
  return { start, rows };
}
