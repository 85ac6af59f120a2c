import { existsSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { Problem } from '../problem.ts';
import { DATABASE, openStore, type Store } from './database.ts';
import { loadSurvey } from './surveys.ts';

/** What became of one table. */
export interface RescuedTable {
  table: string;
  saved: number;
  /** True when not all of its rows could be read. */
  isPartial: boolean;
}

/** What is wrong with an open database, in the words of the check; null when nothing is. Reads all of it: O(its size). */
export function damageOf(store: Store): string | null {
  try {
    const found = store.pragma('quick_check(1)', { simple: true }) as string;
    return found === 'ok' ? null : found;
  } catch (error) {
    return (error as Error).message;
  }
}

/**
 * Copies what can still be read of a data folder's database into another folder, table by table and row by row. Surveys of which a
 * part is lost are left behind: the code they were made of can be surveyed again; what people wrote cannot be written again.
 * Throws a Problem where there is nothing to save, or something to save it over.
 */
export function rescue(folder: string, into: string): RescuedTable[] {
  const file = join(folder, DATABASE);
  if (!existsSync(file)) throw new Problem('noSuchPath', `There is no ${file}, so there is nothing to save.`);
  if (existsSync(join(into, DATABASE)))
    throw new Problem('badRequest', `There already is a database in ${into}. Name an empty folder.`);
  const from = new Database(file, { readonly: true });
  const to = openStore(into);
  try {
    to.pragma('foreign_keys = OFF');
    const rescued = tablesOf(to).map((table) => copyTable(from, to, table));
    dropWhatHoldsNothing(to);
    return rescued;
  } finally {
    from.close();
    to.close();
  }
}

function tablesOf(store: Store): string[] {
  return store
    .prepare("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name")
    .pluck()
    .all() as string[];
}

function columnsOf(store: Store, table: string): string[] {
  try {
    return (store.pragma(`table_info("${table}")`) as { name: string }[]).map(({ name }) => name);
  } catch {
    return [];
  }
}

function copyTable(from: Store, to: Store, table: string): RescuedTable {
  const wanted = new Set(columnsOf(to, table));
  const columns = columnsOf(from, table)
    .filter((name) => wanted.has(name))
    .map((name) => `"${name}"`);
  if (columns.length === 0) return { table, saved: 0, isPartial: true };
  const list = columns.join(', ');
  const insert = to.prepare(
    `INSERT OR IGNORE INTO "${table}" (${list}) VALUES (${columns.map(() => '?').join(', ')})`,
  );
  let saved = 0;
  /** Copies rows until one cannot be read; false then. */
  const copy = (query: string, ...bounds: number[]): boolean => {
    const rows: unknown[][] = [];
    let isWhole = true;
    try {
      for (const row of from
        .prepare(query)
        .raw()
        .iterate(...bounds))
        rows.push(row as unknown[]);
    } catch {
      isWhole = false;
    }
    to.transaction(() => {
      for (const row of rows) saved += insert.run(...row).changes;
    })();
    return isWhole;
  };
  if (copy(`SELECT ${list} FROM "${table}"`)) return { table, saved, isPartial: false };
  for (const [low, high] of ranges(from, table))
    halving(low, high, (a, b) => copy(`SELECT ${list} FROM "${table}" WHERE rowid BETWEEN ? AND ?`, a, b));
  return { table, saved, isPartial: true };
}

/** The numbers that the rows of a table may have; none for a table without numbers. */
function ranges(store: Store, table: string): [low: number, high: number][] {
  try {
    const highest = store.prepare(`SELECT max(rowid) FROM "${table}"`).pluck().get() as number | null;
    return [[1, highest ?? MOST_ROWS]];
  } catch (error) {
    return /no such column/.test((error as Error).message) ? [] : [[1, MOST_ROWS]];
  }
}

const MOST_ROWS = 1 << 22;

/** Halves a range until what can be read of it has been. */
function halving(low: number, high: number, read: (low: number, high: number) => boolean): void {
  if (low > high || read(low, high) || low === high) return;
  const middle = Math.floor((low + high) / 2);
  halving(low, middle, read);
  halving(middle + 1, high, read);
}

/** Takes out rows whose owner is lost, and surveys that cannot be read as a whole. */
function dropWhatHoldsNothing(store: Store): void {
  for (const id of store.prepare('SELECT id FROM survey').pluck().all() as number[]) {
    try {
      loadSurvey(store, id);
    } catch {
      store.prepare('DELETE FROM survey WHERE id = ?').run(id);
    }
  }
  // What goes may itself own something.
  while (tablesOf(store).reduce((sum, table) => sum + dropOrphans(store, table), 0) > 0);
}

interface ForeignKey {
  table: string;
  from: string;
  to: string;
}

/** Takes out rows of a table that name an owner that is not there; how many those were. */
function dropOrphans(store: Store, table: string): number {
  const keys = store.pragma(`foreign_key_list("${table}")`) as ForeignKey[];
  return keys.reduce((sum, { table: owner, from, to }) => {
    const { changes } = store
      .prepare(
        `DELETE FROM "${table}" WHERE "${from}" IS NOT NULL AND "${from}" NOT IN (SELECT "${to}" FROM "${owner}")`,
      )
      .run();
    return sum + changes;
  }, 0);
}
