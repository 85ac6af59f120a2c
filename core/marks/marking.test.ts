import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { marker, type Marking } from './marking.ts';

let ids = 0;
const mark = (own: Partial<Marking>): Marking => ({
  ...{ id: ids++, name: 'a mark', manner: 'line', colour: 'sea', pattern: null, keys: null },
  ...own,
});
const marked = (marks: Marking[], keys: string[]): (string | null)[] => {
  const markOf = marker(marks);
  return keys.map((key) => markOf(key)?.name ?? null);
};

describe('a mark', () => {
  it('of a pattern is on paths and on what stands in those files, and of all below a folder on the folder too', () => {
    const tolls = [mark({ name: 'tolls', pattern: 'src/tolls/**' })];
    expect(marked(tolls, ['src/tolls', 'src/tolls/rate.ts', 'src/tolls/a/b.ts#Rate.of'])).toEqual(
      Array(3).fill('tolls'),
    );
    expect(marked(tolls, ['src', 'src/tollsX', 'src/tollsX/a.ts', 'npm:src/tolls'])).toEqual(
      Array(4).fill(null),
    );
    expect(marked([mark({ pattern: '**/*.sql' })], ['db/a.sql', 'a.sql', 'db'])).toEqual([
      'a mark',
      'a mark',
      null,
    ]);
  });

  it('with a number sign is on what is in files alone', () => {
    const tests = [mark({ pattern: '**/*#*Test' })];
    expect(marked(tests, ['src/a.ts#RateTest', 'src/a.ts#Rate', 'src/a.ts'])).toEqual(['a mark', null, null]);
  });

  it('of a shortlist is on what is in it, with all that stands in that', () => {
    const list = [mark({ keys: ['src/tolls', 'a.ts#T', 'b.ts'] })];
    expect(
      marked(list, [
        'src/tolls/x/y.ts#Z.m',
        'a.ts#T',
        'a.ts#T.m',
        'b.ts#f',
        'a.ts',
        'a.ts#Tx',
        'src',
        'c.b.ts',
      ]),
    ).toEqual([...Array<string>(4).fill('a mark'), null, null, null, null]);
    expect(marked([mark({ keys: [] })], ['a.ts', ''])).toEqual([null, null]);
  });

  it('is the first in order where several match', () => {
    const both = [mark({ name: 'one', pattern: '**/*.ts' }), mark({ name: 'two', pattern: 'src/**' })];
    expect(marked(both, ['src/a.ts', 'src/a.js', 'a.py'])).toEqual(['one', 'two', null]);
    expect(marked([...both].reverse(), ['src/a.ts'])).toEqual(['two']);
  });

  it('of a list is on a key just where the list holds one that it begins with, to the end of a name', () => {
    const path = fc
      .array(fc.constantFrom('a', 'b', 'c'), { minLength: 1, maxLength: 4 })
      .map((parts) => parts.join('/'));
    fc.assert(
      fc.property(fc.array(path, { maxLength: 5 }), path, (keys, key) => {
        const slow = keys.some((own) => key === own || key.startsWith(`${own}/`));
        expect(marker([mark({ keys })])(key) !== null).toBe(slow);
      }),
    );
  });
});
