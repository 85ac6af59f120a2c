import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { outliersOf } from './outliers.ts';

const all = (values: number[]): number[] => values.map((_, i) => i);
const of = (values: number[]) => outliersOf(Float64Array.from(values), all(values));

describe('outliers', () => {
  it('lie beyond three times the span of the middle half, above it', () => {
    // Quartiles 3.75 and 9.25 by interpolation, so the fence is 9.25 + 3 · 5.5.
    const values = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 26, 25];
    expect(of(values)).toEqual({ fence: 25.75, beyond: [10] });
  });

  it('are not looked for among a few, nor among what has no value', () => {
    expect(of([1, 1, 1, 1000])).toBeNull();
    expect(of([...Array<number>(11).fill(NaN), 5])).toBeNull();
  });

  it('are at most a quarter of the values, and all above the rest', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 1000 }), { minLength: 12, maxLength: 60 }), (values) => {
        const { fence, beyond } = of(values)!;
        expect(beyond.length).toBeLessThanOrEqual(values.length / 4);
        const rest = all(values).filter((i) => !beyond.includes(i));
        expect(Math.max(...rest.map((i) => values[i]))).toBeLessThanOrEqual(fence);
      }),
    );
  });
});
