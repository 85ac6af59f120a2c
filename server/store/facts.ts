import { FRONT_END_VERSION } from '../../core/facts/fileFacts.ts';
import type { LookCache } from '../intake/intake.ts';
import { LOOK_VERSION, type Look } from '../intake/look.ts';
import { isSettled } from '../source/folder/folderSource.ts';
import type { FactsCache, SurveyCache } from '../survey/surveySource.ts';
import type { Store } from './database.ts';

/** Rows are written in groups: a commit for each file would cost more than extracting it. */
const GROUP = 64;

/** A cache in a database of what was seen of a codebase's files. `flush` writes what is still held back. */
export interface StoredCache extends SurveyCache {
  flush(): void;
}

export function storedCache(store: Store, codebaseId: number): StoredCache {
  const { hold, flush } = groupedWrites(store);
  const keepText = store.prepare('INSERT OR IGNORE INTO kept_text (hash, data) VALUES (?, ?)');
  const facts: FactsCache = {
    ...storedFacts(store, hold),
    keepText: (hash, text) => hold(() => keepText.run(hash, text)),
  };
  return { facts, looks: storedLooks(store, codebaseId, hold), flush };
}

/** What is held is written in groups; `flush` writes the last. */
export function groupedWrites(store: Store): { hold(write: () => void): void; flush(): void } {
  const held: (() => void)[] = [];
  const flush = store.transaction(() => {
    for (const write of held.splice(0)) write();
  });
  return {
    hold: (write) => {
      held.push(write);
      if (held.length >= GROUP) flush();
    },
    flush,
  };
}

/** Facts in a table `fact`, by content, front end and grammar. */
export function storedFacts(
  store: Store,
  hold: (write: () => void) => void,
): Pick<FactsCache, 'facts' | 'keep'> {
  const known = store
    .prepare('SELECT data FROM fact WHERE hash = ? AND front_end = ? AND grammar = ?')
    .pluck();
  const keep = store.prepare(
    'INSERT OR IGNORE INTO fact (hash, front_end, grammar, data) VALUES (?, ?, ?, ?)',
  );
  return {
    facts: (hash, grammar) => known.get(hash, FRONT_END_VERSION, grammar) as Uint8Array | undefined,
    keep: (hash, grammar, packed) => hold(() => keep.run(hash, FRONT_END_VERSION, grammar, packed)),
  };
}

/** Looks in a table `look`, by the codebase's number and path. */
export function storedLooks(store: Store, codebaseId: number, hold: (write: () => void) => void): LookCache {
  const rows = store
    .prepare('SELECT path, stamp, data FROM look WHERE codebase_id = ? AND version = ?')
    .all(codebaseId, LOOK_VERSION) as { path: string; stamp: string; data: string }[];
  const byPath = new Map(rows.map(({ path, stamp, data }) => [path, { stamp, data }]));
  const keep = store.prepare(
    'INSERT OR REPLACE INTO look (codebase_id, path, stamp, version, data) VALUES (?, ?, ?, ?, ?)',
  );
  return {
    get: (path, stamp) => {
      const known = byPath.get(path);
      return known?.stamp === stamp ? (JSON.parse(known.data) as Look) : undefined;
    },
    keep: (path, stamp, look) => {
      // The hash of a repository's object or an archive's file is always settled.
      if (stamp.includes(' ') && !isSettled(stamp)) return;
      hold(() => keep.run(codebaseId, path, stamp, LOOK_VERSION, JSON.stringify(look)));
    },
  };
}
