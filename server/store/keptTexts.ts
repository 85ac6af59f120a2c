import { inflateRawSync } from 'node:zlib';
import type { Store } from './database.ts';

/** The text that a surveyed file had, by its content hash; null when it was not kept. */
export function keptText(store: Store, hash: string): string | null {
  const data = store.prepare('SELECT data FROM kept_text WHERE hash = ?').pluck().get(hash);
  return data === undefined ? null : inflateRawSync(data as Buffer).toString('utf8');
}
