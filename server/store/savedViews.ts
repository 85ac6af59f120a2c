import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { Problem } from '../problem.ts';
import type { Store } from './database.ts';
import { pinSurvey } from './surveys.ts';

/** A picture that somebody named, to be come back to. */
export interface SavedView {
  id: number;
  name: string;
  /** What it is for, as they said it; '' for nothing. */
  sentence: string;
  /** The sentence of the picture when it was saved. */
  caption: string;
  /** The view that it is of, and its address. */
  view: string;
  search: string;
  /** The survey that it is of; null where it follows the newest. */
  surveyId: number | null;
  savedAt: string;
  /** True for the one that the codebase opens with. */
  isStart: boolean;
  /** Counts its changes, from 1. */
  revision: number;
}

/** What is saved of a picture. */
export interface SavedPicture extends Pick<SavedView, 'caption' | 'view' | 'search' | 'surveyId'> {
  /** Paths of the files that its scope holds. */
  files: readonly string[];
}

const columns = `id, name, sentence, caption, view, search, survey_id AS surveyId, saved_at AS savedAt, begins AS isStart, revision`;

function viewOf(row: unknown): SavedView {
  const fields = row as Omit<SavedView, 'isStart'> & { isStart: number };
  return { ...fields, isStart: fields.isStart === 1 };
}

/** The codebase's saved views, in their order. */
export function savedViews(store: Store, codebaseId: number): SavedView[] {
  return store
    .prepare(`SELECT ${columns} FROM saved_view WHERE codebase_id = ? AND is_out = 0 ORDER BY place, id`)
    .all(codebaseId)
    .map(viewOf);
}

/** Throws a Problem (`notFound`) when there is none of that id. */
export function savedView(store: Store, codebaseId: number, id: number): SavedView {
  const row = store
    .prepare(`SELECT ${columns} FROM saved_view WHERE codebase_id = ? AND id = ? AND is_out = 0`)
    .get(codebaseId, id);
  if (row === undefined) throw new Problem('notFound', 'This saved view has been removed by somebody else.');
  return viewOf(row);
}

/** Paths of the files that the scope of a saved view held when it was saved. */
export function savedFiles(store: Store, id: number): string[] {
  const bytes = store.prepare('SELECT files FROM saved_view WHERE id = ?').pluck().get(id);
  return JSON.parse(inflateRawSync(bytes as Buffer).toString()) as string[];
}

const packed = (files: readonly string[]): Buffer => deflateRawSync(JSON.stringify(files));

/** Adds a view at the end, and tells its id. A survey that it is of is kept. */
export function saveView(
  store: Store,
  codebaseId: number,
  { name, sentence, ...picture }: SavedPicture & Pick<SavedView, 'name' | 'sentence'>,
): number {
  return store.transaction(() => {
    if (picture.surveyId !== null) pinSurvey(store, codebaseId, picture.surveyId);
    const { lastInsertRowid } = store
      .prepare(
        `INSERT INTO saved_view
           (codebase_id, place, name, sentence, caption, view, search, survey_id, saved_at, files)
         VALUES (@codebaseId, (SELECT coalesce(max(place), 0) + 1 FROM saved_view WHERE codebase_id = @codebaseId),
           @name, @sentence, @caption, @view, @search, @surveyId, @savedAt, @files)`,
      )
      .run({
        ...{ codebaseId, name, sentence, ...picture },
        ...{ savedAt: new Date().toISOString(), files: packed(picture.files) },
      });
    return Number(lastInsertRowid);
  })();
}

type Change = Pick<SavedView, 'name' | 'sentence'> | SavedPicture;

/**
 * Changes what a view is called, or the picture that it is, as it was at a revision. Where it was changed since, nothing is
 * written, and it is given as it is now; else null. Throws a Problem (`notFound`) when it is gone.
 */
export function changeSavedView(
  store: Store,
  codebaseId: number,
  { id, revision }: Pick<SavedView, 'id' | 'revision'>,
  change: Change,
): SavedView | null {
  return store.transaction(() => {
    const now = savedView(store, codebaseId, id);
    if (now.revision !== revision) return now;
    if ('name' in change) {
      store
        .prepare('UPDATE saved_view SET name = ?, sentence = ?, revision = revision + 1 WHERE id = ?')
        .run(change.name, change.sentence, id);
      return null;
    }
    if (change.surveyId !== null) pinSurvey(store, codebaseId, change.surveyId);
    store
      .prepare(
        `UPDATE saved_view SET caption = @caption, view = @view, search = @search, survey_id = @surveyId,
           saved_at = @savedAt, files = @files, revision = revision + 1 WHERE id = @id`,
      )
      .run({ ...change, id, savedAt: new Date().toISOString(), files: packed(change.files) });
    return null;
  })();
}

/** Puts a view one place up or down among the others; at an end it stays. */
export function moveSavedView(store: Store, codebaseId: number, id: number, by: -1 | 1): void {
  store.transaction(() => {
    const all = savedViews(store, codebaseId).map((view) => view.id);
    const at = all.indexOf(id);
    const to = at + by;
    if (at < 0) savedView(store, codebaseId, id);
    if (to < 0 || to >= all.length) return;
    [all[at], all[to]] = [all[to], all[at]];
    const put = store.prepare('UPDATE saved_view SET place = ? WHERE id = ?');
    all.forEach((own, place) => put.run(place + 1, own));
  })();
}

/** Has a codebase open with one of its views, or (null) with none. */
export function beginWith(store: Store, codebaseId: number, id: number | null): void {
  if (id !== null) savedView(store, codebaseId, id);
  store.prepare('UPDATE saved_view SET begins = (id IS ?) WHERE codebase_id = ?').run(id, codebaseId);
}

/** Takes a view out; it can be brought back until another is taken out. */
export function takeOutSavedView(store: Store, codebaseId: number, id: number): void {
  store.transaction(() => {
    savedView(store, codebaseId, id);
    store.prepare('DELETE FROM saved_view WHERE codebase_id = ? AND is_out = 1').run(codebaseId);
    store
      .prepare('UPDATE saved_view SET is_out = 1, begins = 0 WHERE codebase_id = ? AND id = ?')
      .run(codebaseId, id);
  })();
}

/** Throws a Problem (`notFound`) when it cannot be brought back any more. */
export function bringBackSavedView(store: Store, codebaseId: number, id: number): void {
  const { changes } = store
    .prepare('UPDATE saved_view SET is_out = 0 WHERE codebase_id = ? AND id = ? AND is_out = 1')
    .run(codebaseId, id);
  if (changes === 0) throw new Problem('notFound', 'This saved view can no longer be restored.');
}
