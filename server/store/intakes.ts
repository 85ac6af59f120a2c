import { Packr } from 'msgpackr';
import type { Intake } from '../intake/intake.ts';
import { rulesSchema, type IntakeRules } from '../intake/rules.ts';
import type { Store } from './database.ts';

/** The intake sheet of a codebase as it was last made. */
export interface StoredIntake {
  intake: Intake;
  takenAt: string;
  commit: string | null;
  /** The rules it was made under; others may have been set since. */
  rules: IntakeRules;
}

const packr = new Packr({ moreTypes: true, useRecords: true });

export function saveIntake(
  store: Store,
  codebaseId: number,
  { intake, commit, rules }: { intake: Intake; commit: string | undefined; rules: IntakeRules },
): void {
  store
    .prepare(
      'INSERT OR REPLACE INTO intake (codebase_id, taken_at, commit_hash, rules, data) VALUES (?, ?, ?, ?, ?)',
    )
    .run(
      codebaseId,
      new Date().toISOString(),
      commit ?? null,
      JSON.stringify(rules),
      packr.pack({ ...intake, macros: new Map(), words: new Map() }),
    );
}

export function loadIntake(store: Store, codebaseId: number): StoredIntake | null {
  const row = store
    .prepare(
      'SELECT taken_at AS takenAt, commit_hash AS "commit", rules, data FROM intake WHERE codebase_id = ?',
    )
    .get(codebaseId) as { takenAt: string; commit: string | null; rules: string; data: Buffer } | undefined;
  if (!row) return null;
  return {
    intake: packr.unpack(row.data) as Intake,
    takenAt: row.takenAt,
    commit: row.commit,
    rules: rulesSchema.parse(JSON.parse(row.rules)),
  };
}

export function intakeTakenAt(store: Store, codebaseId: number): string | null {
  const at = store.prepare('SELECT taken_at FROM intake WHERE codebase_id = ?').pluck().get(codebaseId);
  return (at as string | undefined) ?? null;
}
