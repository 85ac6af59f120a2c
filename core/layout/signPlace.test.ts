import { describe, expect, it } from 'vitest';
import { pointOnCurve } from './curves.ts';
import type { Curve } from './edgePaths.ts';
import { signPlace } from './signPlace.ts';

/** Straight down from (100, 0) to (100, 1000). */
const down: Curve = [100, 0, 100, 250, 100, 750, 100, 1000];
const middle = { x: 100, y: 500 };
const room = { left: 14, right: 8, half: 6 };
const box = (x: number, y: number, width: number, height: number) => ({ x, y, width, height });

describe('the place of a sign', () => {
  it('is the middle where that is free, boxes beside it or not', () => {
    expect(signPlace(down, middle, [], room)).toEqual(middle);
    expect(signPlace(down, middle, [box(108, 490, 50, 20), box(0, 490, 86, 20)], room)).toEqual(middle);
  });

  it('is the next free one along the curve', () => {
    const above = pointOnCurve(down, 0.445);
    expect(signPlace(down, middle, [box(90, 480, 40, 60)], room)).toEqual({ x: above[0], y: above[1] });
    // It would be hidden in part.
    expect(signPlace(down, middle, [box(107, 490, 50, 20)], room)).toEqual({ x: above[0], y: above[1] });
    const below = pointOnCurve(down, 0.555);
    expect(signPlace(down, middle, [box(90, 300, 40, 220)], room)).toEqual({ x: below[0], y: below[1] });
  });

  it('is the middle where all is hidden', () => {
    expect(signPlace(down, middle, [box(0, 0, 200, 1000)], room)).toEqual(middle);
  });
});
