import fc from 'fast-check';
import { minimumFeedbackOrder, weightAgainst } from './minimumFeedbackOrder.ts';
import { describe, expect, it } from 'vitest';
import { cycles, levels, stronglyConnectedComponents } from './components.ts';
import { shortestCycleThrough, shortestCycleWith, stepsInside } from './cycleWalk.ts';
import { propagationCost, reachCounts } from './reach.ts';
import {
  ALL_KINDS,
  joinEdges,
  reversed,
  rollUp,
  rollUpUnits,
  weightBetween,
  type DependencyFilter,
  type Graph,
} from './rollUp.ts';

function graphOf(count: number, edges: [number, number, number?][]): Graph {
  return joinEdges(count, (take) => {
    for (const [from, to, weight = 1] of edges) take(from, to, weight);
  });
}

const anyGraph = fc.integer({ min: 1, max: 14 }).chain((count) =>
  fc
    .array(fc.tuple(fc.nat(count - 1), fc.nat(count - 1), fc.integer({ min: 1, max: 9 })), { maxLength: 40 })
    .map((edges) =>
      graphOf(
        count,
        edges.filter(([from, to]) => from !== to),
      ),
    ),
);

function permutations(count: number): number[][] {
  if (count === 0) return [[]];
  return permutations(count - 1).flatMap((rest) =>
    Array.from({ length: count }, (_, at) => [...rest.slice(0, at), count - 1, ...rest.slice(at)]),
  );
}

/** Slow and obvious: does `from` reach `to`, itself included. */
function reaches(graph: Graph): boolean[][] {
  const reached = Array.from({ length: graph.count }, (_, i) =>
    Array.from({ length: graph.count }, (_, j) => i === j || weightBetween(graph, i, j) > 0),
  );
  for (let k = 0; k < graph.count; k++) {
    for (let i = 0; i < graph.count; i++) {
      for (let j = 0; j < graph.count; j++) reached[i][j] ||= reached[i][k] && reached[k][j];
    }
  }
  return reached;
}

describe('strongly connected components', () => {
  it('join exactly the units that reach each other, and number what is used before what uses it', () => {
    fc.assert(
      fc.property(anyGraph, (graph) => {
        const reached = reaches(graph);
        const { componentOf } = stronglyConnectedComponents(graph);
        for (let i = 0; i < graph.count; i++) {
          for (let j = 0; j < graph.count; j++) {
            expect(componentOf[i] === componentOf[j]).toBe(reached[i][j] && reached[j][i]);
            if (weightBetween(graph, i, j) > 0) expect(componentOf[j]).toBeLessThanOrEqual(componentOf[i]);
          }
        }
      }),
    );
  });

  it('a chain of 200,000 units does not exhaust the stack', () => {
    const count = 200_000;
    const graph = graphOf(
      count,
      Array.from({ length: count - 1 }, (_, i) => [i, i + 1]),
    );
    expect(stronglyConnectedComponents(graph).count).toBe(count);
  });
});

describe('levels', () => {
  it('are one more than the highest level used, the members of a cycle sharing one', () => {
    fc.assert(
      fc.property(anyGraph, (graph) => {
        const level = levels(graph);
        const { componentOf } = stronglyConnectedComponents(graph);
        for (let unit = 0; unit < graph.count; unit++) {
          let highest = -1;
          for (let other = 0; other < graph.count; other++) {
            if (componentOf[other] !== componentOf[unit]) continue;
            for (let edge = graph.start[other]; edge < graph.start[other + 1]; edge++) {
              const target = graph.to[edge];
              if (componentOf[target] !== componentOf[unit]) highest = Math.max(highest, level[target]);
            }
          }
          expect(level[unit]).toBe(highest + 1);
        }
      }),
    );
  });
});

