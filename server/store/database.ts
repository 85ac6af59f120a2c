import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { dataFolder, installationRoot } from '../installation.ts';
import { asProblem } from '../failure.ts';
import { Problem } from '../problem.ts';

export type Store = Database.Database;

/** The name of the database in a data folder. */
export const DATABASE = 'yletope.db';

/**
 * Opens the database in a folder (made when missing) and brings its schema up to date. Throws a Problem that names the file and
 * the remedy where it is none, is damaged, cannot be written, or was made by a later Yletope: then nothing is written to it.
 */
export function openStore(folder = dataFolder()): Store {
  const file = join(folder, DATABASE);
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const store = new Database(file, { timeout: 10_000 });
    try {
      requireKnownSchema(store, file);
      store.pragma('journal_mode = WAL');
      store.pragma('synchronous = NORMAL');
      store.pragma('foreign_keys = ON');
      migrate(store);
      return store;
    } catch (error) {
      store.close();
      throw error;
    }
  } catch (error) {
    throw openingProblem(error, folder, file);
  }
}

function openingProblem(error: unknown, folder: string, file: string): unknown {
  const code = (error as NodeJS.ErrnoException).code;
  if (code === 'SQLITE_NOTADB')
    return new Problem(
      'disk',
      `${file} is not a database. Move it away to start with an empty one, or set YLETOPE_DATA to another folder.`,
    );
  if (code === 'EACCES' || code === 'EPERM' || code === 'ENOTDIR' || code === 'EEXIST')
    return new Problem(
      'disk',
      `${folder} cannot be used as the data folder (${code}). Set YLETOPE_DATA to a folder that this account may write to.`,
    );
  return asProblem(error) ?? error;
}

const migrations = (): string[] =>
  readdirSync(join(installationRoot, 'server', 'store', 'migrations'))
    .filter((name) => /^\d{3}-.*\.sql$/.test(name))
    .sort();

const versionOf = (store: Store): number => store.pragma('user_version', { simple: true }) as number;

function requireKnownSchema(store: Store, file: string): void {
  const latest = Number(migrations().at(-1)?.slice(0, 3) ?? 0);
  const found = versionOf(store);
  if (found > latest)
    throw new Problem(
      'disk',
      `${file} was written by a later version of Yletope (schema ${found}; this version knows ${latest}). Update Yletope, or set YLETOPE_DATA to another folder. Nothing was changed.`,
    );
}

/** Applies the numbered files of `migrations/` that the database has not seen, each in one transaction. */
function migrate(store: Store): void {
  const applied = versionOf(store);
  for (const file of migrations()) {
    const version = Number(file.slice(0, 3));
    if (version <= applied) continue;
    const apply = store.transaction(() => {
      // Another process may have migrated since; its lock is ours now.
      if (versionOf(store) >= version) return;
      store.exec(readFileSync(join(installationRoot, 'server', 'store', 'migrations', file), 'utf8'));
      store.pragma(`user_version = ${version}`);
    });
    apply.immediate();
  }
}
