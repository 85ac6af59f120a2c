import { describe, expect, it, onTestFinished } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { folderOrigin } from '../source/address.ts';
import { openCodebase } from './codebases.ts';
import { openStore, type Store } from './database.ts';
import {
  addMark,
  changeMark,
  markings,
  marks,
  markWords,
  removeMark,
  showMark,
  type MarkWords,
} from './marks.ts';
import { makeShortlist, removeShortlist } from './shortlists.ts';

function freshStore(): { store: Store; codebase: number } {
  const store = openStore(temporaryFolder());
  onTestFinished(() => void store.close());
  return { store, codebase: openCodebase(store, folderOrigin('/canal')).id };
}
const words = (own: Partial<MarkWords> = {}): MarkWords => ({
  ...{ name: 'tolls', manner: 'line', colour: 'sea', pattern: 'src/tolls/**', shortlistId: null },
  ...own,
});

describe('marks', () => {
  it('are of a pattern or of a shortlist, not of both and not of neither', () => {
    expect(markWords.safeParse(words()).success).toBe(true);
    expect(markWords.safeParse(words({ pattern: null, shortlistId: 1 })).success).toBe(true);
    for (const odd of [
      { shortlistId: 1 },
      { pattern: null },
      { pattern: ' ' },
      { name: '' },
      { manner: 'loud' },
    ])
      expect(markWords.safeParse({ ...words(), ...odd }).success).toBe(false);
  });

  it('are in the order in which they came, with the keys of their lists, and only where they are shown', () => {
    const { store, codebase } = freshStore();
    const list = makeShortlist(store, codebase, 'mine', ['b.ts', 'a.ts']);
    const first = addMark(store, codebase, words());
    addMark(store, codebase, words({ name: 'mine', pattern: null, shortlistId: list.id, manner: 'frame' }));
    expect(markings(store, codebase).map(({ name, keys }) => [name, keys])).toEqual([
      ['tolls', null],
      ['mine', ['a.ts', 'b.ts']],
    ]);
    showMark(store, codebase, first, false);
    expect(markings(store, codebase).map(({ name }) => name)).toEqual(['mine']);
    expect(marks(store, codebase).map(({ isShown }) => isShown)).toEqual([false, true]);
    showMark(store, codebase, first, true);
    expect(markings(store, codebase)).toHaveLength(2);
  });

  it('changed by two hands keep what the first said', () => {
    const { store, codebase } = freshStore();
    const id = addMark(store, codebase, words());
    expect(changeMark(store, codebase, { id, revision: 1 }, words({ name: 'fees' }))).toBe(true);
    expect(changeMark(store, codebase, { id, revision: 1 }, words({ name: 'dues' }))).toBe(false);
    expect(marks(store, codebase)).toMatchObject([{ name: 'fees', revision: 2 }]);
    removeMark(store, codebase, id);
    expect(() => changeMark(store, codebase, { id, revision: 2 }, words())).toThrow(
      'removed by somebody else',
    );
  });

  it('of a shortlist go with it, and are not made of one that is gone', () => {
    const { store, codebase } = freshStore();
    const list = makeShortlist(store, codebase, 'mine', ['a.ts']);
    addMark(store, codebase, words({ pattern: null, shortlistId: list.id }));
    removeShortlist(store, codebase, list.id);
    expect(marks(store, codebase)).toEqual([]);
    expect(() => addMark(store, codebase, words({ pattern: null, shortlistId: list.id }))).toThrow('deleted');
    const long = makeShortlist(
      store,
      codebase,
      'long',
      Array.from({ length: 5001 }, (_, i) => `f${i}.ts`),
    );
    const tooLong = words({ pattern: null, shortlistId: long.id });
    expect(() => addMark(store, codebase, tooLong)).toThrow('Mark a pattern instead');
  });
});
