import { FRONT_END_VERSION } from '../../core/facts/fileFacts.ts';
import type { FactsCache } from '../survey/surveyFolder.ts';
import type { Store } from './database.ts';

/** A file changed this shortly before it was read may change again without its stamp showing it. */
const UNSETTLED_MS = 2_000;

/** Rows are written in groups: a commit for each file would cost more than extracting it. */
const GROUP = 64;

/** The cache of facts in the database, for one codebase. `flush` writes what is still held back. */
export function storedFacts(store: Store, codebaseId: number): FactsCache & { flush(): void } {
  const stamp = store.prepare(
    'SELECT hash FROM file_stamp WHERE codebase_id = ? AND path = ? AND size = ? AND modified_ms = ?',
  );
  const fact = store
    .prepare('SELECT data FROM fact WHERE hash = ? AND front_end = ? AND grammar = ?')
    .pluck();
  const keepFact = store.prepare(
    'INSERT OR IGNORE INTO fact (hash, front_end, grammar, data) VALUES (?, ?, ?, ?)',
  );
  const keepStamp = store.prepare(
    'INSERT OR REPLACE INTO file_stamp (codebase_id, path, size, modified_ms, hash) VALUES (?, ?, ?, ?, ?)',
  );
  const held: (() => void)[] = [];
  const flush = store.transaction(() => {
    for (const write of held.splice(0)) write();
  });
  return {
    hashOf: (path, size, modifiedMs) => {
      const row = stamp.get(codebaseId, path, size, modifiedMs) as { hash: string } | undefined;
      return row?.hash;
    },
    facts: (hash, grammar) => fact.get(hash, FRONT_END_VERSION, grammar) as Uint8Array | undefined,
    keep: (file, hash, packed) => {
      held.push(() => {
        keepFact.run(hash, FRONT_END_VERSION, file.grammar, packed);
        if (Date.now() - file.modifiedMs < UNSETTLED_MS) return;
        keepStamp.run(codebaseId, file.path, file.size, file.modifiedMs, hash);
      });
      if (held.length >= GROUP) flush();
    },
    flush,
  };
}
