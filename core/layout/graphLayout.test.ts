import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { impliedEdges } from '../graph/impliedEdges.ts';
import { joinEdges, type Graph } from '../graph/rollUp.ts';
import { layeredLayout, ranksByOrder } from './layeredLayout.ts';
import { nestedLayout } from './nestedLayout.ts';

const graphOf = (count: number, edges: readonly (readonly [number, number])[]): Graph =>
  joinEdges(count, (take) => edges.forEach(([from, to]) => from !== to && take(from, to, 1)));
const room = { gapX: 10, gapY: 20, proportion: 1.6 };
const COUNT = 8;
const anyEdges = fc.array(fc.tuple(fc.nat(COUNT - 1), fc.nat(COUNT - 1)), { maxLength: 20 });
const anyPlace = fc.shuffledSubarray([...Array(COUNT).keys()], { minLength: COUNT });
const numbers = (value: number): number[] => Array<number>(COUNT).fill(value);

describe('boxes in layers', () => {
  it('stand above what they use with the order, and next to each other without overlap', () => {
    const sizes = fc.array(fc.integer({ min: 10, max: 60 }), { minLength: COUNT, maxLength: COUNT });
    fc.assert(
      fc.property(anyEdges, anyPlace, sizes, sizes, (edges, place, width, height) => {
        const graph = graphOf(COUNT, edges);
        const { x, y, ...whole } = layeredLayout({ graph, place, width, height }, room);
        for (const [from, to] of edges)
          if (place[to] < place[from]) expect(y[from] + height[from]).toBeLessThan(y[to]);
        for (let a = 0; a < COUNT; a++) {
          expect(Math.min(x[a], y[a])).toBeGreaterThanOrEqual(0);
          expect(x[a] + width[a]).toBeLessThanOrEqual(whole.width + 1e-9);
          expect(y[a] + height[a]).toBeLessThanOrEqual(whole.height + 1e-9);
          for (let b = a + 1; b < COUNT; b++) {
            const apart =
              x[a] + width[a] <= x[b] ||
              x[b] + width[b] <= x[a] ||
              y[a] + height[a] <= y[b] ||
              y[b] + height[b] <= y[a];
            expect(apart).toBe(true);
          }
        }
      }),
    );
  });

  it('stand as low as they can, and what goes against the order lifts nothing', () => {
    const graph = graphOf(4, [
      [3, 2],
      [2, 0],
      [3, 1],
      [0, 3],
    ]);
    expect([...ranksByOrder(graph, [0, 1, 2, 3])]).toEqual([0, 0, 1, 2]);
  });

  it('stand in the middle of their line, and what is linked to nothing below all, the tallest first', () => {
    const { y, x } = layeredLayout(
      {
        graph: graphOf(5, [
          [2, 0],
          [2, 1],
        ]),
        place: [0, 1, 2, 3, 4],
        width: [10, 10, 10, 10, 10],
        height: [10, 30, 10, 10, 20],
      },
      { ...room, proportion: 100 },
    );
    expect(y[0] + 5).toBe(y[1] + 15);
    expect(Math.min(y[3], y[4])).toBeGreaterThan(y[1] + 30);
    expect(x[4]).toBeLessThan(x[3]);
  });

  it('break lines that are too wide for the proportion of the whole', () => {
    const edges = [...Array(COUNT - 1).keys()].map((v): [number, number] => [v + 1, 0]);
    const { y, width } = layeredLayout(
      {
        graph: graphOf(COUNT, edges),
        place: [...Array(COUNT).keys()],
        width: numbers(100),
        height: numbers(10),
      },
      { ...room, proportion: 1 },
    );
    expect(new Set(y).size).toBeGreaterThan(2);
    expect(width).toBeLessThan(7 * 110);
  });
});

describe('boxes in boxes', () => {
  // 0 holds 1 and 2, 3 holds 4; 5 stands alone.
  const boxes = (isOpen: readonly number[], links: readonly (readonly [number, number])[]) => ({
    parent: [-1, 0, 0, -1, 3, -1],
    isOpen,
    width: [40, 30, 30, 40, 30, 30],
    height: [20, 10, 10, 20, 10, 10],
    graph: graphOf(6, links),
    place: [10, 11, 12, 5, 6, 1],
  });
  const nested = { ...room, padding: 6, heading: 14 };

  it('stand in those that hold them, which are as large as that takes, below their names', () => {
    const { x, y, width, height } = nestedLayout(
      boxes(
        [1, 0, 0, 1, 0, 0],
        [
          [2, 1],
          [1, 4],
          [4, 5],
        ],
      ),
      nested,
    );
    for (const [inner, outer] of [
      [1, 0],
      [2, 0],
      [4, 3],
    ]) {
      expect(x[inner]).toBeGreaterThanOrEqual(x[outer] + 6);
      expect(x[inner] + width[inner]).toBeLessThanOrEqual(x[outer] + width[outer] - 6);
      expect(y[inner]).toBeGreaterThanOrEqual(y[outer] + 20);
      expect(y[inner] + height[inner]).toBeLessThanOrEqual(y[outer] + height[outer] - 6 + 1e-9);
    }
    // What uses stands above, whole boxes by what is in them.
    expect(y[2] + height[2]).toBeLessThan(y[1]);
    expect(y[0] + height[0]).toBeLessThan(y[3]);
    expect(y[3] + height[3]).toBeLessThan(y[5]);
  });

  it('are laid out by the links between those side by side, not by others', () => {
    // Only what stands in the second box is linked to what stands in the first: in neither is anything above anything.
    const { y } = nestedLayout(
      boxes(
        [1, 0, 0, 1, 0, 0],
        [
          [1, 4],
          [2, 4],
        ],
      ),
      { ...nested, proportion: 100 },
    );
    expect(y[1]).toBe(y[2]);
    expect(y[0]).toBeLessThan(y[3]);
  });

  it('keep their places in their own box, whatever is opened in another', () => {
    const links: [number, number][] = [
      [2, 1],
      [1, 4],
    ];
    const within = (isOpen: readonly number[], own: readonly [number, number][]): number[] => {
      const { x, y } = nestedLayout(boxes(isOpen, own), nested);
      return [x[1] - x[0], y[1] - y[0], x[2] - x[0], y[2] - y[0]];
    };
    expect(within([1, 0, 0, 1, 0, 0], links)).toEqual(within([1, 0, 0, 1, 0, 0], [...links, [4, 5]]));
  });
});

it('edges that a longer path implies are those whose ends another path joins', () => {
  fc.assert(
    fc.property(anyEdges, anyPlace, (edges, place) => {
      const graph = graphOf(COUNT, edges);
      const implied = impliedEdges(graph, place);
      const down = (from: number): number[] =>
        Array.from(graph.to.subarray(graph.start[from], graph.start[from + 1])).filter(
          (to) => place[to] < place[from],
        );
      const reaches = (from: number, to: number): boolean =>
        from === to || down(from).some((next) => reaches(next, to));
      for (let from = 0; from < COUNT; from++)
        for (let edge = graph.start[from]; edge < graph.start[from + 1]; edge++) {
          const to = graph.to[edge];
          const isImplied =
            place[to] < place[from] && down(from).some((next) => next !== to && reaches(next, to));
          expect(implied[edge]).toBe(isImplied ? 1 : 0);
        }
    }),
  );
});