describe('reach', () => {
  it('counts what each unit reaches', () => {
    fc.assert(
      fc.property(anyGraph, (graph) => {
        const expected = reaches(graph).map((row) => row.filter(Boolean).length);
        expect(Array.from(reachCounts(graph))).toEqual(expected);
        // Whatever is worked out at once.
        for (const block of [1, 3, 32]) expect(Array.from(reachCounts(graph, block))).toEqual(expected);
      }),
    );
  });

  it('holds for more units than a word has bits', () => {
    const graph = graphOf(
      100,
      Array.from({ length: 99 }, (_, i) => [i, i + 1]),
    );
    expect(Array.from(reachCounts(graph))).toEqual(Array.from({ length: 100 }, (_, i) => 100 - i));
  });

  it('gives the propagation cost of the worked example: a → b → c is (3 + 2 + 1) / 9', () => {
    expect(
      propagationCost(
        graphOf(3, [
          [0, 1],
          [1, 2],
        ]),
      ),
    ).toBeCloseTo(0.667, 3);
  });
});

describe('joining edges', () => {
  it('sums the weights of those between the same two, sorted, and a unit may be used again at once', () => {
    const graph = graphOf(4, [
      [2, 3, 2],
      [0, 3, 1],
      [0, 1, 5],
      [0, 3, 4],
      [2, 3, 1],
      [1, 3, 7],
    ]);
    expect(Array.from(graph.start)).toEqual([0, 2, 3, 4, 4]);
    expect(Array.from(graph.to)).toEqual([1, 3, 3, 3]);
    expect(Array.from(graph.weight)).toEqual([5, 5, 7, 3]);
  });

  it('further leaves out what becomes one, or is left out', () => {
    const graph = graphOf(4, [
      [0, 1, 2],
      [1, 2, 3],
      [2, 3, 4],
      [0, 2, 5],
    ]);
    const joined = rollUpUnits(graph, Int32Array.of(0, 0, 1, -1), 2);
    expect([Array.from(joined.to), Array.from(joined.weight)]).toEqual([[1], [8]]);
  });

  it('of dependencies keeps to the filter, and to what lies between two units', () => {
    const column = (...values: number[]) => Uint8Array.from(values);
    const table = {
      count: 4,
      from: Int32Array.of(0, 0, 0, 1),
      to: Int32Array.of(1, 1, 0, 0),
      kind: column(5, 5, 5, 0),
      certainty: column(0, 2, 0, 0),
      placeStart: Int32Array.of(0, 3, 4, 5, 6),
      line: new Int32Array(6),
      column: new Uint16Array(6),
    };
    const own = Int32Array.of(0, 1);
    const weights = (filter?: DependencyFilter) => Array.from(rollUp(table, own, 2, filter).weight);
    expect(weights()).toEqual([3, 1]);
    expect(weights({ kinds: ALL_KINDS, certainties: 0b111 })).toEqual([4, 1]);
    expect(weights({ kinds: 1, certainties: 0b111 })).toEqual([1]);
  });
});

describe('reversed', () => {
  it('has every edge the other way, with its weight', () => {
    fc.assert(
      fc.property(anyGraph, (graph) => {
        const back = reversed(graph);
        for (let i = 0; i < graph.count; i++) {
          for (let j = 0; j < graph.count; j++) {
            expect(weightBetween(back, j, i)).toBe(weightBetween(graph, i, j));
          }
        }
      }),
    );
  });
});

