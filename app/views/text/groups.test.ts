import { describe, expect, it } from 'vitest';
import type { PlacedMatch } from '../../../server/views/textSearchView.ts';
import { grouped, matchedKeys } from './groups.ts';

const inside = (name: string): PlacedMatch['inside'] => ({ key: `a/x.ts#${name}`, name, kind: 'routine' });
const match = (line: number, column: number, name?: string): PlacedMatch => ({
  line,
  column,
  length: 4,
  shown: 'toll = toll + toll',
  at: column - 1,
  inside: name === undefined ? null : inside(name),
});

const files = [
  { path: 'b.ts', count: 1, matches: [match(1, 1)] },
  { path: 'a/y.ts', count: 90, matches: [match(7, 1)] },
  { path: 'a/x.ts', count: 4, matches: [match(1, 1), match(3, 1, 'f'), match(3, 8, 'f'), match(9, 1, 'g')] },
];

describe('matches in texts', () => {
  it('are grouped by folder, file and routine, with counts at each level', () => {
    const groups = grouped(files);
    expect(groups.map(({ folder, count }) => `${folder} ${count}`)).toEqual([' 1', 'a 94']);
    expect(groups[1].files.map(({ path }) => path)).toEqual(['a/x.ts', 'a/y.ts']);
    expect(groups[1].files[0].parts.map((part) => `${part.inside?.name ?? '-'} ${part.count}`)).toEqual([
      '- 1',
      'f 2',
      'g 1',
    ]);
  });

  it('on one line are one row, each marked in it', () => {
    const [, { files: inFolder }] = grouped(files);
    expect(inFolder[0].parts[1].lines).toEqual([{ line: 3, pieces: ['', 'toll', ' = ', 'toll', ' + toll'] }]);
  });

  it('stand for the routines they are in, or for the file', () => {
    expect(matchedKeys(files)).toEqual(['b.ts', 'a/y.ts', 'a/x.ts', 'a/x.ts#f', 'a/x.ts#g']);
  });
});
