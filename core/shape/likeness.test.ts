import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { likeness, moJoFm, moves } from './likeness.ts';

/** Every way to put n elements into parts. */
function partitionsOf(n: number): number[][] {
  if (n === 0) return [[]];
  return partitionsOf(n - 1).flatMap((rest) => {
    const used = Math.max(-1, ...rest) + 1;
    return Array.from({ length: used + 1 }, (_, part) => [...rest, part]);
  });
}

const canonical = (parts: readonly number[]): string => {
  const numbers = new Map<number, number>();
  return parts.map((part) => numbers.get(part) ?? (numbers.set(part, numbers.size), numbers.size - 1)).join();
};

/** Slow and obvious: the fewest steps from one partition to each other, a step being a move of one element or a join. */
function stepsFrom(from: number[]): Map<string, number> {
  const steps = new Map([[canonical(from), 0]]);
  const waiting = [from];
  for (const at of waiting) {
    const taken = steps.get(canonical(at))!;
    const parts = [...new Set(at)];
    const next = [
      ...at.flatMap((_, i) =>
        [...parts, Math.max(...at) + 1].map((to) => at.map((own, j) => (j === i ? to : own))),
      ),
      ...parts.flatMap((a) => parts.map((b) => at.map((own) => (own === a ? b : own)))),
    ];
    for (const one of next) {
      if (steps.has(canonical(one))) continue;
      steps.set(canonical(one), taken + 1);
      waiting.push(one);
    }
  }
  return steps;
}

describe('moves and joins', () => {
  it('are as few as any way of moving and joining needs', () => {
    for (const from of partitionsOf(5)) {
      const steps = stepsFrom(from);
      for (const to of partitionsOf(5))
        expect(moves(from, to), `${from.join()} → ${to.join()}`).toBe(steps.get(canonical(to)));
    }
  });

  it('are held against the worst partition there is', () => {
    for (const to of partitionsOf(6)) {
      const worst = Math.max(...partitionsOf(6).map((from) => moves(from, to)));
      const other = [0, 0, 1, 1, 2, 2];
      expect(moJoFm(other, to)).toBeCloseTo(100 * (1 - moves(other, to) / worst));
    }
  });

  it('worked: one file out of two modules of three', () => {
    // One move; the worst partition needs four.
    expect(moves([0, 0, 1, 1, 1, 1], [0, 0, 0, 1, 1, 1])).toBe(1);
    expect(moJoFm([0, 0, 1, 1, 1, 1], [0, 0, 0, 1, 1, 1])).toBe(75);
  });
});

const anyPartition = fc.array(fc.nat(6), { minLength: 2, maxLength: 60 });

describe('the likeness of two partitions', () => {
  it('is complete for the same one, whatever its parts are called', () => {
    fc.assert(
      fc.property(anyPartition, (parts) => {
        const { moJoFm: both, adjustedRand } = likeness(
          parts,
          parts.map((part) => 70 - part),
        );
        expect(both).toEqual([100, 100]);
        expect(adjustedRand).toBeCloseTo(1);
      }),
    );
  });

  it('by Rand is that of all pairs, freed of chance', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(3), fc.nat(3)), { minLength: 4, maxLength: 30 }), (both) => {
        let [a, b, c, d] = [0, 0, 0, 0];
        for (let i = 0; i < both.length; i++)
          for (let j = 0; j < i; j++) {
            const inFirst = both[i][0] === both[j][0];
            const inSecond = both[i][1] === both[j][1];
            if (inFirst && inSecond) a++;
            else if (inFirst) b++;
            else if (inSecond) c++;
            else d++;
          }
        // By counts of pairs (Hubert and Arabie 1985, in the form of Steinley 2004).
        const below = (a + b) * (b + d) + (a + c) * (c + d);
        const expected = below === 0 ? 1 : (2 * (a * d - b * c)) / below;
        const { adjustedRand } = likeness(
          both.map(([first]) => first),
          both.map(([, second]) => second),
        );
        expect(adjustedRand).toBeCloseTo(expected);
      }),
    );
  });
});
