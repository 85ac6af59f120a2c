import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DeclarationIndex, lineAt, lineStartsOf } from './reading.ts';
import { blanked, type Range } from './tokens.ts';

const text = fc
  .array(fc.constantFrom('a', '\n', '\r\n', 'bcd', '🚢', ''), { maxLength: 400 })
  .map((parts) => parts.join(''));

describe('lines', () => {
  it('begin at the start and behind each line feed, however long the text', () => {
    fc.assert(
      fc.property(text, (written) => {
        const expected = [0, ...[...written.matchAll(/\n/g)].map(({ index }) => index + 1)];
        expect([...lineStartsOf(written)]).toEqual(expected);
      }),
    );
    expect(lineStartsOf('\n'.repeat(10_000)).length).toBe(10_001);
  });

  it('are found by any offset in them', () => {
    fc.assert(
      fc.property(text, fc.double({ min: 0, max: 1, noNaN: true }), (written, share) => {
        const offset = Math.floor(share * written.length);
        expect(lineAt(lineStartsOf(written), offset)).toBe(written.slice(0, offset).split('\n').length);
      }),
    );
  });
});

describe('declarations by node', () => {
  it('are those that were set, the first of all among them', () => {
    const index = new DeclarationIndex(5);
    index.set(0, 0);
    index.set(3, 7);
    expect([0, 1, 3, 4, 9].map((node) => index.get(node))).toEqual([0, undefined, 7, undefined, undefined]);
    expect([0, 1, 3].map((node) => index.has(node))).toEqual([true, false, true]);
  });
});

describe('a blanked text', () => {
  it('keeps its length, its lines, and all outside of the stretches, which may overlap', () => {
    const range = fc.tuple(fc.nat(60), fc.nat(20)).map(([start, length]): Range => [start, start + length]);
    fc.assert(
      fc.property(text, fc.array(range, { maxLength: 6 }), (written, ranges) => {
        const result = blanked(written, ranges);
        expect(result.length).toBe(written.length);
        for (let i = 0; i < written.length; i++) {
          const isInside = ranges.some(([start, end]) => i >= start && i < end) && !/[\r\n]/.test(written[i]);
          expect(result[i]).toBe(isInside ? ' ' : written[i]);
        }
      }),
    );
  });
});
