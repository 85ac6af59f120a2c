import { whereReferencesLead } from '../../core/barrels.ts';
import { noRules, rulesSchema, type IntakeRules } from '../intake/rules.ts';
import { itemsOf, type Completeness } from '../survey/completeness.ts';
import { keptIntake, nothingKept, type KeptIntake } from '../survey/keptIntake.ts';
import type { SourceSurvey } from '../survey/surveySource.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import { importPlaces, totalsOf, type Totals } from '../survey/totals.ts';
import type { Store } from './database.ts';
import { nextId } from './nextId.ts';
import {
  columnParts,
  packPart,
  packSurvey,
  restParts,
  unpackColumns,
  unpackPart,
  unpackRest,
  type StoredRow,
} from './storedSurvey.ts';
import { surveyOver, type SurveyColumns } from './surveyColumns.ts';

/** A finished survey as it is listed. */
export interface SurveyRecord {
  id: number;
  codebaseId: number;
  commitHash: string | null;
  surveyedAt: string;
  tookMs: number;
  totals: Totals;
}

/** Surveys of a codebase that are kept, beside those that are pinned; older ones go when a new one is complete. */
const KEPT = 5;

/** Writes a survey in one transaction: it is there completely, or not at all. */
export function saveSurvey(
  store: Store,
  codebaseId: number,
  result: SourceSurvey,
  details: { commitHash: string | undefined; tookMs: number; rules: IntakeRules },
): number {
  const { survey, leftOut, hashes, completeness } = result;
  const packed: [part: string, bytes: Buffer][] = [
    ...packSurvey(survey),
    ['intake', packPart(keptIntake(result))],
    ['completeness', packPart(completeness)],
    ['items', packPart(itemsOf(survey, completeness))],
  ];
  const led = whereReferencesLead(survey);
  const totals = JSON.stringify({
    ...totalsOf(led, leftOut.length),
    imports: importPlaces(survey),
    hasBarrels: led !== survey,
  } satisfies Totals);
  const save = store.transaction((): number => {
    const { lastInsertRowid } = store
      .prepare(
        `INSERT INTO survey (id, codebase_id, commit_hash, surveyed_at, took_ms, totals, rules)
         VALUES (${nextId('survey')}, ?, ?, ?, ?, ?, ?)`,
      )
      .run(
        codebaseId,
        details.commitHash ?? null,
        new Date().toISOString(),
        Math.round(details.tookMs),
        totals,
        JSON.stringify(details.rules),
      );
    const id = Number(lastInsertRowid);
    const part = store.prepare('INSERT INTO survey_part (survey_id, part, data) VALUES (?, ?, ?)');
    for (const [name, data] of packed) part.run(id, name, data);
    const file = store.prepare('INSERT INTO survey_file VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)');
    for (const { path, language, lines, parse, isTest } of survey.files) {
      file.run(
        id,
        path,
        language,
        hashes.get(path)!,
        lines.lines,
        lines.code,
        lines.comment,
        parse,
        isTest ? 1 : 0,
      );
    }
    const out = store.prepare('INSERT OR IGNORE INTO survey_left_out VALUES (?, ?, ?, ?)');
    for (const { path, reason, detail } of leftOut) out.run(id, path, reason, detail ?? null);
    store
      .prepare(
        `DELETE FROM survey WHERE codebase_id = ? AND pinned = 0 AND id NOT IN
           (SELECT id FROM survey WHERE codebase_id = ? ORDER BY id DESC LIMIT ${KEPT})`,
      )
      .run(codebaseId, codebaseId);
    return id;
  });
  return save();
}

const columns = `id, codebase_id AS codebaseId, commit_hash AS commitHash, surveyed_at AS surveyedAt,
  took_ms AS tookMs, totals`;

function record(row: unknown): SurveyRecord {
  const fields = row as SurveyRecord & { totals: string };
  return { ...fields, totals: JSON.parse(fields.totals) as Totals };
}

export function latestSurvey(store: Store, codebaseId: number): SurveyRecord | null {
  const row = store
    .prepare(`SELECT ${columns} FROM survey WHERE codebase_id = ? ORDER BY id DESC LIMIT 1`)
    .get(codebaseId);
  return row === undefined ? null : record(row);
}

/** The surveys of a codebase that are kept, the newest first. */
export function surveys(store: Store, codebaseId: number): SurveyRecord[] {
  return store
    .prepare(`SELECT ${columns} FROM survey WHERE codebase_id = ? ORDER BY id DESC`)
    .all(codebaseId)
    .map(record);
}

