import fc from 'fast-check';
import { expect, it } from 'vitest';
import { boxOfCurve, distanceToCurve, nearestCurve } from './curves.ts';
import type { Curve } from './edgePaths.ts';

const straight = (x1: number, y1: number, x2: number, y2: number): Curve => [x1, y1, x1, y1, x2, y2, x2, y2];
const coordinate = fc.integer({ min: -2000, max: 2000 });
const eight = Array.from({ length: 8 }, () => coordinate);
const curves = fc.tuple(...eight).map((numbers) => numbers as unknown as Curve);

/** The point of a curve at a place from 0 to 1, by halving between its points (de Casteljau). */
function pointAt(curve: Curve, t: number): [number, number] {
  let points = [0, 2, 4, 6].map((at): [number, number] => [curve[at], curve[at + 1]]);
  while (points.length > 1)
    points = points
      .slice(1)
      .map(([x, y], at) => [(1 - t) * points[at][0] + t * x, (1 - t) * points[at][1] + t * y]);
  return points[0];
}

it('the distance to a curve is to its line, and beyond an end to the end', () => {
  expect(distanceToCurve(straight(0, 0, 100, 0), 50, 7)).toBeCloseTo(7);
  expect(distanceToCurve(straight(0, 0, 100, 0), 103, 4)).toBeCloseTo(5);
  expect(distanceToCurve(straight(5, 5, 5, 5), 8, 9)).toBeCloseTo(5);
});

it('a curve lies in its box, and its own points are on it', () => {
  fc.assert(
    fc.property(curves, fc.integer({ min: 0, max: 32 }), (curve, step) => {
      const [x, y] = pointAt(curve, step / 32);
      const box = boxOfCurve(curve);
      expect(x).toBeGreaterThanOrEqual(box.x - 1e-6);
      expect(x).toBeLessThanOrEqual(box.x + box.width + 1e-6);
      expect(y).toBeGreaterThanOrEqual(box.y - 1e-6);
      expect(y).toBeLessThanOrEqual(box.y + box.height + 1e-6);
      expect(distanceToCurve(curve, x, y)).toBeLessThan(1e-6);
    }),
  );
});

it('the nearest curve is the one with the least distance, and none where all are too far', () => {
  const all = [straight(0, 0, 100, 0), straight(0, 10, 100, 10), straight(0, 300, 100, 300)];
  expect(nearestCurve(all, 50, 3, 6)).toBe(0);
  expect(nearestCurve(all, 50, 8, 6)).toBe(1);
  expect(nearestCurve(all, 50, 6, 6)).toBe(1);
  expect(nearestCurve(all, 50, 100, 6)).toBe(-1);
  fc.assert(
    fc.property(fc.array(curves, { maxLength: 12 }), coordinate, coordinate, (some, x, y) => {
      const distances = some.map((curve) => distanceToCurve(curve, x, y));
      const least = Math.min(...distances);
      const found = nearestCurve(some, x, y, 400);
      if (least > 400) expect(found).toBe(-1);
      else expect(distances[found]).toBe(least);
    }),
  );
});
