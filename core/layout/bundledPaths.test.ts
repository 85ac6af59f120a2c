import fc from 'fast-check';
import { expect, it } from 'vitest';
import { bundledPaths } from './bundledPaths.ts';
import { pathOf } from './curves.ts';
import type { Box } from './edgePaths.ts';

type Nested = Box & { parent: number };
const box = (parent: number, x: number, y: number, width = 100, height = 20): Nested => ({
  ...{ parent, x, y, width, height },
});

//  0 on top; below it 1, open, with 2, 3 and the open 4, in which 5 stands
const boxes = [
  box(-1, 100, 0),
  box(-1, 0, 100, 400, 300),
  box(1, 10, 120),
  box(1, 150, 120),
  box(1, 10, 200, 200, 150),
  box(4, 20, 240),
];

it('links from one box into a group have one trunk, which parts at its rim and at the rims in it', () => {
  const edges = [2, 3, 5].map((to) => ({ from: 0, to }));
  const { pieces, piecesOf } = bundledPaths(boxes, edges);
  expect(pieces.map(({ from, to, edges }) => [from, to, edges])).toEqual([
    [0, 1, [0, 1, 2]],
    [0, 2, [0]],
    [0, 3, [1]],
    [0, 5, [2]],
    [0, 4, [2]],
  ]);
  expect(piecesOf).toEqual([
    [0, 1],
    [0, 2],
    [0, 4, 3],
  ]);
  expect(pieces[0].curve.slice(6)).toEqual([200, 100]);
});

it('links within one group have nothing in common, and those out of it its gate', () => {
  const edges = [
    { from: 2, to: 3 },
    { from: 2, to: 0 },
    { from: 5, to: 0 },
  ];
  const { pieces, piecesOf } = bundledPaths(boxes, edges);
  expect(pieces.map(({ from, to, edges }) => [from, to, edges])).toEqual([
    [2, 3, [0]],
    [2, 0, [1]],
    [1, 0, [1, 2]],
    [5, 0, [2]],
    [4, 0, [2]],
  ]);
  expect(piecesOf).toEqual([[0], [1, 2], [3, 4, 2]]);
  // Up the page they go around the left.
  expect(pieces[2].curve.slice(0, 1)).toEqual([0]);
});

/** Boxes in boxes: each stands in an earlier one, or in none, at any place. */
const nested = fc
  .array(
    fc.record({ in: fc.nat(), x: fc.integer({ min: 0, max: 900 }), y: fc.integer({ min: 0, max: 900 }) }),
    { minLength: 2, maxLength: 14 },
  )
  .map((all) =>
    all.map((each, at) =>
      box((each.in % (at + 1)) - 1, each.x, each.y, 40 + (each.x % 7), 20 + (each.y % 5)),
    ),
  );

it('a link leads without a gap from the rim of its user to the rim of what it uses, over pieces of just its kind', () => {
  fc.assert(
    fc.property(
      nested,
      fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 20 }),
      fc.constantFrom('down' as const, 'right' as const),
      (all, pairs, flow) => {
        const isIn = (at: number, outer: number): boolean =>
          at >= 0 && (at === outer || isIn(all[at].parent, outer));
        const edges = pairs
          .map(([a, b]) => ({ from: a % all.length, to: b % all.length }))
          .filter(({ from, to }) => !isIn(from, to) && !isIn(to, from));
        const { pieces, piecesOf } = bundledPaths(all, edges, flow);
        const onRim = (at: number, x: number, y: number): boolean => {
          const { x: left, y: top, width, height } = all[at];
          const [right, low] = [left + width, top + height];
          const isBeside = x === left || Math.abs(x - right) < 1e-9;
          const isOver = y === top || Math.abs(y - low) < 1e-9;
          return (isBeside && y >= top && y <= low) || (isOver && x >= left && x <= right);
        };
        edges.forEach(({ from, to }, edge) => {
          const curves = piecesOf[edge].map((at) => pieces[at].curve);
          const last = curves[curves.length - 1];
          expect(onRim(from, curves[0][0], curves[0][1])).toBe(true);
          expect(onRim(to, last[6], last[7])).toBe(true);
          for (let i = 1; i < curves.length; i++)
            expect(curves[i].slice(0, 2)).toEqual(curves[i - 1].slice(6));
        });
        for (const piece of pieces) {
          const ofKind = edges.flatMap((edge, at) =>
            isIn(edge.from, piece.from) && isIn(edge.to, piece.to) ? [at] : [],
          );
          expect(piece.edges).toEqual(ofKind);
        }
      },
    ),
  );
});

it('pieces make one path', () => {
  expect(
    pathOf([
      [0, 0, 0, 5, 9, 5, 9, 10],
      [9, 10, 9, 15, 20, 15, 20, 20],
    ]),
  ).toBe('M0 0C0 5 9 5 9 10L9 10C9 15 20 15 20 20');
});
