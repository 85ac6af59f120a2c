import { createHash } from 'node:crypto';
import { Problem } from '../problem.ts';
import type { Store } from './database.ts';

/** What somebody has written on an element, or on a line of a file. */
export interface Note {
  id: number;
  /** Stable key of the element. */
  key: string;
  /** Line of the file that `key` names, as it was when the note was written; null for a note on the element. */
  line: number | null;
  /** The line's text, by which it is found again. */
  anchor: string | null;
  /** Markdown. */
  body: string;
  author: string;
  writtenAt: string;
  changedAt: string | null;
  /** Counts its changes, from 1. */
  revision: number;
}

const columns = `id, key, line, anchor, body, author, written_at AS writtenAt, changed_at AS changedAt, revision`;

/** The codebase's notes, the newest first. */
export function notes(store: Store, codebaseId: number): Note[] {
  return store
    .prepare(`SELECT ${columns} FROM note WHERE codebase_id = ? ORDER BY id DESC`)
    .all(codebaseId) as Note[];
}

/** Keys of all elements that have notes. */
export function notedKeys(store: Store, codebaseId: number): string[] {
  return store
    .prepare('SELECT DISTINCT key FROM note WHERE codebase_id = ?')
    .pluck()
    .all(codebaseId) as string[];
}

export type NewNote = Pick<Note, 'key' | 'line' | 'anchor' | 'body' | 'author'>;

export function writeNote(store: Store, codebaseId: number, note: NewNote): number {
  const { lastInsertRowid } = store
    .prepare(
      `INSERT INTO note (codebase_id, key, line, anchor, body, author, written_at)
       VALUES (@codebaseId, @key, @line, @anchor, @body, @author, @writtenAt)`,
    )
    .run({ ...note, codebaseId, writtenAt: new Date().toISOString() });
  return Number(lastInsertRowid);
}

/**
 * Changes a note as it was at a revision. When it has been changed since, nothing is written, and the note as it is now is
 * given: what to do is for whoever changes it to say. Throws a Problem (`notFound`) when it is gone.
 */
export function changeNote(
  store: Store,
  codebaseId: number,
  { id, body, revision }: Pick<Note, 'id' | 'body' | 'revision'>,
): Note | null {
  const { changes } = store
    .prepare(
      `UPDATE note SET body = ?, changed_at = ?, revision = revision + 1
       WHERE codebase_id = ? AND id = ? AND revision = ?`,
    )
    .run(body, new Date().toISOString(), codebaseId, id, revision);
  if (changes > 0) return null;
  const now = store
    .prepare(`SELECT ${columns} FROM note WHERE codebase_id = ? AND id = ?`)
    .get(codebaseId, id) as Note | undefined;
  if (!now)
    throw new Problem('notFound', 'This note has been removed by somebody else. Your text is still here.');
  return now;
}

/** Puts a note on another element, when its own is gone. Throws a Problem (`notFound`) when it was removed meanwhile. */
export function attachNote(store: Store, codebaseId: number, id: number, key: string): void {
  const { changes } = store
    .prepare('UPDATE note SET key = ?, line = NULL, anchor = NULL WHERE codebase_id = ? AND id = ?')
    .run(key, codebaseId, id);
  if (changes === 0) throw new Problem('notFound', 'This note has been removed by somebody else.');
}

export function removeNote(store: Store, codebaseId: number, id: number): void {
  store.prepare('DELETE FROM note WHERE codebase_id = ? AND id = ?').run(codebaseId, id);
}

/** Kinds of pictures that a note may hold: none of them can hold a script. */
const pictureTypes = new Set(['image/png', 'image/jpeg', 'image/gif', 'image/webp']);
const MAX_PICTURE_BYTES = 8 * 1024 ** 2;

/** Keeps a picture for notes; returns its id, by its content. Throws a Problem on what is no picture or too large. */
export function keepPicture(store: Store, codebaseId: number, type: string, data: Buffer): string {
  if (!pictureTypes.has(type))
    throw new Problem('badRequest', 'Only PNG, JPEG, GIF and WebP pictures can be put into a note.');
  if (data.length > MAX_PICTURE_BYTES)
    throw new Problem('badRequest', 'This picture is larger than 8 MB. Use a smaller one.');
  const id = createHash('sha256').update(data).digest('hex').slice(0, 24);
  store
    .prepare('INSERT OR IGNORE INTO note_picture (id, codebase_id, type, data) VALUES (?, ?, ?, ?)')
    .run(id, codebaseId, type, data);
  return id;
}

export function picture(
  store: Store,
  codebaseId: number,
  id: string,
): { type: string; data: Buffer } | undefined {
  return store
    .prepare('SELECT type, data FROM note_picture WHERE codebase_id = ? AND id = ?')
    .get(codebaseId, id) as { type: string; data: Buffer } | undefined;
}
