import type { Progress } from '../survey/surveyFolder.ts';
import { Problem } from '../problem.ts';
import type { Store } from './database.ts';

export type JobState = 'waiting' | 'running' | 'finished' | 'stopped' | 'failed' | 'interrupted';

/** One survey that was asked for, and how far it has come. */
export interface Job {
  id: number;
  codebaseId: number;
  state: JobState;
  phase: Progress['phase'];
  done: number;
  total: number;
  message: string;
  createdAt: string;
  startedAt: string | null;
  updatedAt: string;
  surveyId: number | null;
}

const columns = `id, codebase_id AS codebaseId, state, phase, done, total, message, created_at AS createdAt,
  started_at AS startedAt, updated_at AS updatedAt, survey_id AS surveyId`;

const now = (): string => new Date().toISOString();

export function isUnderWay(job: Job): boolean {
  return job.state === 'waiting' || job.state === 'running';
}

/** Asks for a survey. A codebase has one under way at the most. */
export function createJob(store: Store, codebaseId: number): Job {
  try {
    const at = now();
    const { lastInsertRowid } = store
      .prepare(
        "INSERT INTO job (codebase_id, state, runner, created_at, updated_at) VALUES (?, 'waiting', ?, ?, ?)",
      )
      .run(codebaseId, process.pid, at, at);
    return job(store, Number(lastInsertRowid));
  } catch (error) {
    if ((error as { code?: string }).code === 'SQLITE_CONSTRAINT_UNIQUE') {
      throw new Problem('alreadyRunning', 'A survey of this codebase is already under way.');
    }
    throw error;
  }
}

export function job(store: Store, id: number): Job {
  const found = store.prepare(`SELECT ${columns} FROM job WHERE id = ?`).get(id) as Job | undefined;
  if (!found) throw new Problem('notFound', `There is no survey job ${id}.`);
  return found;
}

export function latestJob(store: Store, codebaseId: number): Job | null {
  const row = store
    .prepare(`SELECT ${columns} FROM job WHERE codebase_id = ? ORDER BY id DESC LIMIT 1`)
    .get(codebaseId);
  return (row as Job | undefined) ?? null;
}

export function jobsUnderWay(store: Store): Job[] {
  return store
    .prepare(`SELECT ${columns} FROM job WHERE state IN ('waiting', 'running') ORDER BY id`)
    .all() as Job[];
}

export function startJob(store: Store, id: number): void {
  store
    .prepare("UPDATE job SET state = 'running', runner = ?, started_at = ?, updated_at = ? WHERE id = ?")
    .run(process.pid, now(), now(), id);
}

export function reportJob(store: Store, id: number, { phase, done, total }: Progress): void {
  store
    .prepare('UPDATE job SET phase = ?, done = ?, total = ?, updated_at = ? WHERE id = ?')
    .run(phase, done, total, now(), id);
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
  const message = 'The program was stopped while this survey ran. Nothing that was read is lost.';
  const rows = store.prepare("SELECT id, runner FROM job WHERE state IN ('waiting', 'running')").all();
  for (const { id, runner } of rows as { id: number; runner: number }[]) {
    if (!isAlive(runner)) endJob(store, id, 'interrupted', message);
  }
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0); // Sends nothing; only asks.
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}
