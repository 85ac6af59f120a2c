import { createHash } from 'node:crypto';
import { Problem } from '../problem.ts';
import type { Store } from './database.ts';

/** No picture that a person makes takes more. */
const MOST_LETTERS = 1_000_000;

/** Keeps parameters that an address has no room for; the id is the same for the same. Throws a Problem (`badRequest`). */
export function keepAddress(store: Store, codebaseId: number, search: string): string {
  const text = new URLSearchParams(search).toString();
  if (text === '') throw new Problem('badRequest', 'There is nothing of the address to keep.');
  if (text.length > MOST_LETTERS)
    throw new Problem(
      'badRequest',
      'This picture takes more than a million letters to name; that much is not kept.',
    );
  const id = createHash('sha256').update(text).digest('base64url').slice(0, 12);
  store
    .prepare('INSERT OR IGNORE INTO kept_address (codebase_id, id, search, kept_at) VALUES (?, ?, ?, ?)')
    .run(codebaseId, id, text, new Date().toISOString());
  return id;
}

/** The parameters that are kept under an id. Throws a Problem (`notFound`) when there are none. */
export function keptAddress(store: Store, codebaseId: number, id: string): string {
  const search = store
    .prepare('SELECT search FROM kept_address WHERE codebase_id = ? AND id = ?')
    .pluck()
    .get(codebaseId, id);
  if (search === undefined)
    throw new Problem(
      'notFound',
      'This link names a picture that is not kept here: it may be of another installation, or of a codebase that was removed since.',
    );
  return search as string;
}
