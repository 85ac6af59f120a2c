import { expect, describe, it } from 'vitest';
import { boxesMeet as meets } from '../../../core/layout/boxesMeet.ts';
import type { LinkLook } from '../../../server/views/graph/linkLook.ts';
import { paintLinks, type Brush, type PaintedLink } from './links/paintLinks.ts';
import { nearestBox } from './nearestBox.ts';
import { isInBox, litBy } from './useLighting.ts';

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

describe('links on an image', () => {
  const plain: LinkLook = { colour: '#123456', opacity: 0.45, thickness: 2, dash: [] };
  const link = (x: number, y: number, own: Partial<PaintedLink> = {}): PaintedLink => ({
    curve: [x, y, x, y, x + 50, y, x + 50, y],
    look: plain,
    middle: { x: x + 25, y },
    isNotched: false,
    broken: null,
    sign: '',
    ...own,
  });
  /** What was done with the brush, in order: what was called with what, and the colours and widths of each stroke. */
  function painted(links: readonly PaintedLink[], area = { x: 0, y: 0, width: 100, height: 100 }): string[] {
    const done: string[] = [];
    const brush = new Proxy(
      {},
      {
        get: (set: Record<string, unknown>, name: string) => {
          return (...given: unknown[]) => {
            const styles = [set.strokeStyle, set.lineWidth, set.globalAlpha].join(' ');
            done.push(`${name} ${name === 'stroke' ? styles : JSON.stringify(given)}`);
          };
        },
      },
    );
    paintLinks(brush as unknown as Brush, links, { area, resolution: 2 });
    return done;
  }

  it('are painted where they pass through it, in its scale, from its corner', () => {
    const done = painted([link(10, 10), link(10, 400)], { x: 5, y: 7, width: 100, height: 100 });
    expect(done).toEqual([
      'setTransform [2,0,0,2,-10,-14]',
      'setLineDash [[]]',
      'beginPath []',
      'moveTo [10,10]',
      'bezierCurveTo [10,10,60,10,60,10]',
      'stroke #123456 2 0.45',
    ]);
  });

  it('are painted where they only cross it, or reach into it with their thickness', () => {
    const crossing = link(0, 0, { curve: [50, -900, 50, -900, 50, 900, 50, 900] });
    const strokes = (links: PaintedLink[]): number =>
      painted(links).filter((done) => done.startsWith('stroke')).length;
    expect(strokes([crossing])).toBe(1);
    expect([strokes([link(10, -10)]), strokes([link(10, -14)])]).toEqual([1, 0]);
  });

  it('bear the notch of what is against the order, whole where the link is dashed, and the sign of a change', () => {
    const done = painted([link(0, 10, { look: { ...plain, dash: [5, 4] }, isNotched: true, sign: '+' })]);
    expect(done.filter((each) => /Dash|lineTo|fillText|stroke/.test(each))).toEqual([
      'setLineDash [[5,4]]',
      'stroke #123456 2 0.45',
      'setLineDash [[]]',
      'lineTo [30,10]',
      'stroke #123456 2 0.45',
      'fillText ["+",31,15]',
    ]);
  });

  it('bear the sign of what breaks a rule, as plain where the link is faint', () => {
    const done = painted([link(0, 10, { look: { ...plain, opacity: 0.1 }, broken: '#b8362a' })]);
    expect(done.filter((each) => /moveTo|lineTo|stroke/.test(each))).toEqual([
      'moveTo [0,10]',
      'stroke #123456 2 0.1',
      'moveTo [19,5]',
      'lineTo [19,15]',
      'moveTo [19,10]',
      'lineTo [25,10]',
      'stroke #b8362a 2 1',
    ]);
  });
});