/** The survey that an address pins, or the newest; null while there is none. A Problem when the pinned one is gone. */
export function surveyShown(store: Store, codebaseId: number, pinned: number | null): SurveyRecord | null {
  if (pinned === null) return latestSurvey(store, codebaseId);
  const row = store
    .prepare(`SELECT ${columns} FROM survey WHERE codebase_id = ? AND id = ?`)
    .get(codebaseId, pinned);
  if (row !== undefined) return record(row);
  throw new Problem(
    'notFound',
    `Survey ${pinned}, which this link names, no longer exists; newer surveys replaced it.`,
  );
}

/** Keeps a survey when newer ones replace the others. Throws a Problem (`notFound`) when it is gone. */
export function pinSurvey(store: Store, codebaseId: number, id: number): void {
  const { changes } = store
    .prepare('UPDATE survey SET pinned = 1 WHERE codebase_id = ? AND id = ?')
    .run(codebaseId, id);
  if (changes === 0)
    throw new Problem('notFound', 'This survey no longer exists; newer surveys replaced it.');
}

export function latestSurveyId(store: Store, codebaseId: number): number | null {
  return store.prepare('SELECT max(id) FROM survey WHERE codebase_id = ?').pluck().get(codebaseId) as
    number | null;
}

/** The columns of a stored survey, in memory that threads can share. Throws a Problem (`notFound`, `outdated`). */
export function loadColumns(store: Store, id: number): SurveyColumns {
  return unpackColumns(rowsOf(store, id, columnParts));
}

/** A stored survey, over its columns when they are in memory already. Throws a Problem (`notFound`, `outdated`). */
export function loadSurvey(store: Store, id: number, columns = loadColumns(store, id)): SurveyedCodebase {
  return surveyOver(columns, unpackRest(rowsOf(store, id, restParts)));
}

/** The rows over which some parts of a survey are laid: `elements`, `elements+1`, … */
function rowsOf(store: Store, id: number, parts: readonly string[]): StoredRow[] {
  const rows = store
    .prepare(
      `SELECT part, data FROM survey_part WHERE survey_id = ?
        AND CASE instr(part, '+') WHEN 0 THEN part ELSE substr(part, 1, instr(part, '+') - 1) END
          IN (SELECT value FROM json_each(?))`,
    )
    .all(id, JSON.stringify(parts)) as StoredRow[];
  if (rows.length === 0)
    throw new Problem('notFound', `There is no survey ${id}; a newer one may have replaced it.`);
  return rows;
}

function partOf<T>(store: Store, surveyId: number, part: string): T | null {
  const data = store
    .prepare('SELECT data FROM survey_part WHERE survey_id = ? AND part = ?')
    .pluck()
    .get(surveyId, part);
  return data === undefined ? null : unpackPart<T>(data as Buffer);
}

/** What the survey's intake has told beside what was read and left out. */
export function intakeOf(store: Store, surveyId: number): KeptIntake {
  return { ...nothingKept, ...partOf<Partial<KeptIntake>>(store, surveyId, 'intake') };
}

export function completenessOfSurvey(store: Store, surveyId: number): Completeness {
  const none: Completeness = {
    roots: [],
    doubtful: [],
    versions: [],
    clashes: [],
    twice: [],
    unreferred: [],
  };
  // A survey made by an earlier version may lack some of it.
  return { ...none, ...partOf<Partial<Completeness>>(store, surveyId, 'completeness') };
}

/** Keys of all that the survey found missing, doubled or unused. */
export function completenessItems(store: Store, surveyId: number): string[] {
  return partOf<string[]>(store, surveyId, 'items') ?? [];
}

/** The rules under which a survey was made. */
export function rulesOf(store: Store, surveyId: number): IntakeRules {
  const text = store.prepare('SELECT rules FROM survey WHERE id = ?').pluck().get(surveyId);
  return typeof text === 'string' ? rulesSchema.parse(JSON.parse(text)) : noRules;
}

/** The content hash of each surveyed file, by path. */
export function surveyedHashes(store: Store, surveyId: number): Map<string, string> {
  const rows = store.prepare('SELECT path, hash FROM survey_file WHERE survey_id = ?').raw().all(surveyId);
  return new Map(rows as [string, string][]);
}

/** The content hash that a file had when it was surveyed; null for a file that was not. */
export function surveyedHash(store: Store, surveyId: number, path: string): string | null {
  const hash = store
    .prepare('SELECT hash FROM survey_file WHERE survey_id = ? AND path = ?')
    .pluck()
    .get(surveyId, path);
  return (hash as string | undefined) ?? null;
}
