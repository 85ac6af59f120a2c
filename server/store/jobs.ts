import type { Progress } from '../survey/progress.ts';
import { Problem } from '../problem.ts';
import type { Store } from './database.ts';
import { nextId } from './nextId.ts';
import { isAlive } from './processes.ts';

export type JobState = 'waiting' | 'running' | 'finished' | 'stopped' | 'failed' | 'interrupted';

/** A survey, or a look over the codebase before one. */
export type JobKind = 'survey' | 'intake';

/** Work that was asked for, and how far it has come. */
export interface Job {
  id: number;
  codebaseId: number;
  kind: JobKind;
  /** True to fetch anew from where the code comes from. */
  refresh: boolean;
  state: JobState;
  phase: Progress['phase'];
  done: number;
  total: number;
  /** What is being done, where the counts do not say it. */
  step: string;
  message: string;
  createdAt: string;
  startedAt: string | null;
  updatedAt: string;
  surveyId: number | null;
}

const columns = `id, codebase_id AS codebaseId, kind, refresh, state, phase, done, total, step, message, created_at AS createdAt,
  started_at AS startedAt, updated_at AS updatedAt, survey_id AS surveyId`;

const now = (): string => new Date().toISOString();

export function isUnderWay(job: Job): boolean {
  return job.state === 'waiting' || job.state === 'running';
}

function fromRow(row: unknown): Job {
  const fields = row as Omit<Job, 'refresh'> & { refresh: number };
  return { ...fields, refresh: fields.refresh === 1 };
}

export interface JobRequest {
  kind: JobKind;
  refresh?: boolean;
}

/** Jobs of a codebase that are remembered, with their logs. */
const KEPT = 20;

/** Asks for a job. A codebase has one of a kind under way at the most. */
export function createJob(store: Store, codebaseId: number, request: JobRequest = { kind: 'survey' }): Job {
  const { kind, refresh = true } = request;
  try {
    const at = now();
    const { lastInsertRowid } = store
      .prepare(
        `INSERT INTO job (id, codebase_id, kind, refresh, state, phase, runner, created_at, updated_at)
         VALUES (${nextId('job')}, ?, ?, ?, 'waiting', 'open', ?, ?, ?)`,
      )
      .run(codebaseId, kind, refresh ? 1 : 0, process.pid, at, at);
    store
      .prepare(
        `DELETE FROM job WHERE codebase_id = ? AND state NOT IN ('waiting', 'running') AND id NOT IN
           (SELECT id FROM job WHERE codebase_id = ? ORDER BY id DESC LIMIT ${KEPT})`,
      )
      .run(codebaseId, codebaseId);
    return job(store, Number(lastInsertRowid));
  } catch (error) {
    if ((error as { code?: string }).code === 'SQLITE_CONSTRAINT_UNIQUE') {
      const what = kind === 'survey' ? 'A survey' : 'A scan of the files';
      throw new Problem('alreadyRunning', `${what} of this codebase is already running.`);
    }
    throw error;
  }
}

export function job(store: Store, id: number): Job {
  const found = store.prepare(`SELECT ${columns} FROM job WHERE id = ?`).get(id);
  if (!found) throw new Problem('notFound', `There is no job ${id}.`);
  return fromRow(found);
}

export function latestJob(store: Store, codebaseId: number, kind: JobKind = 'survey'): Job | null {
  const row = store
    .prepare(`SELECT ${columns} FROM job WHERE codebase_id = ? AND kind = ? ORDER BY id DESC LIMIT 1`)
    .get(codebaseId, kind);
  return row === undefined ? null : fromRow(row);
}

export function jobsUnderWay(store: Store): Job[] {
  return store
    .prepare(`SELECT ${columns} FROM job WHERE state IN ('waiting', 'running') ORDER BY id`)
    .all()
    .map(fromRow);
}

export function startJob(store: Store, id: number): void {
  store
    .prepare("UPDATE job SET state = 'running', runner = ?, started_at = ?, updated_at = ? WHERE id = ?")
    .run(process.pid, now(), now(), id);
}

export function reportJob(store: Store, id: number, { phase, done, total, step = '' }: Progress): void {
  store
    .prepare('UPDATE job SET phase = ?, done = ?, total = ?, step = ?, updated_at = ? WHERE id = ?')
    .run(phase, done, total, step, now(), id);
}

export function endJob(
  store: Store,
  id: number,
  state: Exclude<JobState, 'waiting' | 'running'>,
  message: string,
  surveyId: number | null = null,
): void {
  store
    .prepare('UPDATE job SET state = ?, message = ?, survey_id = ?, updated_at = ? WHERE id = ?')
    .run(state, message, surveyId, now(), id);
}

/** Ends jobs whose process was killed. They can be resumed: what was extracted is kept. */
export function interruptOrphans(store: Store): void {
  const message = 'The server was stopped during this job. Everything read so far is kept.';
  const rows = store.prepare("SELECT id, runner FROM job WHERE state IN ('waiting', 'running')").all();
  for (const { id, runner } of rows as { id: number; runner: number }[]) {
    if (!isAlive(runner)) endJob(store, id, 'interrupted', message);
  }
}