describe('cycles', () => {
  it('lists components of two or more, the largest first', () => {
    const graph = graphOf(6, [
      [0, 1],
      [1, 0],
      [2, 3],
      [3, 4],
      [4, 2],
      [4, 5],
    ]);
    expect(cycles(graph)).toEqual([
      [2, 3, 4],
      [0, 1],
    ]);
  });

  it('a way round is closed, stays inside, and passes through the member or the step asked for', () => {
    fc.assert(
      fc.property(anyGraph, (graph) => {
        for (const members of cycles(graph)) {
          const inside = new Set(members);
          const isClosed = (walk: number[]): void =>
            walk.forEach((unit, i) => {
              expect(members).toContain(unit);
              expect(weightBetween(graph, unit, walk[(i + 1) % walk.length])).toBeGreaterThan(0);
            });
          for (const member of members) {
            const walk = shortestCycleThrough(graph, member, inside);
            expect(walk).toContain(member);
            isClosed(walk);
          }
          for (const { from, to } of stepsInside(graph, members)) {
            const walk = shortestCycleWith(graph, from, to, inside);
            expect(walk.slice(0, 2)).toEqual([from, to]);
            expect(new Set(walk).size).toBe(walk.length);
            isClosed(walk);
          }
        }
      }),
    );
  });

  it('a way round with a step is a shortest one, and steps begin with the lightest', () => {
    const graph = graphOf(5, [
      [0, 1, 4],
      [1, 2, 3],
      [2, 0, 2],
      [3, 4, 1],
      [4, 3, 9],
      [2, 3, 5],
      [3, 0, 6],
    ]);
    const inside = new Set([0, 1, 2, 3, 4]);
    expect(shortestCycleWith(graph, 1, 2, inside)).toEqual([1, 2, 0]);
    expect(shortestCycleWith(graph, 2, 3, inside)).toEqual([2, 3, 0, 1]);
    expect(shortestCycleWith(graph, 2, 3, new Set([2, 3, 4]))).toEqual([]);
    expect(stepsInside(graph, [3, 4]).map(({ weight }) => weight)).toEqual([1, 9]);
    // A walk stays inside the members that are given, though a way just as short that is met first leads out of them.
    const detour = graphOf(4, [
      [0, 1],
      [1, 2],
      [0, 3],
      [3, 2],
      [2, 0],
    ]);
    expect(shortestCycleThrough(detour, 0, new Set([0, 2, 3]))).toEqual([0, 3, 2]);
  });

  it('the walk through a unit is a shortest one', () => {
    const graph = graphOf(5, [
      [0, 1],
      [1, 2],
      [2, 3],
      [3, 0],
      [1, 4],
      [4, 0],
    ]);
    expect(shortestCycleThrough(graph, 0, new Set([0, 1, 2, 3, 4]))).toEqual([0, 1, 4]);
  });
});

