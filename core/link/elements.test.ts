import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { comparePaths, placedDeclarations } from './elements.ts';

const path = fc
  .array(fc.constantFrom('a', 'b', 'a-b', 'a.ts', 'ü', 'B'), { minLength: 1, maxLength: 4 })
  .map((parts) => parts.join('/'));

describe('the order of paths', () => {
  it('is a total order', () => {
    fc.assert(
      fc.property(path, path, path, (a, b, c) => {
        expect(Math.sign(comparePaths(a, b))).toBe(-Math.sign(comparePaths(b, a)) + 0);
        if (comparePaths(a, b) <= 0 && comparePaths(b, c) <= 0)
          expect(comparePaths(a, c)).toBeLessThanOrEqual(0);
        expect(comparePaths(a, b) === 0).toBe(a === b);
      }),
    );
  });

  it('keeps what a folder holds together, unlike the order of letters', () => {
    const paths = ['a-b/x.ts', 'a/y.ts', 'a.ts', 'a/z.ts'];
    expect([...paths].sort()).not.toEqual([...paths].sort(comparePaths));
    fc.assert(
      fc.property(fc.uniqueArray(path, { maxLength: 30 }), (all) => {
        const folders = all.sort(comparePaths).map((p) => p.split('/').slice(0, -1).join('/'));
        const tops = folders
          .map((folder) => folder.split('/')[0])
          .filter((top, i, list) => top !== list[i - 1] && top !== '');
        expect(new Set(tops).size).toBe(tops.length);
      }),
    );
  });
});

describe('the places of declarations', () => {
  /** Parents before children, as facts have them, in any other order. */
  const parents = fc
    .array(fc.nat(), { maxLength: 30 })
    .map((picks) => Int32Array.from(picks, (pick, d) => (pick % (d + 2)) - 1 - (pick % (d + 2) > d ? 1 : 0)));

  it('are a permutation in which every declaration is followed by all that it holds', () => {
    fc.assert(
      fc.property(parents, (parent) => {
        const placed = placedDeclarations({ count: parent.length, parent }, 100);
        expect([...placed].sort((a, b) => a - b)).toEqual(Array.from(parent, (_, i) => 101 + i));
        const size = (d: number): number =>
          1 +
          Array.from(parent.keys())
            .filter((c) => parent[c] === d)
            .reduce((sum, c) => sum + size(c), 0);
        parent.forEach((p, d) => {
          if (p < 0) return;
          expect(placed[d]).toBeGreaterThan(placed[p]);
          expect(placed[d]).toBeLessThan(placed[p] + size(p));
        });
      }),
    );
  });
});
