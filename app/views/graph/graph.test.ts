import { expect, describe, it } from 'vitest';
import { nearestBox } from './nearestBox.ts';

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
