import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { dataFolder, installationRoot } from '../installation.ts';

export type Store = Database.Database;

/** Opens the database in a folder (made when missing) and brings its schema up to date. */
export function openStore(folder = dataFolder()): Store {
  mkdirSync(folder, { recursive: true });
  const store = new Database(join(folder, 'yletope.db'), { timeout: 10_000 });
  store.pragma('journal_mode = WAL');
  store.pragma('synchronous = NORMAL');
  store.pragma('foreign_keys = ON');
  migrate(store);
  return store;
}

/** Applies the numbered files of `migrations/` that the database has not seen, each in one transaction. */
function migrate(store: Store): void {
  const folder = join(installationRoot, 'server', 'store', 'migrations');
  const files = readdirSync(folder)
    .filter((name) => /^\d{3}-.*\.sql$/.test(name))
    .sort();
  const applied = store.pragma('user_version', { simple: true }) as number;
  for (const file of files) {
    const version = Number(file.slice(0, 3));
    if (version <= applied) continue;
    const apply = store.transaction(() => {
      // Another process may have migrated since; its lock is ours now.
      if ((store.pragma('user_version', { simple: true }) as number) >= version) return;
      store.exec(readFileSync(join(folder, file), 'utf8'));
      store.pragma(`user_version = ${version}`);
    });
    apply.immediate();
  }
}
