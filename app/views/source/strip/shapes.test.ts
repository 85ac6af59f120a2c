import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CONSTRUCT } from '../../../../core/facts/constructs.ts';
import { lineAtPoint, lineShapes, PLAIN, placeOfLine, stripLayout, wholeLayout } from './shapes.ts';

const runs = (text: string, spans: number[] = []): string[] => {
  const { count, runStart, column, length, construct } = lineShapes(text, spans);
  return Array.from({ length: count }, (_, line) =>
    Array.from(
      { length: runStart[line + 1] - runStart[line] },
      (_, i) =>
        `${column[runStart[line] + i]}+${length[runStart[line] + i]}:${construct[runStart[line] + i]}`,
    ).join(' '),
  );
};

describe('lines seen from afar', () => {
  it('keep their indent, their gaps and what they are made of', () => {
    const text = '\tlet a = 1;  // one\n\nb';
    const comment = [text.indexOf('//'), text.indexOf('\n'), CONSTRUCT.comment, -1];
    expect(runs(text, comment)).toEqual([`4+10:${PLAIN} 16+6:${CONSTRUCT.comment}`, '', `0+1:${PLAIN}`]);
  });

  it('as many as the text has', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[ab \t\n]{0,60}$/), (text) => {
        expect(lineShapes(text, []).count).toBe(text.split('\n').length);
      }),
    );
  });
});

describe('a drawing of a whole file', () => {
  it('leads from each line to its place and back, as a strip and in columns', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20_000 }), fc.nat(), fc.boolean(), (count, pick, isWhole) => {
        const layout = isWhole ? wholeLayout(count, 900, 600, 6) : stripLayout(count, 84, 600, 3);
        const line = pick % count;
        const { x, y } = placeOfLine(layout, line);
        expect(lineAtPoint(layout, count, x + 1, y + layout.lineHeight / 2)).toBe(line);
        expect(y).toBeLessThanOrEqual(600);
      }),
    );
  });
});
