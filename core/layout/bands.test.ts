import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { bandLayout, orderBesides, type Shared } from './bands.ts';

const room = { scale: 10, least: 15, gap: 5 };

describe('bands between two columns', () => {
  it('fill boxes as tall as what they hold, those of one group without crossing', () => {
    const shared: Shared[] = [
      { left: 0, right: 1, count: 3 },
      { left: 0, right: 0, count: 2 },
      { left: 1, right: 1, count: 1 },
    ];
    const { left, right, bands, height } = bandLayout(shared, { left: [5, 1], right: [2, 4] }, room);
    expect(left).toEqual([
      { y: 0, height: 50 },
      { y: 55, height: 15 },
    ]);
    expect(right).toEqual([
      { y: 0, height: 20 },
      { y: 25, height: 40 },
    ]);
    expect(bands).toEqual([
      { shared: 0, leftY: 20, rightY: 25, height: 30 },
      { shared: 1, leftY: 0, rightY: 0, height: 20 },
      { shared: 2, leftY: 55, rightY: 55, height: 10 },
    ]);
    expect(height).toBe(70);
  });

  it('stay in their boxes and do not overlap there', () => {
    const anyCells = fc.array(fc.array(fc.nat(5), { minLength: 3, maxLength: 3 }), {
      minLength: 3,
      maxLength: 3,
    });
    fc.assert(
      fc.property(anyCells, (cells) => {
        const shared = cells.flatMap((row, left) =>
          row.flatMap((count, right) => (count > 0 ? [{ left, right, count }] : [])),
        );
        const total = (of: (each: Shared) => number, box: number): number =>
          shared.filter((each) => of(each) === box).reduce((sum, { count }) => sum + count, 0);
        const sides = {
          left: [0, 1, 2].map((box) => total(({ left }) => left, box)),
          right: [0, 1, 2].map((box) => total(({ right }) => right, box)),
        };
        const found = bandLayout(shared, sides, room);
        for (const [side, y] of [
          ['left', 'leftY'],
          ['right', 'rightY'],
        ] as const)
          found[side].forEach((box, at) => {
            const own = found.bands
              .filter((band) => shared[band.shared][side] === at)
              .sort((a, b) => a[y] - b[y]);
            own.forEach((band, i) =>
              expect(band[y]).toBeCloseTo(i === 0 ? box.y : own[i - 1][y] + own[i - 1].height),
            );
            const last = own.at(-1);
            if (last) expect(last[y] + last.height).toBeLessThanOrEqual(box.y + box.height + 1e-9);
          });
      }),
    );
  });

  it('cross less in the order by the mean of what is shared', () => {
    const shared: Shared[] = [
      { left: 0, right: 2, count: 1 },
      { left: 1, right: 0, count: 1 },
      { left: 2, right: 0, count: 1 },
      { left: 0, right: 1, count: 1 },
      { left: 2, right: 1, count: 1 },
    ];
    expect(orderBesides(shared, 4)).toEqual([2, 1, 0, 3]);
  });
});
