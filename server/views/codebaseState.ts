import { codebase } from '../store/codebases.ts';
import type { Store } from '../store/database.ts';
import { intakeTakenAt } from '../store/intakes.ts';
import { logOf, type LogLine } from '../store/jobLog.ts';
import { jobsUnderWay, type Job } from '../store/jobs.ts';
import { latestSurveyId } from '../store/surveys.ts';

/** A job under way, with how many stand before it in its queue, and the last lines of its log. */
export interface LiveJob extends Job {
  ahead: number;
  /** How long it has run, by the half second: a page sees that it goes on even while one large file is read. */
  elapsedMs: number;
  recent: LogLine[];
}

/** What of a codebase may change while a page shows it. */
export interface CodebaseState {
  jobs: LiveJob[];
  surveyId: number | null;
  takenAt: string | null;
  changedAt: string | null;
}

const RECENT = 12;

export function codebaseState(store: Store, codebaseId: number): CodebaseState {
  const all = jobsUnderWay(store);
  return {
    jobs: all
      .filter((job) => job.codebaseId === codebaseId)
      .map((job) => ({
        ...job,
        ahead: all.filter(({ id, kind }) => kind === job.kind && id < job.id).length,
        elapsedMs: elapsedMs(job),
        recent: logOf(store, job.id, RECENT),
      })),
    surveyId: latestSurveyId(store, codebaseId),
    takenAt: intakeTakenAt(store, codebaseId),
    changedAt: codebase(store, codebaseId).changedAt,
  };
}

const STEP_MS = 500;

function elapsedMs({ startedAt }: Job): number {
  if (startedAt === null) return 0;
  return Math.max(0, Math.floor((Date.now() - Date.parse(startedAt)) / STEP_MS) * STEP_MS);
}
