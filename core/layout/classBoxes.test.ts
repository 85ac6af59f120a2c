import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BOX, classBox, roomIn, type BoxLine } from './classBoxes.ts';

const line = (text: string): BoxLine => ({ text, key: null, isAbstract: false, isStatic: false });

describe('the box of a type', () => {
  it('has room for its lines up to a width, and a compartment for each part that has any', () => {
    const box = classBox('a', [[line('Lock')], [], [line('+ open(1)'), line('+ close()')]]);
    expect(box.compartments.map((lines) => lines.length)).toEqual([1, 2]);
    expect(box.height).toBe(3 * BOX.line + 4 * BOX.padding);
    expect(classBox('a', [[line('x'.repeat(500))]]).width).toBe(BOX.most);
  });

  it('never cuts a line that fits', () => {
    const least = Math.floor((BOX.least - 2 * BOX.side) / BOX.character);
    const most = Math.floor((BOX.most - 2 * BOX.side) / BOX.character);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: most }), (letters) => {
        const room = roomIn(classBox('a', [[line('x'.repeat(letters))]]));
        expect(room).toBeGreaterThanOrEqual(Math.max(letters, least));
      }),
    );
  });
});
