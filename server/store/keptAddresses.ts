import { createHash } from 'node:crypto';
import { Problem } from '../problem.ts';
import type { Store } from './database.ts';

/** No picture that a person makes takes more. */
const MOST_LETTERS = 1_000_000;

/** Keeps parameters that an address has no room for; the id is the same for the same. Throws a Problem (`badRequest`). */
export function keepAddress(store: Store, codebaseId: number, search: string): string {
  const text = new URLSearchParams(search).toString();
  if (text === '') throw new Problem('badRequest', 'The address is empty.');
  if (text.length > MOST_LETTERS)
    throw new Problem(
      'badRequest',
      'The address of this picture is too long to be stored (over a million characters).',
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
      'This link leads to a picture that is not stored here. It may belong to another installation, or to a codebase that was removed.',
    );
  return search as string;
}
