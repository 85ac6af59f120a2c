import type { Box, Curve } from './edgePaths.ts';

/** So many straight pieces stand for a curve where a distance to it is asked for. */
const PIECES = 32;

/** The box around a curve: that of its four points, in which all of it lies. */
export function boxOfCurve([x1, y1, x2, y2, x3, y3, x4, y4]: Curve): Box {
  const [x, y] = [Math.min(x1, x2, x3, x4), Math.min(y1, y2, y3, y4)];
  return { x, y, width: Math.max(x1, x2, x3, x4) - x, height: Math.max(y1, y2, y3, y4) - y };
}

/** The point of a curve at a place on it, from 0 to 1. */
export function pointOnCurve([x1, y1, x2, y2, x3, y3, x4, y4]: Curve, t: number): [x: number, y: number] {
  const s = 1 - t;
  const [a, b, c, d] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
  return [a * x1 + b * x2 + c * x3 + d * x4, a * y1 + b * y2 + c * y3 + d * y4];
}

/** The same curve on a sheet that is turned over, so that down is to the right. */
export function turnedCurve([x1, y1, x2, y2, x3, y3, x4, y4]: Curve): Curve {
  return [y1, x1, y2, x2, y3, x3, y4, x4];
}

/** The distance from a point to a curve, in pixels, to within what 32 straight pieces differ from it. */
export function distanceToCurve(curve: Curve, x: number, y: number): number {
  let least = Infinity;
  let [fromX, fromY] = curve;
  for (let piece = 1; piece <= PIECES; piece++) {
    const [toX, toY] = pointOnCurve(curve, piece / PIECES);
    least = Math.min(least, distanceToPiece(fromX, fromY, toX, toY, x, y));
    [fromX, fromY] = [toX, toY];
  }
  return least;
}

function distanceToPiece(x1: number, y1: number, x2: number, y2: number, x: number, y: number): number {
  const [dx, dy] = [x2 - x1, y2 - y1];
  const length = dx * dx + dy * dy;
  const t = length === 0 ? 0 : Math.max(0, Math.min(1, ((x - x1) * dx + (y - y1) * dy) / length));
  return Math.hypot(x1 + t * dx - x, y1 + t * dy - y);
}

/** Place of the curve that passes nearest to a point, and not farther than `reach` pixels from it; -1 for none. O(curves). */
export function nearestCurve(curves: readonly Curve[], x: number, y: number, reach: number): number {
  let [nearest, least] = [-1, reach];
  curves.forEach((curve, at) => {
    const box = boxOfCurve(curve);
    const isFar =
      x < box.x - least ||
      y < box.y - least ||
      x > box.x + box.width + least ||
      y > box.y + box.height + least;
    if (isFar) return;
    const distance = distanceToCurve(curve, x, y);
    if (distance <= least && (distance < least || nearest < 0)) [nearest, least] = [at, distance];
  });
  return nearest;
}

/** Pieces that follow one another as one path, as a style has it. */
export function pathOf(curves: readonly Curve[]): string {
  return curves
    .map(
      ([x1, y1, x2, y2, x3, y3, x4, y4], at) =>
        `${at === 0 ? 'M' : 'L'}${x1} ${y1}C${x2} ${y2} ${x3} ${y3} ${x4} ${y4}`,
    )
    .join('');
}
