import type { Store } from './database.ts';

/** Marks what was found as looked at, so that the next survey counts only what is new. */
export function markLookedAt(store: Store, codebaseId: number, items: string[]): void {
  const mark = store.prepare('INSERT OR IGNORE INTO looked_at (codebase_id, item) VALUES (?, ?)');
  store.transaction(() => {
    for (const item of items) mark.run(codebaseId, item);
  })();
}

export function lookedAt(store: Store, codebaseId: number): Set<string> {
  const items = store.prepare('SELECT item FROM looked_at WHERE codebase_id = ?').pluck().all(codebaseId);
  return new Set(items as string[]);
}
