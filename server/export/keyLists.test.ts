import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keysIn } from './keyLists.ts';

describe('keys from a file', () => {
  it.each([
    ['a list in JSON', '["a.ts", "b.ts#B"]', ['a.ts', 'b.ts#B']],
    ['a shortlist as it is exported', '{ "name": "x", "keys": ["a.ts"] }', ['a.ts']],
    ['keys, one a line', 'a.ts\r\nb.ts\n\n', ['a.ts', 'b.ts']],
    ['a table', 'key,name\n"a, ""b"".ts",x\nc.ts,y\n', ['a, "b".ts', 'c.ts']],
    ['a table of measures', 'key,cyclomatic,fanIn\na.ts#f,3,0\n', ['a.ts#f']],
    ['nothing', '', []],
  ])('are read from %s', (_, text, keys) => {
    expect(keysIn(text)).toEqual(keys);
  });

  it.each(['{', '[1, 2]', '{ "names": [] }'])('other JSON is refused: %s', (text) => {
    expect(() => keysIn(text)).toThrow('This JSON holds no shortlist');
  });

  it('come back as they were put into a table, whatever characters they hold', () => {
    const key = fc.stringMatching(/^[a-z][a-z", #~]{0,12}[a-z]$/);
    fc.assert(
      fc.property(fc.array(key, { minLength: 1 }), (keys) => {
        const table = ['key,name', ...keys.map((own) => `"${own.replaceAll('"', '""')}",x`)].join('\n');
        expect(keysIn(table)).toEqual(keys);
      }),
    );
  });
});