describe('the order with the fewest against it', () => {
  it('is a permutation in which only members of one cycle go against the order', () => {
    fc.assert(
      fc.property(anyGraph, (graph) => {
        const order = Array.from(minimumFeedbackOrder(graph));
        expect([...order].sort((a, b) => a - b)).toEqual(order.map((_, i) => i));
        const { componentOf } = stronglyConnectedComponents(graph);
        const position = new Map(order.map((unit, at) => [unit, at]));
        for (let i = 0; i < graph.count; i++) {
          for (let edge = graph.start[i]; edge < graph.start[i + 1]; edge++) {
            const j = graph.to[edge];
            if (componentOf[i] !== componentOf[j]) expect(position.get(j)!).toBeLessThan(position.get(i)!);
          }
        }
      }),
    );
  });

  it('keeps the members of a cycle together', () => {
    fc.assert(
      fc.property(anyGraph, (graph) => {
        const { componentOf } = stronglyConnectedComponents(graph);
        const runs = Array.from(minimumFeedbackOrder(graph), (unit) => componentOf[unit]).filter(
          (component, i, all) => component !== all[i - 1],
        );
        expect(new Set(runs).size).toBe(runs.length);
      }),
    );
  });

  it('lets the thin link of a cycle go against the order, not the thick ones', () => {
    const graph = graphOf(3, [
      [1, 0, 9],
      [2, 1, 9],
      [0, 2, 1],
    ]);
    expect(Array.from(minimumFeedbackOrder(graph))).toEqual([0, 1, 2]);
  });

  it('lets as little weight go against it as any order does, in cycles of up to twelve', () => {
    const small = fc.integer({ min: 2, max: 6 }).chain((count) =>
      fc
        .array(fc.tuple(fc.nat(count - 1), fc.nat(count - 1), fc.integer({ min: 1, max: 9 })), {
          minLength: 4,
          maxLength: 24,
        })
        .map((edges) =>
          graphOf(
            count,
            edges.filter(([from, to]) => from !== to),
          ),
        ),
    );
    fc.assert(
      fc.property(small, (graph) => {
        const least = permutations(graph.count).reduce(
          (best, order) => Math.min(best, weightAgainst(graph, order)),
          Infinity,
        );
        expect(weightAgainst(graph, minimumFeedbackOrder(graph))).toBe(least);
      }),
    );
  });

  it('lets the least go against it in dense cycles too, where moving one unit after the other gets stuck', () => {
    const orders = permutations(7);
    for (let seed = 1; seed <= 12; seed++) {
      const graph = dense(7, seed);
      const least = orders.reduce((best, order) => Math.min(best, weightAgainst(graph, order)), Infinity);
      expect(weightAgainst(graph, minimumFeedbackOrder(graph))).toBe(least);
    }
  });

  /** Every unit uses every other with some weight, drawn by a linear congruential generator. */
  function dense(count: number, seed: number): Graph {
    let state = seed;
    const drawn = (): number => (state = (state * 1_103_515_245 + 12_345) % 2 ** 31) % 1_009;
    const edges: [number, number, number][] = [];
    for (let from = 0; from < count; from++)
      for (let to = 0; to < count; to++) if (from !== to) edges.push([from, to, 1 + drawn()]);
    return graphOf(count, edges);
  }

  it('keeps what is used before what uses it, and ties as they are given', () => {
    const graph = graphOf(5, [
      [0, 4],
      [3, 1],
    ]);
    expect(Array.from(minimumFeedbackOrder(graph))).toEqual([1, 2, 4, 0, 3]);
  });

  it('lets at most half of the weight in a large cycle go against it, and far less where there is a grain', () => {
    const large = fc.array(fc.tuple(fc.nat(29), fc.nat(29), fc.integer({ min: 1, max: 20 })), {
      minLength: 60,
      maxLength: 200,
    });
    fc.assert(
      fc.property(large, (edges) => {
        const ring = Array.from({ length: 30 }, (_, i): [number, number, number] => [i, (i + 1) % 30, 1]);
        const graph = graphOf(30, [...edges.filter(([from, to]) => from !== to), ...ring]);
        const all = graph.weight.reduce((sum, weight) => sum + weight, 0);
        expect(2 * weightAgainst(graph, minimumFeedbackOrder(graph))).toBeLessThanOrEqual(all);
      }),
    );
    // Twenty in a row, each using all before it, and one thin link that closes the circle.
    const stairs = Array.from({ length: 20 }, (_, i) =>
      Array.from({ length: i }, (_, j) => [i, j, 2] as const),
    );
    const graph = graphOf(20, [
      ...stairs.flat().map(([a, b, w]): [number, number, number] => [a, b, w]),
      [0, 19, 1],
    ]);
    expect(weightAgainst(graph, minimumFeedbackOrder(graph))).toBe(1);
  });

  it('of large cycles leaves no more against it than it did when its rule was chosen', () => {
    // Layers with some references upward, always the same ones (Park and Miller 1988).
    let state = 12345;
    const lot = (below: number): number => (state = (state * 48271) % 2147483647) % below;
    const size = 60;
    let against = 0;
    for (let i = 0; i < 12; i++) {
      const edges = Array.from({ length: size }, (_, unit) => [unit, (unit + 1) % size, 1]);
      const between = (pick: (a: number, b: number) => number[], most: number): void => {
        const [a, b] = [lot(size), lot(size)];
        if (a !== b) edges.push([...pick(a, b), 1 + lot(most)]);
      };
      for (let n = 0; n < 260; n++) between((a, b) => [Math.max(a, b), Math.min(a, b)], 9);
      for (let n = 0; n < 70; n++) between((a, b) => [Math.min(a, b), Math.max(a, b)], 4);
      const graph = joinEdges(size, (take) => edges.forEach(([from, to, weight]) => take(from, to, weight)));
      against += weightAgainst(graph, minimumFeedbackOrder(graph));
    }
    // Of 18,116 references; with the rule turned round it is 1,797.
    expect(against).toBeLessThanOrEqual(1_750);
  });
});
