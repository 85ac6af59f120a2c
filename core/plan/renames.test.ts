import { describe, expect, it } from 'vitest';
import { renamedFiles, withRenamed } from './renames.ts';

const renamed = (before: Record<string, string>, after: Record<string, string>): object =>
  Object.fromEntries(renamedFiles(new Map(Object.entries(before)), new Map(Object.entries(after))));

describe('renamed files', () => {
  it('are those that are gone and come back under another path', () => {
    expect(
      renamed({ 'a.ts': '1', 'b.ts': '2', 'c.ts': '3' }, { 'x/a.ts': '1', 'b.ts': '2', 'd.ts': '4' }),
    ).toEqual({
      'a.ts': 'x/a.ts',
    });
  });

  it('of one content are told by their names, or not at all', () => {
    const before = { 'a/__init__.py': '', 'b/__init__.py': '', 'b/gate.py': '' };
    expect(renamed(before, { 'c/gate.py': '', 'c/__init__.py': '', 'd/__init__.py': '' })).toEqual({
      'b/gate.py': 'c/gate.py',
    });
  });

  it('are not those that were only copied, or changed where they lie', () => {
    expect(renamed({ 'a.ts': '1' }, { 'a.ts': '1', 'copy.ts': '1' })).toEqual({});
    expect(renamed({ 'a.ts': '1' }, { 'a.ts': '2' })).toEqual({});
  });
});

it('placings follow renamed files with all that is in them, but not onto another', () => {
  const placing = (target: string, module: string) => ({ target, module, isSettled: true });
  const plan = {
    modules: [],
    placings: [placing('a.ts', 'm'), placing('a.ts#A', 'n'), placing('b.ts', 'm'), placing('z.ts', 'n')],
  };
  const { plan: after, followed } = withRenamed(
    plan,
    new Map([
      ['a.ts', 'x/a.ts'],
      ['b.ts', 'z.ts'],
    ]),
    ['a.ts', 'b.ts', 'z.ts'],
  );
  expect(after.placings).toEqual([
    placing('b.ts', 'm'),
    placing('x/a.ts', 'm'),
    placing('x/a.ts#A', 'n'),
    placing('z.ts', 'n'),
  ]);
  expect(followed).toBe(1);
});

it('a file that stood in a folder that is placed stays in its module wherever it goes', () => {
  const placing = (target: string, module: string) => ({ target, module, isSettled: true });
  const plan = {
    modules: ['m', 'n'].map((id) => ({ id, name: id, purpose: '', parent: null })),
    placings: [
      placing('old/**', 'm'),
      placing('new/**', 'n'),
      placing('same/**', 'm'),
      placing('new/known.ts', 'n'),
    ],
  };
  const renamed = new Map([
    ['old/a.ts', 'new/a.ts'],
    ['old/b.ts', 'same/b.ts'],
    ['old/c.ts', 'c.ts'],
    ['d.ts', 'new/d.ts'],
    ['old/e.ts', 'new/known.ts'],
  ]);
  const { plan: after, followed } = withRenamed(plan, renamed, [...renamed.keys(), 'old/stays.ts']);
  expect(after.placings.filter(({ target }) => !target.endsWith('**'))).toEqual([
    placing('c.ts', 'm'),
    placing('new/a.ts', 'm'),
    placing('new/known.ts', 'n'),
  ]);
  expect(followed).toBe(2);
});
