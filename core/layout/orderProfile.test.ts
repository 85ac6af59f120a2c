import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boxesMeet } from './boxesMeet.ts';
import { distanceToCurve } from './curves.ts';
import { orderProfile, profileCurves, rankAt } from './orderProfile.ts';

describe('the steps of an order', () => {
  const profile = orderProfile([[100], [80, 90], [120]], 900);
  const [top, left, right, low] = profile.boxes;

  it('lead down to the right, with the groups of a rank side by side on one line', () => {
    expect(left.y).toBe(right.y);
    expect(left.x + left.width).toBeLessThan(right.x);
    expect([top.y < left.y, right.y < low.y]).toEqual([true, true]);
    expect(profile.steps.map(({ x }) => x)).toEqual(
      [...profile.steps.map(({ x }) => x)].sort((a, b) => a - b),
    );
    expect(profile.steps[2].y).toBe(low.y + low.height);
  });

  it('have what leads down on their left, and what leads up on their right', () => {
    const curves = (...links: { from: number; to: number }[]) =>
      profileCurves(profile.boxes, [0, 1, 1, 2], links).map(({ curve }) => curve);
    const [down, up, over] = curves({ from: 0, to: 3 }, { from: 3, to: 0 }, { from: 1, to: 2 });
    expect([down[0], down[1]]).toEqual([top.x + 50, top.y + top.height]);
    expect([down[2] <= low.x, down[6], down[7]]).toEqual([true, low.x, low.y + low.height / 2]);
    expect([up[0], up[1]]).toEqual([low.x + 60, low.y]);
    expect([up[2] >= top.x + top.width, up[6], up[7]]).toEqual([
      true,
      top.x + top.width,
      top.y + top.height / 2,
    ]);
    expect([over[1], over[7]]).toEqual([left.y, right.y]);
    expect(over[3]).toBeLessThan(left.y);
  });

  it('have links that leave one group side by side, and their marks apart, on the links', () => {
    const links = [0, 1, 2].map((to) => ({ from: 3, to }));
    const curves = profileCurves(profile.boxes, [0, 1, 1, 2], links);
    const begins = curves.map(({ curve }) => curve[0]);
    expect(new Set(begins).size).toBe(3);
    expect(begins.every((x) => x > low.x && x < low.x + low.width)).toBe(true);
    for (const { curve, mark } of curves) expect(distanceToCurve(curve, mark.x, mark.y)).toBeLessThan(1);
    expect(new Set(curves.map(({ mark }) => Math.round(mark.y))).size).toBe(3);
  });

  it('take what is let go of on a step, and make one between two', () => {
    const [first, second] = profile.steps;
    expect(rankAt(profile, first.y - 3)).toEqual({ rank: 0, isNewRank: false });
    expect(rankAt(profile, second.top + 5)).toEqual({ rank: 1, isNewRank: true });
    expect(rankAt(profile, second.y - 3)).toEqual({ rank: 1, isNewRank: false });
    expect(rankAt(profile, 10_000)).toEqual({ rank: 3, isNewRank: true });
    expect(rankAt(profile, -5)).toEqual({ rank: 0, isNewRank: true });
  });
});

it('no groups of an order overlap, and all stand on their own step, however many and however wide', () => {
  const ranks = fc.array(fc.array(fc.integer({ min: 40, max: 260 }), { minLength: 1, maxLength: 12 }), {
    minLength: 1,
    maxLength: 20,
  });
  fc.assert(
    fc.property(ranks, fc.integer({ min: 300, max: 1400 }), (all, width) => {
      const { boxes, steps, height } = orderProfile(all, width);
      boxes.forEach((box, i) =>
        boxes.slice(i + 1).forEach((other) => expect(boxesMeet(box, other)).toBe(false)),
      );
      let at = 0;
      all.forEach((groups, rank) => {
        for (const box of boxes.slice(at, at + groups.length)) {
          const { x, y, width: long, top } = steps[rank];
          expect(box.x >= x && box.x + box.width <= x + long).toBe(true);
          expect(box.y > top && box.y + box.height <= y).toBe(true);
        }
        at += groups.length;
      });
      expect(steps[steps.length - 1].y).toBeLessThan(height);
    }),
  );
});
