import { expect, describe, it } from 'vitest';
import { edgePaths } from '../../../core/layout/edgePaths.ts';
import { nearestBox } from './nearestBox.ts';
import { isInBox, litBy } from './useLighting.ts';
import { around, meets } from './useSeenArea.ts';

const node = (_: string, x: number, y: number, own: { isOpen?: boolean } = {}) => ({
  ...{ x, y, width: 100, height: 20, isOpen: false },
  ...own,
});

describe('the nearest box', () => {
  //  a   b
  //    c
  const boxes = [node('a', 0, 0), node('b', 200, 0), node('c', 90, 100), node('all', 0, 0, { isOpen: true })];
  it('lies in the direction of the key, straight ahead before aside, and is never an open one', () => {
    expect(nearestBox(boxes, 0, 'right')).toBe(1);
    expect(nearestBox(boxes, 1, 'left')).toBe(0);
    expect(nearestBox(boxes, 0, 'down')).toBe(2);
    expect(nearestBox(boxes, 2, 'up')).toBe(0);
    expect(nearestBox(boxes, 0, 'up')).toBe(-1);
    expect(nearestBox(boxes, -1, 'down')).toBe(0);
    expect(nearestBox([boxes[3]], -1, 'down')).toBe(-1);
  });
});

describe('what is drawn of a large drawing', () => {
  const box = (x: number, y: number, width: number, height: number) => ({ x, y, width, height });
  it('meets what is seen, edges included', () => {
    expect(meets(box(0, 0, 10, 10), box(10, 10, 5, 5))).toBe(true);
    expect(meets(box(0, 0, 10, 10), box(11, 0, 5, 5))).toBe(false);
    expect(meets(box(0, 0, 10, 10), box(2, -3, 1, 100))).toBe(true);
    expect(meets(box(0, 0, 10, 10), box(0, 10.5, 5, 5))).toBe(false);
  });

  it('has a link wherever its curve goes, both ways', () => {
    const [low, high] = [box(400, 300, 100, 20), box(0, 0, 100, 20)];
    for (const flow of ['down', 'right'] as const)
      for (const edge of [
        { from: 0, to: 1 },
        { from: 1, to: 0 },
      ]) {
        const [{ path }] = edgePaths([low, high], [edge], flow);
        const numbers = path.match(/-?[\d.]+/g)!.map(Number);
        const room = around(low, high);
        // A curve lies within its four points.
        for (let i = 0; i < numbers.length; i += 2)
          expect(meets(room, box(numbers[i], numbers[i + 1], 0, 0)), path).toBe(true);
      }
  });
});

describe('what is lit', () => {
  //  0 open: 1, 2     3, 4
  const nodes = [-1, 0, 0, -1, -1].map((parent) => ({ parent }));
  const edges = [
    { from: 1, to: 2 },
    { from: 2, to: 3 },
    { from: 4, to: 3 },
  ];
  it('are the links of a box with the boxes at their other ends', () => {
    expect(litBy(nodes, edges, 3)).toEqual({ links: [1, 2], beside: [2, 4] });
    expect(litBy(nodes, edges, 2)).toEqual({ links: [0, 1], beside: [1, 3] });
  });

  it('are those of all that stands in an open box, within it as well', () => {
    expect(litBy(nodes, edges, 0)).toEqual({ links: [0, 1], beside: [3] });
    expect([isInBox(nodes, 2, 0), isInBox(nodes, 3, 0), isInBox(nodes, 0, 2)]).toEqual([true, false, false]);
  });
});
