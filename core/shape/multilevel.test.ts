import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { modularity, multilevelParts, numbered } from './multilevel.ts';
import { contracted, degrees, joinPulls, type Pulls } from './pulls.ts';
import { randomNumbers, shuffled } from './random.ts';

type Pair = [one: number, other: number, weight: number];
const pullsOf = (count: number, pairs: readonly Pair[]): Pulls =>
  joinPulls(count, (take) => pairs.forEach((pair) => take(...pair)));

const VERTICES = 6;
const anyPairs = fc.array(
  fc.tuple(fc.nat(VERTICES - 1), fc.nat(VERTICES - 1), fc.integer({ min: 1, max: 4 })),
  {
    maxLength: 14,
  },
);

/** Slow and obvious: each pair of vertices, whether linked or not. */
function slowModularity(pairs: readonly Pair[], partOf: ArrayLike<number>, resolution: number): number {
  const degree = Array.from({ length: VERTICES }, () => 0);
  let total = 0;
  for (const [one, other, weight] of pairs) {
    degree[one] += weight;
    degree[other] += weight;
    total += 2 * weight;
  }
  let value = 0;
  for (const [one, other, weight] of pairs) if (partOf[one] === partOf[other]) value += (2 * weight) / total;
  for (let a = 0; a < VERTICES; a++)
    for (let b = 0; b < VERTICES; b++)
      if (partOf[a] === partOf[b]) value -= (resolution * degree[a] * degree[b]) / total ** 2;
  return total === 0 ? 0 : value;
}

describe('pulls', () => {
  it('add up what stands several times, both ways, and keep what a vertex holds itself', () => {
    const pulls = pullsOf(3, [
      [0, 1, 2],
      [1, 0, 3],
      [2, 1, 1],
      [2, 2, 4],
    ]);
    expect([...pulls.start]).toEqual([0, 1, 3, 4]);
    expect([...pulls.to]).toEqual([1, 0, 2, 1]);
    expect([...pulls.weight]).toEqual([5, 5, 1, 1]);
    expect([...pulls.own]).toEqual([0, 0, 4]);
    expect([...degrees(pulls)]).toEqual([5, 6, 9]);
  });

  it('of parts as single vertices have the same modularity', () => {
    fc.assert(
      fc.property(
        anyPairs,
        fc.array(fc.nat(2), { minLength: VERTICES, maxLength: VERTICES }),
        (pairs, parts) => {
          const pulls = pullsOf(VERTICES, pairs);
          const { count, partOf } = numbered(parts);
          const small = contracted(pulls, partOf, count);
          expect(modularity(small, [...small.own.keys()])).toBeCloseTo(modularity(pulls, partOf));
          expect(modularity(pulls, partOf, 1.5)).toBeCloseTo(slowModularity(pairs, partOf, 1.5));
        },
      ),
    );
  });
});

describe('multilevel parts', () => {
  it('are left by no single vertex, and joined by no two, to any gain', () => {
    fc.assert(
      fc.property(anyPairs, fc.nat(5), fc.constantFrom(0.5, 1, 2), (pairs, seed, resolution) => {
        const pulls = pullsOf(VERTICES, pairs);
        const { count, partOf } = multilevelParts(pulls, resolution, seed);
        const value = slowModularity(pairs, partOf, resolution);
        for (let v = 0; v < VERTICES; v++)
          for (let part = 0; part <= count; part++) {
            const moved = partOf.map((own, at) => (at === v ? part : own));
            expect(slowModularity(pairs, moved, resolution)).toBeLessThanOrEqual(value + 1e-9);
          }
        for (let a = 0; a < count; a++)
          for (let b = 0; b < a; b++) {
            const joined = partOf.map((own) => (own === a ? b : own));
            expect(slowModularity(pairs, joined, resolution)).toBeLessThanOrEqual(value + 1e-9);
          }
      }),
      {
        // A vertex that is better off alone, where no part beside it is better.
        examples: [
          [
            [
              [4, 4, 1],
              [2, 0, 1],
              [0, 4, 1],
              [0, 0, 2],
            ],
            4,
            0.5,
          ],
        ],
      },
    );
  });

  it('are the two that everybody sees, smaller at a higher resolution, and the same for the same seed', () => {
    const clique = (from: number): Pair[] =>
      [0, 1, 2, 3].flatMap((a) =>
        [0, 1, 2, 3].filter((b) => b < a).map((b): Pair => [from + a, from + b, 1]),
      );
    const pulls = pullsOf(8, [...clique(0), ...clique(4), [3, 4, 1]]);
    expect([...multilevelParts(pulls, 1, 1).partOf]).toEqual([0, 0, 0, 0, 1, 1, 1, 1]);
    expect(multilevelParts(pulls, 0.01, 1).count).toBe(1);
    expect(multilevelParts(pulls, 20, 1).count).toBe(8);
    expect(multilevelParts(pulls, 1, 9)).toEqual(multilevelParts(pulls, 1, 9));
  });

  it('of what nothing pulls at are single', () => {
    expect(multilevelParts(pullsOf(3, []), 1, 1).count).toBe(3);
    expect(multilevelParts(pullsOf(0, []), 1, 1).count).toBe(0);
  });
});

describe('numbers that look random', () => {
  it('are the same for a seed, others for another, and shuffle everything once', () => {
    const some = (seed: number): number[] => {
      const random = randomNumbers(seed);
      return [random(), random(), random()];
    };
    expect(some(4)).toEqual(some(4));
    expect(some(4)).not.toEqual(some(5));
    const order = shuffled(50, randomNumbers(1));
    expect([...order].sort((a, b) => a - b)).toEqual([...order.keys()]);
    expect([...order]).not.toEqual([...order.keys()]);
  });
});
