import { visibleText } from '../visibleText.ts';
import type { Store } from './database.ts';

export interface LogLine {
  at: string;
  line: string;
}

/** A function that adds a line to a job's log, which may be shown in a terminal. */
export function jobLog(store: Store, jobId: number): (line: string) => void {
  const add = store.prepare('INSERT INTO job_log (job_id, at, line) VALUES (?, ?, ?)');
  return (line) => void add.run(jobId, new Date().toISOString(), visibleText(line));
}

/** The last lines of a job's log, in their order; all of them without a limit. */
export function logOf(store: Store, jobId: number, limit = -1): LogLine[] {
  return store
    .prepare(
      'SELECT at, line FROM (SELECT rowid, at, line FROM job_log WHERE job_id = ? ORDER BY rowid DESC LIMIT ?) ORDER BY rowid',
    )
    .all(jobId, limit) as LogLine[];
}
