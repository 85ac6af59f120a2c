import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { arcPath, sideArcs, type RowLink } from './sideArcs.ts';

const room = { rows: 5, height: 10, down: 100, up: 40 };
const link = (from: number, to: number, weight = 1): RowLink => ({ from, to, weight });

describe('arcs beside rows', () => {
  it('begin and end at the middle of their rows, and bulge right down the page and left up it', () => {
    const [down, up] = sideArcs([link(0, 4), link(4, 0)], room);
    expect(down).toEqual({ link: 0, y1: 5, y2: 45, bulge: 100, width: 5 });
    expect(up).toMatchObject({ link: 1, y1: 45, y2: 5, bulge: -40 });
    expect(arcPath(down, 50)).toBe(`M50 5C${50 + 100 / 0.75} 5 ${50 + 100 / 0.75} 45 50 45`);
  });

  it('stay within what there is room for, longer ones farther out, the strong ones drawn last', () => {
    const anyLink = fc
      .record({ from: fc.nat(4), to: fc.nat(4), weight: fc.integer({ min: 1, max: 500 }) })
      .filter(({ from, to }) => from !== to);
    fc.assert(
      fc.property(fc.array(anyLink), (links) => {
        const arcs = sideArcs(links, room);
        expect(arcs.map((arc) => arc.link).sort((a, b) => a - b)).toEqual([...links.keys()]);
        arcs.forEach((arc, at) => {
          const { from, to } = links[arc.link];
          expect(Math.sign(arc.bulge)).toBe(Math.sign(to - from));
          expect(arc.bulge).toBeLessThanOrEqual(room.down);
          expect(arc.bulge).toBeGreaterThanOrEqual(-room.up);
          for (const other of arcs.slice(at + 1)) {
            expect(other.width).toBeGreaterThanOrEqual(arc.width);
            const longer = links[other.link].to - links[other.link].from > to - from;
            if (to > from && longer) expect(other.bulge).toBeGreaterThan(arc.bulge);
          }
        });
      }),
    );
  });

  it('are as thick as the root of their weight says', () => {
    const width = (weight: number): number =>
      sideArcs([link(0, 1, weight), link(0, 2, 100)], room).find((arc) => arc.link === 0)!.width;
    expect(width(25)).toBe(3);
    expect(width(1)).toBeCloseTo(1.4);
  });
});
