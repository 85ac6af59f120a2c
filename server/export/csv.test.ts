import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { csvOf, plainCell } from './csv.ts';

describe('comma-separated values', () => {
  it.each([
    ["=cmd|' /C calc'!A0", `"'=cmd|' /C calc'!A0"\n`],
    ['+1', `"'+1"\n`],
    ['-key.ts', `"'-key.ts"\n`],
    ['@SUM(A1)', `"'@SUM(A1)"\n`],
    ['\t=1', `"'\t=1"\n`],
    ['\r=1', `"'\r=1"\n`],
    ['=HYPERLINK("http://x")', `"'=HYPERLINK(""http://x"")"\n`],
    ['src/a.ts', 'src/a.ts\n'],
    ['a, "b"', '"a, ""b"""\n'],
  ])('the text %j is no formula', (text, line) => {
    expect(csvOf([[text]])).toBe(line);
  });

  it('numbers stay numbers, those below zero too', () => {
    expect(csvOf([[-1.5, 0, 3]])).toBe('-1.5,0,3\n');
  });

  it('any text comes back, and none begins as a formula does', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.string(), fc.string()), { minLength: 1 }), (rows) => {
        const read: string[][] = parse(csvOf(rows), { relax_column_count: true });
        for (const cells of read) for (const cell of cells) expect(cell).not.toMatch(/^[=+\-@\t\r]/);
        // An apostrophe that stood there before is the one thing that cannot be told from ours.
        const isOurs = (text: string): boolean => !/^'[=+\-@\t\r]/.test(text);
        const told = read.map((cells) => cells.map(plainCell));
        if (rows.flat().every(isOurs)) expect(told).toEqual(rows.map((row) => [...row]));
      }),
    );
  });
});
