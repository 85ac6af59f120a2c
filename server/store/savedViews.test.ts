import { describe, expect, it, onTestFinished } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { folderOrigin } from '../source/address.ts';
import { openCodebase, removeCodebase } from './codebases.ts';
import { openStore, type Store } from './database.ts';
import {
  beginWith,
  bringBackSavedView,
  changeSavedView,
  moveSavedView,
  savedFiles,
  savedView,
  savedViews,
  saveView,
  takeOutSavedView,
} from './savedViews.ts';

function freshStore(): { store: Store; codebase: number } {
  const store = openStore(temporaryFolder());
  onTestFinished(() => void store.close());
  return { store, codebase: openCodebase(store, folderOrigin('/canal')).id };
}
const picture = { view: 'graph', search: 'in=src', caption: 'Files of src', surveyId: null, files: ['a.ts'] };
const save = (store: Store, codebase: number, name: string): number =>
  saveView(store, codebase, { ...picture, name, sentence: '' });
const names = (store: Store, codebase: number): string[] =>
  savedViews(store, codebase).map(({ name }) => name);

describe('saved views', () => {
  it('are kept with their picture, in the order in which they came', () => {
    const { store, codebase } = freshStore();
    save(store, codebase, 'one');
    const id = saveView(store, codebase, {
      ...picture,
      name: 'two',
      sentence: 'Why',
      files: ['b.ts', 'ü.ts'],
    });
    expect(names(store, codebase)).toEqual(['one', 'two']);
    expect(savedView(store, codebase, id)).toMatchObject({
      ...{ view: 'graph', search: 'in=src', caption: 'Files of src', sentence: 'Why' },
      ...{ surveyId: null, isStart: false, revision: 1 },
    });
    expect(savedFiles(store, id)).toEqual(['b.ts', 'ü.ts']);
  });

  it('are put higher and lower, and stay at the ends', () => {
    const { store, codebase } = freshStore();
    const [one, two, three] = ['one', 'two', 'three'].map((name) => save(store, codebase, name));
    moveSavedView(store, codebase, three, -1);
    expect(names(store, codebase)).toEqual(['one', 'three', 'two']);
    moveSavedView(store, codebase, one, -1);
    moveSavedView(store, codebase, two, 1);
    expect(names(store, codebase)).toEqual(['one', 'three', 'two']);
    save(store, codebase, 'four');
    expect(names(store, codebase).at(-1)).toBe('four');
  });

  it('changed by two hands are given to the second as they are, and nothing is written', () => {
    const { store, codebase } = freshStore();
    const id = save(store, codebase, 'one');
    expect(
      changeSavedView(store, codebase, { id, revision: 1 }, { name: 'first', sentence: 'x' }),
    ).toBeNull();
    const late = changeSavedView(store, codebase, { id, revision: 1 }, { ...picture, search: 'in=lib' });
    expect(late).toMatchObject({ name: 'first', search: 'in=src', revision: 2 });
    const again = { ...picture, search: 'in=lib', files: ['c.ts'] };
    expect(changeSavedView(store, codebase, { id, revision: 2 }, again)).toBeNull();
    expect(savedView(store, codebase, id)).toMatchObject({ name: 'first', search: 'in=lib', revision: 3 });
    expect(savedFiles(store, id)).toEqual(['c.ts']);
  });

  it('taken out are brought back until another is taken out, and then are gone', () => {
    const { store, codebase } = freshStore();
    const [one, two] = ['one', 'two'].map((name) => save(store, codebase, name));
    takeOutSavedView(store, codebase, one);
    expect(names(store, codebase)).toEqual(['two']);
    expect(() => changeSavedView(store, codebase, { id: one, revision: 1 }, picture)).toThrow(
      'has been removed',
    );
    bringBackSavedView(store, codebase, one);
    expect(names(store, codebase)).toEqual(['one', 'two']);
    takeOutSavedView(store, codebase, one);
    takeOutSavedView(store, codebase, two);
    expect(() => bringBackSavedView(store, codebase, one)).toThrow('no longer be restored');
  });

  it('are what a codebase opens with one at a time, and one that is taken out no more', () => {
    const { store, codebase } = freshStore();
    const [one, two] = ['one', 'two'].map((name) => save(store, codebase, name));
    const first = (): string[] =>
      savedViews(store, codebase)
        .filter(({ isStart }) => isStart)
        .map(({ name }) => name);
    beginWith(store, codebase, one);
    beginWith(store, codebase, two);
    expect(first()).toEqual(['two']);
    takeOutSavedView(store, codebase, two);
    bringBackSavedView(store, codebase, two);
    expect(first()).toEqual([]);
    beginWith(store, codebase, one);
    beginWith(store, codebase, null);
    expect(first()).toEqual([]);
  });

  it('are of one codebase, go with it, and name surveys that are there', () => {
    const { store, codebase } = freshStore();
    const other = openCodebase(store, folderOrigin('/quay')).id;
    const id = save(store, codebase, 'one');
    expect(names(store, other)).toEqual([]);
    expect(() => savedView(store, other, id)).toThrow('has been removed');
    expect(() => saveView(store, codebase, { ...picture, name: 'x', sentence: '', surveyId: 99 })).toThrow(
      'no longer exists',
    );
    expect(names(store, codebase)).toEqual(['one']);
    removeCodebase(store, codebase);
    expect(store.prepare('SELECT count(*) FROM saved_view').pluck().get()).toBe(0);
  });
});
