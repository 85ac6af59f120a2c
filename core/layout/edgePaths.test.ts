import { expect, it } from 'vitest';
import { edgePaths, type Box } from './edgePaths.ts';

const box = (x: number, y: number): Box => ({ x, y, width: 100, height: 20 });

it('curves lead from the lower edge of a user to the upper edge of what it uses', () => {
  const [only] = edgePaths([box(0, 0), box(200, 100)], [{ from: 0, to: 1 }]);
  expect(only).toEqual({
    edge: 0,
    isUp: false,
    path: 'M50 20C50 60 250 60 250 100',
    curve: [50, 20, 50, 60, 250, 60, 250, 100],
    middle: { x: 150, y: 60 },
  });
});

it('curves that lead up the page go around the left of both boxes', () => {
  const [up] = edgePaths([box(0, 100), box(40, 0)], [{ from: 0, to: 1 }]);
  expect(up.isUp).toBe(true);
  const [, x1, y1, left, , , , x2] = /M(\S+) (\S+)C(\S+) (\S+) (\S+) (\S+) (\S+) (\S+)/
    .exec(up.path)!
    .map(Number);
  expect([x1, y1]).toEqual([0, 110]);
  expect([left < 0, x2]).toEqual([true, 40]);
  expect(up.middle.x).toBeLessThan(0);
  expect(up.middle.y).toBe(60);
  // Boxes beside each other are no way down.
  expect(edgePaths([box(0, 0), box(200, 0)], [{ from: 0, to: 1 }])[0].isUp).toBe(true);
});

it('several that leave one box stand side by side in the order of where they lead', () => {
  const boxes = [box(200, 0), box(400, 100), box(0, 100), box(200, 100)];
  const paths = edgePaths(boxes, [
    { from: 0, to: 1 },
    { from: 0, to: 2 },
    { from: 0, to: 3 },
  ]);
  const begins = paths.map(({ path }) => Number(/M(\S+)/.exec(path)![1]));
  expect(begins).toEqual([275, 225, 250]);
});

it('to the right curves are those of the page turned over', () => {
  const boxes = [box(0, 0), box(200, 60), box(40, 200)];
  const over = boxes.map(({ x, y, width, height }) => ({ x: y, y: x, width: height, height: width }));
  const edges = [
    { from: 0, to: 1 },
    { from: 2, to: 0 },
  ];
  const [down, up] = edgePaths(boxes, edges, 'right');
  const swapped = (path: string): string => path.replace(/(-?[\d.]+) (-?[\d.]+)/g, '$2 $1');
  expect([down.path, up.path].map(swapped)).toEqual(edgePaths(over, edges).map(({ path }) => path));
  expect(down.path.startsWith('M100 ')).toBe(true);
  expect(edgePaths(boxes, edges, 'right')[0].curve.slice(0, 2)).toEqual(
    edgePaths(over, edges)[0].curve.slice(0, 2).reverse(),
  );
  expect(edgePaths(over, edges)[1].middle).toEqual({ x: up.middle.y, y: up.middle.x });
});
