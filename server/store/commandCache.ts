import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { FRONT_END_VERSION } from '../../core/facts/fileFacts.ts';
import { installationRoot } from '../installation.ts';
import type { KeptSurveys, MadeSurvey, SurveyCache } from '../survey/surveySource.ts';
import { groupedWrites, storedFacts, storedLooks } from './facts.ts';
import {
  packPart,
  packSurvey,
  unpackColumns,
  unpackPart,
  unpackRest,
  type StoredRow,
} from './storedSurvey.ts';
import type { Store } from './database.ts';
import { surveyOver } from './surveyColumns.ts';

/** Raised with every change of the tables: what another version kept is dropped. */
const VERSION = 1;

/** Facts beyond so many bytes are dropped, those that were kept first before others. */
const MOST_FACT_BYTES = 1024 ** 3;
/** What was kept of a place that was not surveyed for so long is dropped. */
const KEPT_MS = 60 * 24 * 60 * 60 * 1000;

const SCHEMA = `
  CREATE TABLE place (id INTEGER PRIMARY KEY, name TEXT NOT NULL UNIQUE, used_at INTEGER NOT NULL);
  CREATE TABLE fact (
    hash TEXT NOT NULL, front_end INTEGER NOT NULL, grammar TEXT NOT NULL, data BLOB NOT NULL,
    PRIMARY KEY (hash, front_end, grammar)
  );
  CREATE TABLE look (
    codebase_id INTEGER NOT NULL REFERENCES place (id) ON DELETE CASCADE,
    path TEXT NOT NULL, stamp TEXT NOT NULL, version INTEGER NOT NULL, data TEXT NOT NULL,
    PRIMARY KEY (codebase_id, path)
  ) WITHOUT ROWID;
  CREATE TABLE kept_survey (
    place_id INTEGER NOT NULL REFERENCES place (id) ON DELETE CASCADE,
    digest TEXT NOT NULL, part TEXT NOT NULL, data BLOB NOT NULL,
    PRIMARY KEY (place_id, part)
  );
`;

/** What the command line found out in earlier runs. */
export interface CommandCache {
  cache: SurveyCache;
  /**
   * Writes what is still held back, drops what is old, and closes the database. Says why something could not be read or kept; null
   * where all could.
   */
  close(): string | null;
}

/**
 * Opens what the command line keeps of a place (an address and a reference): a database of its own beside that of the web
 * application, which runs undisturbed. It may be deleted at any time. Throws where the folder cannot be written.
 */
export function openCommandCache(folder: string, place: string, now = Date.now()): CommandCache {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const store = new Database(join(folder, 'command-cache.db'), { timeout: 10_000 });
  store.pragma('journal_mode = WAL');
  store.pragma('synchronous = NORMAL');
  bringUp(store);
  store.pragma('foreign_keys = ON');
  const placeId = placeNamed(store, place, now);
  let problem: string | null = null;
  // A disk that is full, or pages that were overwritten, are no reason not to survey.
  const ifPossible = <T>(work: () => T): T | undefined => {
    if (problem !== null) return undefined;
    try {
      return work();
    } catch (error) {
      problem = (error as Error).message;
      return undefined;
    }
  };
  const { hold, flush } = groupedWrites(store);
  const keep = (write: () => void): void => ifPossible(() => hold(write));
  const facts = storedFacts(store, keep);
  const surveys = keptSurveys(store, placeId, programDigest());
  return {
    cache: {
      facts: { ...facts, facts: (...of) => ifPossible(() => facts.facts(...of)), keepText: () => {} },
      looks: storedLooks(store, placeId, keep),
      surveys: {
        get: (digest) => ifPossible(() => surveys.get(digest)),
        keep: (...made) => ifPossible(() => surveys.keep(...made)),
      },
    },
    close: () => {
      ifPossible(flush);
      ifPossible(() => dropOld(store, now));
      store.close();
      return problem;
    },
  };
}

function bringUp(store: Store): void {
  const build = store.transaction(() => {
    if (store.pragma('user_version', { simple: true }) === VERSION) return;
    const tables = store.prepare("SELECT name FROM sqlite_schema WHERE type = 'table'").pluck().all();
    for (const name of tables) store.exec(`DROP TABLE "${String(name)}"`);
    store.exec(SCHEMA);
    store.pragma(`user_version = ${VERSION}`);
  });
  build.immediate();
}

function placeNamed(store: Store, name: string, now: number): number {
  return store
    .prepare(
      `INSERT INTO place (name, used_at) VALUES (?, ?)
         ON CONFLICT (name) DO UPDATE SET used_at = excluded.used_at RETURNING id`,
    )
    .pluck()
    .get(name, now) as number;
}

function keptSurveys(store: Store, placeId: number, program: string): KeptSurveys {
  const read = store.prepare('SELECT part, data FROM kept_survey WHERE place_id = ? AND digest = ?');
  const clear = store.prepare('DELETE FROM kept_survey WHERE place_id = ?');
  const insert = store.prepare('INSERT INTO kept_survey (place_id, digest, part, data) VALUES (?, ?, ?, ?)');
  const replace = store.transaction((digest: string, { survey, hashes, ...small }: MadeSurvey) => {
    const rest: KeptRest = { ...small, hashes: [...hashes] };
    clear.run(placeId);
    for (const [part, data] of [...packSurvey(survey), [REST, packPart(rest)] as const])
      insert.run(placeId, digest, part, data);
  });
  return {
    get: (digest) => {
      const rows = read.all(placeId, digest + program) as StoredRow[];
      const rest = rows.find(({ part }) => part === REST);
      if (!rest) return undefined;
      const survey = surveyOver(unpackColumns(rows), unpackRest(rows));
      const { hashes, ...small } = unpackPart<KeptRest>(rest.data);
      return { survey, hashes: new Map(hashes), ...small };
    },
    keep: (digest, made) => replace(digest + program, made),
  };
}

/** What a made survey is beside the parts of the survey itself. */
type KeptRest = Omit<MadeSurvey, 'survey' | 'hashes'> & { hashes: [path: string, hash: string][] };
const REST = 'rest';

/** Tells one build of the program from another, which may link in another way; the names of its parts are made of their contents. */
function programDigest(): string {
  const program = readFileSync(join(installationRoot, 'build', 'node', 'yletope.js'));
  return createHash('sha256').update(program).digest('hex');
}

function dropOld(store: Store, now: number): void {
  store.prepare('DELETE FROM place WHERE used_at < ?').run(now - KEPT_MS);
  store.prepare('DELETE FROM fact WHERE front_end <> ?').run(FRONT_END_VERSION);
  store
    .prepare(
      `DELETE FROM fact WHERE rowid IN
         (SELECT id FROM (SELECT rowid AS id, sum(length(data)) OVER (ORDER BY rowid DESC) AS bytes FROM fact)
            WHERE bytes > ?)`,
    )
    .run(MOST_FACT_BYTES);
}
