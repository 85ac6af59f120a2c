import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DependencyTable } from '../contracts/linked.ts';
import { incomingRows } from './incoming.ts';

describe('rows in order of what they lead to', () => {
  it('hold for each element just the rows that lead to it, in the order of the table', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(9)), (targets) => {
        const table = { count: targets.length, to: Int32Array.from(targets) } as DependencyTable;
        const { start, rows } = incomingRows(table, 10);
        for (let e = 0; e < 10; e++) {
          const slow = targets.flatMap((to, row) => (to === e ? [row] : []));
          expect([...rows.subarray(start[e], start[e + 1])]).toEqual(slow);
        }
      }),
    );
  });
});
