import { z } from 'zod';
import { Problem } from '../problem.ts';
import type { Store } from './database.ts';

/** A named set of elements, by stable key, sorted. */
export interface Shortlist {
  id: number;
  name: string;
  madeAt: string;
  keys: string[];
}

const MAX_NAME = 80;
export const shortlistName = z.string().trim().min(1).max(MAX_NAME);
/** What a list may hold: more is a scope, not a shortlist. */
export const MAX_KEYS = 100_000;

const columns = 'id, name, made_at AS madeAt, keys';

function shortlistOf(row: unknown): Shortlist {
  const fields = row as Omit<Shortlist, 'keys'> & { keys: string };
  return { ...fields, keys: JSON.parse(fields.keys) as string[] };
}

export function shortlists(store: Store, codebaseId: number): Shortlist[] {
  return store
    .prepare(`SELECT ${columns} FROM shortlist WHERE codebase_id = ? ORDER BY name`)
    .all(codebaseId)
    .map(shortlistOf);
}

/** Throws a Problem (`notFound`) when the codebase has no such list. */
export function shortlist(store: Store, codebaseId: number, id: number): Shortlist {
  const row = store
    .prepare(`SELECT ${columns} FROM shortlist WHERE codebase_id = ? AND id = ?`)
    .get(codebaseId, id);
  if (row === undefined) throw new Problem('notFound', 'This shortlist was deleted.');
  return shortlistOf(row);
}

const normal = (keys: readonly string[]): string[] => [...new Set(keys)].sort().slice(0, MAX_KEYS);

/** Makes a list; a name that is taken gets a number. */
export function makeShortlist(store: Store, codebaseId: number, name: string, keys: string[]): Shortlist {
  const taken = new Set(shortlists(store, codebaseId).map((list) => list.name));
  // A name that is made of others may be longer than one that is typed.
  let free = name.trim().slice(0, MAX_NAME).trim();
  for (let n = 2; taken.has(free); n++) free = `${name.trim().slice(0, MAX_NAME - 5)} ${n}`;
  const { lastInsertRowid } = store
    .prepare('INSERT INTO shortlist (codebase_id, name, made_at, keys) VALUES (?, ?, ?, ?)')
    .run(codebaseId, free, new Date().toISOString(), JSON.stringify(normal(keys)));
  return shortlist(store, codebaseId, Number(lastInsertRowid));
}

/** Throws a Problem (`notFound`) when it was removed meanwhile. */
export function setKeys(store: Store, codebaseId: number, id: number, keys: string[]): void {
  shortlist(store, codebaseId, id);
  store
    .prepare('UPDATE shortlist SET keys = ? WHERE codebase_id = ? AND id = ?')
    .run(JSON.stringify(normal(keys)), codebaseId, id);
}

/** Throws a Problem when another list has the name, or it was removed meanwhile. */
export function renameShortlist(store: Store, codebaseId: number, id: number, name: string): void {
  const chosen = shortlistName.parse(name);
  shortlist(store, codebaseId, id);
  const other = shortlists(store, codebaseId).find((list) => list.name === chosen && list.id !== id);
  if (other) throw new Problem('badRequest', `There already is a shortlist “${chosen}”.`);
  store.prepare('UPDATE shortlist SET name = ? WHERE codebase_id = ? AND id = ?').run(chosen, codebaseId, id);
}

export function removeShortlist(store: Store, codebaseId: number, id: number): void {
  store.prepare('DELETE FROM shortlist WHERE codebase_id = ? AND id = ?').run(codebaseId, id);
}
