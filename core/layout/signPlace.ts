import { pointOnCurve } from './curves.ts';
import type { Box, Curve } from './edgePaths.ts';

/** Room that a sign takes around its place: to the left, to the right, up and down, in pixels. */
export interface SignRoom {
  left: number;
  right: number;
  half: number;
}

/** Places along a curve, from 0 to 1, the middle first, then farther and farther from it. */
const places = Array.from({ length: 8 }, (_, step) => [
  0.5 - (step + 1) * 0.055,
  0.5 + (step + 1) * 0.055,
]).flat();

/** The place on a curve nearest to its middle at which no box hides a sign; the middle where there is none. O(boxes). */
export function signPlace(
  curve: Curve,
  middle: { x: number; y: number },
  boxes: readonly Box[],
  { left, right, half }: SignRoom,
): { x: number; y: number } {
  const isClear = ({ x, y }: { x: number; y: number }): boolean =>
    !boxes.some(
      (box) =>
        x + right > box.x &&
        x - left < box.x + box.width &&
        y + half > box.y &&
        y - half < box.y + box.height,
    );
  if (isClear(middle)) return middle;
  for (const place of places) {
    const [x, y] = pointOnCurve(curve, place);
    if (isClear({ x, y })) return { x, y };
  }
  return middle;
}
