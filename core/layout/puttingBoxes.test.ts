import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { PlacedBoxes } from './nestedLayout.ts';
import { withBoxesPut, type Put } from './puttingBoxes.ts';

const ROOM = { padding: 12, heading: 24 };

/** Boxes in boxes, each large enough for what is in it. */
const anyBoxes = fc
  .array(fc.record({ around: fc.nat(5), x: fc.nat(300), y: fc.nat(300) }), { minLength: 1, maxLength: 8 })
  .map((all) => {
    const parent = all.map(({ around }, i) => (around < i ? around : -1));
    const isOpen = all.map((_, i) => (parent.includes(i) ? 1 : 0));
    const placed: PlacedBoxes = {
      x: Float64Array.from(all, ({ x }) => x),
      y: Float64Array.from(all, ({ y }) => y),
      width: new Float64Array(all.length).fill(80),
      height: new Float64Array(all.length).fill(28),
    };
    return {
      parent,
      isOpen,
      placed: withBoxesPut({ parent, isOpen }, placed, [{ box: 0, x: all[0].x, y: all[0].y }], ROOM),
    };
  });

it('a box stands where it was put, with all that is in it as before, and every group holds what is in it', () => {
  fc.assert(
    fc.property(anyBoxes, fc.nat(7), fc.nat(500), fc.nat(500), ({ parent, isOpen, placed }, at, x, y) => {
      const box = at % parent.length;
      const put: Put = { box, x, y };
      const after = withBoxesPut({ parent, isOpen }, placed, [put], ROOM);
      const isIn = (own: number, outer: number): boolean => {
        for (let each = own; each >= 0; each = parent[each]) if (each === outer) return true;
        return false;
      };
      parent.forEach((around, own) => {
        const [dx, dy] = isIn(own, box) ? [x - placed.x[box], y - placed.y[box]] : [0, 0];
        if (!isIn(box, own) || own === box) {
          expect([after.x[own], after.y[own]]).toEqual([placed.x[own] + dx, placed.y[own] + dy]);
          expect([after.width[own], after.height[own]]).toEqual([placed.width[own], placed.height[own]]);
        }
        if (around < 0) return;
        expect(after.x[own] - after.x[around]).toBeGreaterThanOrEqual(ROOM.padding);
        expect(after.y[own] - after.y[around]).toBeGreaterThanOrEqual(ROOM.padding + ROOM.heading);
        const [right, bottom] = [after.x[own] + after.width[own], after.y[own] + after.height[own]];
        expect(after.x[around] + after.width[around] - right).toBeGreaterThanOrEqual(ROOM.padding);
        expect(after.y[around] + after.height[around] - bottom).toBeGreaterThanOrEqual(ROOM.padding);
      });
    }),
  );
});

it('nothing that was put leaves all as it is', () => {
  fc.assert(
    fc.property(anyBoxes, ({ parent, isOpen, placed }) => {
      expect(withBoxesPut({ parent, isOpen }, placed, [], ROOM)).toBe(placed);
    }),
  );
});
