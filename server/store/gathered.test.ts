import { beforeEach, describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { folderOrigin } from '../source/address.ts';
import { openCodebase } from './codebases.ts';
import { openStore, type Store } from './database.ts';
import {
  attachNote,
  changeNote,
  keepPicture,
  notedKeys,
  notes,
  picture,
  removeNote,
  writeNote,
} from './notes.ts';
import {
  makeShortlist,
  removeShortlist,
  renameShortlist,
  setKeys,
  shortlist,
  shortlists,
} from './shortlists.ts';

let store: Store;
let own: number;
let other: number;

beforeEach(() => {
  store = openStore(temporaryFolder({}));
  own = openCodebase(store, folderOrigin('/own')).id;
  other = openCodebase(store, folderOrigin('/other')).id;
});

describe('shortlists', () => {
  it('hold each key once, in order, and belong to their codebase', () => {
    const { id } = makeShortlist(store, own, 'tolls', ['b.ts', 'a.ts', 'b.ts']);
    expect(shortlist(store, own, id).keys).toEqual(['a.ts', 'b.ts']);
    expect(shortlists(store, other)).toEqual([]);
    expect(() => shortlist(store, other, id)).toThrow('This shortlist was deleted.');
    expect(() => setKeys(store, other, id, [])).toThrow('This shortlist was deleted.');
    expect(shortlist(store, own, id).keys).toHaveLength(2);
    removeShortlist(store, own, id);
    expect(shortlists(store, own)).toEqual([]);
  });

  it('get a number when their name is taken, and are not renamed to another’s', () => {
    makeShortlist(store, own, 'tolls', []);
    const second = makeShortlist(store, own, 'tolls', []);
    expect(second.name).toBe('tolls 2');
    expect(() => renameShortlist(store, own, second.id, 'tolls')).toThrow('already');
    renameShortlist(store, own, second.id, 'gauges');
    expect(shortlists(store, own).map(({ name }) => name)).toEqual(['gauges', 'tolls']);
  });
});

describe('notes', () => {
  const note = { key: 'a.ts', line: 3, anchor: 'let x', body: 'why?', author: 'Ida' };

  it('are written, changed, put elsewhere and removed, the newest first', () => {
    const first = writeNote(store, own, note);
    const second = writeNote(store, own, { ...note, key: 'b.ts', line: null, anchor: null });
    expect(notes(store, own).map(({ id }) => id)).toEqual([second, first]);
    expect(changeNote(store, own, { id: first, body: 'so that', revision: 1 })).toBeNull();
    attachNote(store, own, first, 'c.ts#f');
    expect(notes(store, own)[1]).toMatchObject({ key: 'c.ts#f', line: null, body: 'so that', author: 'Ida' });
    expect(notes(store, own)[1].changedAt).not.toBeNull();
    expect(notedKeys(store, own).sort()).toEqual(['b.ts', 'c.ts#f']);
    removeNote(store, other, first);
    expect(notes(store, own)).toHaveLength(2);
    removeNote(store, own, first);
    expect(notes(store, own).map(({ id }) => id)).toEqual([second]);
  });

  it('that two change are never lost: the second is given what the first has made of it', () => {
    const id = writeNote(store, own, note);
    const seen = notes(store, own).find((each) => each.id === id)!.revision;
    expect(changeNote(store, own, { id, body: 'by the first', revision: seen })).toBeNull();
    const theirs = changeNote(store, own, { id, body: 'by the second', revision: seen });
    expect(theirs).toMatchObject({ body: 'by the first', revision: seen + 1 });
    expect(notes(store, own).find((each) => each.id === id)!.body).toBe('by the first');
    expect(changeNote(store, own, { id, body: 'by both', revision: theirs!.revision })).toBeNull();
    removeNote(store, own, id);
    expect(() => changeNote(store, own, { id, body: 'late', revision: 3 })).toThrow(
      'removed by somebody else',
    );
  });

  it('take pictures and nothing that could hold a script', () => {
    const data = Buffer.from('picture');
    const id = keepPicture(store, own, 'image/png', data);
    expect(keepPicture(store, own, 'image/png', data)).toBe(id);
    expect(picture(store, own, id)).toEqual({ type: 'image/png', data });
    expect(picture(store, other, id)).toBeUndefined();
    expect(() => keepPicture(store, own, 'image/svg+xml', data)).toThrow('Only PNG');
    expect(() => keepPicture(store, own, 'image/png', Buffer.alloc(9 * 1024 ** 2))).toThrow(
      'larger than 8 MB',
    );
  });
});
