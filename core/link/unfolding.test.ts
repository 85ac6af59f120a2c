import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KnownByNumber, Unfolding } from './unfolding.ts';

/**
 * Things that rest on others: each is the first of its choices that is known, with its own number before it; a choice is one
 * thing or `null` for a value of its own. So what is looked at depends on what is known.
 */
type Things = (number | null)[][];

function unfold(things: Things, deepest = 1_000) {
  const unfolding = new Unfolding(deepest);
  const known = new KnownByNumber<string | null>();
  let steps = 0;
  const ask = (thing: number): string | null =>
    unfolding.once(known, thing, () => {
      steps++;
      for (const choice of things[thing]) {
        if (choice === null) return `${thing}`;
        const found = ask(choice);
        if (found !== null && found.length < 40) return `${thing}.${found}`;
      }
      return null;
    });
  return { ask, steps: () => steps };
}

const graphs = (size: number): fc.Arbitrary<Things> =>
  fc.array(fc.array(fc.option(fc.nat(size - 1), { freq: 6 }), { minLength: 1, maxLength: 3 }), {
    minLength: size,
    maxLength: size,
  });

describe('unfolding', () => {
  it('works each thing out once', () => {
    const { ask, steps } = unfold([[1], [2], [null]]);
    expect([ask(0), ask(0), ask(1), ask(2)]).toEqual(['0.1.2', '0.1.2', '1.2', '2']);
    expect(steps()).toBe(3);
  });

  it('takes what is met again on the way to itself for unknown', () => {
    const { ask } = unfold([[1, null], [0]]);
    expect(ask(0)).toBe('0');
    // By itself, the other one finds what the first is without it.
    expect(ask(1)).toBe('1.0');
  });

  it('gives each thing the same value, whatever was asked for before it', () => {
    fc.assert(
      fc.property(
        graphs(9),
        fc.shuffledSubarray([0, 1, 2, 3, 4, 5, 6, 7, 8], { minLength: 9 }),
        (things, order) => {
          const { ask } = unfold(things);
          for (const thing of order) expect(ask(thing)).toBe(unfold(things).ask(thing));
          for (const thing of order) expect(ask(thing)).toBe(unfold(things).ask(thing));
        },
      ),
      { numRuns: 2_000 },
    );
  });

  it('asks what lies outside of a circle once, however often the circle is gone round', () => {
    // 0 → 1 → 2 → 0, each of which asks 3 first.
    const { ask, steps } = unfold([[3, 1], [3, 2], [3, 0], [4], [5], [3]]);
    expect([ask(0), ask(1), ask(2)]).toEqual([null, null, null]);
    expect(steps()).toBeLessThan(30);
  });

  it('works out a large circle in time that its square bounds, and those that use it in one step each', () => {
    const size = 60;
    const ring: Things = Array.from({ length: size }, (_, i) => [(i + 1) % size, (i + 7) % size]);
    const users: Things = Array.from({ length: size }, (_, i) => [i]);
    const { ask, steps } = unfold([...ring, ...users]);
    for (let thing = 0; thing < size; thing++) ask(thing);
    expect(steps()).toBeLessThanOrEqual(size * size);
    const before = steps();
    for (let thing = size; thing < 2 * size; thing++) ask(thing);
    expect(steps() - before).toBe(size);
  });

  it('gives up beyond a depth, and not for what was only met on the way', () => {
    const chain: Things = Array.from({ length: 30 }, (_, i) => [i + 1]);
    chain.push([null]);
    const { ask } = unfold(chain, 10);
    expect(ask(0)).toBeNull();
    expect(ask(25)).toBe('25.26.27.28.29.30');
    expect(ask(20)).toBe('20.21.22.23.24.25.26.27.28.29.30');
  });
});
