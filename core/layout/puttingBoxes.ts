import type { NestedBoxes, PlacedBoxes } from './nestedLayout.ts';

/** Where a box was put. */
export interface Put {
  box: number;
  x: number;
  y: number;
}

/**
 * The same layout with some boxes where they were put, each with all that stands in it; boxes around them grow as far as it
 * takes, and nothing else moves. `heading` are the pixels above what stands in a box. O(boxes + puts · boxes).
 */
export function withBoxesPut(
  { parent, isOpen }: Pick<NestedBoxes, 'parent' | 'isOpen'>,
  placed: PlacedBoxes,
  puts: readonly Put[],
  { padding, heading }: { padding: number; heading: number },
): PlacedBoxes {
  if (puts.length === 0) return placed;
  const count = parent.length;
  const x = placed.x.slice();
  const y = placed.y.slice();
  const width = placed.width.slice();
  const height = placed.height.slice();
  // A box around another is put first, so that what was put in it by hand is moved from where that brought it.
  for (const { box, x: left, y: top } of [...puts].sort((a, b) => a.box - b.box)) {
    const [dx, dy] = [left - x[box], top - y[box]];
    const moves = new Uint8Array(count);
    moves[box] = 1;
    // What stands in a box comes after it.
    for (let at = box; at < count; at++) {
      if (moves[at] === 0 && (parent[at] < 0 || moves[parent[at]] === 0)) continue;
      moves[at] = 1;
      x[at] += dx;
      y[at] += dy;
    }
  }
  for (let box = count - 1; box >= 0; box--) {
    const around = parent[box];
    if (around < 0 || isOpen[around] === 0) continue;
    const [left, top] = [
      Math.min(x[around], x[box] - padding),
      Math.min(y[around], y[box] - padding - heading),
    ];
    const right = Math.max(x[around] + width[around], x[box] + width[box] + padding);
    const bottom = Math.max(y[around] + height[around], y[box] + height[box] + padding);
    [x[around], y[around]] = [left, top];
    [width[around], height[around]] = [right - left, bottom - top];
  }
  return { x, y, width, height };
}
