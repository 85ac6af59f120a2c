import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { outliersOf } from './outliers.ts';

const all = (values: number[]): number[] => values.map((_, i) => i);
const of = (values: number[]) => outliersOf(Float64Array.from(values), all(values));

describe('outliers', () => {
  it('lie beyond half again the span of the middle half, in logarithms', () => {
    // 1 + x are powers of two: quartiles of the logarithms are those of the exponents, 2.75 and 8.25 by interpolation.
    const values = Array.from({ length: 12 }, (_, i) => 2 ** i - 1);
    expect(of(values)!.fence).toBeCloseTo(2 ** (8.25 + 1.5 * 5.5) - 1, 3);
    expect(of([...values.slice(0, 11), 2 ** 20])!.beyond).toEqual([11]);
  });

  it('are none of what is ordinary, though all the others are alike', () => {
    const values = [...Array<number>(20).fill(1), 2, 3, 40];
    expect(outliersOf(Float64Array.from(values), all(values), 15)).toEqual({ fence: 15, beyond: [22] });
    expect(of(values)!.fence).toBeCloseTo(1);
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
