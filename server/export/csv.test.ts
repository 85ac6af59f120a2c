import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { csvOf, plainCell } from './csv.ts';

const anyCell = fc.oneof(
  fc.string({ unit: 'binary' }),
  fc.string({ unit: fc.constantFrom(...'=+-@\'\t\r\n;|,"ab\\u{}1\u202e\u001b') }),
);

describe('CSV', () => {
  it.each([
    ["=cmd|' /C calc'!A0", `"'=cmd|' /C calc'!A0"\n`],
    ['+1', `"'+1"\n`],
    ['-key.ts', `"'-key.ts"\n`],
    ['@SUM(A1)', `"'@SUM(A1)"\n`],
    ['\t=1', `"'\t'=1"\n`],
    ['\r=1', `"'\r'=1"\n`],
    ['=HYPERLINK("http://x")', `"'=HYPERLINK(""http://x"")"\n`],
    ['src/a.ts', 'src/a.ts\n'],
    ['a, "b"', '"a, ""b"""\n'],
    ['a;=1', `"a;'=1"\n`],
    ['a|@b', `"a|'@b"\n`],
    ['a\n=1', `"a\n'=1"\n`],
    ["a;'=1", `"a;''=1"\n`],
    ["'=1", `"''=1"\n`],
    ['a;b', '"a;b"\n'],
    ['a\u202eb\u001b[2J', '"a\\u{202e}b\\u{1b}[2J"\n'],
  ])('the text %j is no formula, and seen as it is', (text, line) => {
    expect(csvOf([[text]]).replace(/^([^"].*[^"])\n$/, '"$1"\n')).toBe(
      line.replace(/^([^"].*[^"])\n$/, '"$1"\n'),
    );
  });

  it('is quoted only where that is needed', () => {
    expect(csvOf([['src/a.ts', 'a b', 'a;b', 'a,b']])).toBe('src/a.ts,a b,"a;b","a,b"\n');
  });

  it('numbers stay numbers, those below zero too', () => {
    expect(csvOf([[-1.5, 0, 3]])).toBe('-1.5,0,3\n');
  });

  it('any text comes back, no part of it begins as a formula does, and none steers a terminal', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(anyCell, anyCell), { minLength: 1 }), (rows) => {
        const read: string[][] = parse(csvOf(rows), { relax_column_count: true });
        for (const cell of read.flat()) {
          expect(cell).not.toMatch(/(^|[;|\t\r\n])[=+\-@\t\r]/);
          // eslint-disable-next-line no-control-regex -- these are what is looked for
          expect(cell).not.toMatch(/[\u0000-\u0008\u001b\u007f-\u009f\u202a-\u202e\u2066-\u2069]/);
        }
        expect(read.map((cells) => cells.map(plainCell))).toEqual(rows.map((row) => [...row]));
      }),
    );
  });
});
