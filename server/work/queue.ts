import { Worker } from 'node:worker_threads';
import { dataFolder, workerFile } from '../installation.ts';
import { log } from '../log.ts';
import { sentenceOf } from '../problem.ts';
import { codebase } from '../store/codebases.ts';
import type { Store } from '../store/database.ts';
import { loadIntake } from '../store/intakes.ts';
import {
  createJob,
  endJob,
  isUnderWay,
  job,
  jobsUnderWay,
  type Job,
  type JobKind,
  type JobRequest,
} from '../store/jobs.ts';

/**
 * Jobs run in threads of their own, so that requests are never kept waiting: surveys one after the other, and looks
 * over codebases one after the other beside them, for those are short and somebody waits for the sheet.
 */
export interface JobQueue {
  /** Asks for a job and sees to it that it is run. */
  add(codebaseId: number, request?: JobRequest): Job;
  stop(jobId: number): void;
  /** Resolves when no job's thread is left; until then the store must stay open. */
  idle(): Promise<void>;
}

/** How long until it is tried again to write how a job ended, should the disk be full. */
const RETRY_MS = 2_000;

export function createQueue(store: Store): JobQueue {
  const running = new Map<JobKind, { jobId: number; worker: Worker }>();
  let whenIdle: (() => void)[] = [];

  const next = (kind: JobKind): void => {
    if (running.has(kind)) return;
    const waiting = jobsUnderWay(store).find((entry) => entry.kind === kind && entry.state === 'waiting');
    if (waiting) start(kind, waiting.id);
  };

  const start = (kind: JobKind, jobId: number): void => {
    const worker = new Worker(workerFile('surveyWorker'), { workerData: { jobId, folder: dataFolder() } });
    running.set(kind, { jobId, worker });
    let failure: Error = new Error('its thread ended early');
    worker.once('error', (error: Error) => {
      failure = error;
      log.error({ err: error, jobId }, 'the thread of a job failed');
    });
    worker.once('exit', () => {
      // A thread that ends in any other way than by its own doing leaves the row under way.
      tellFailure(store, jobId, failure);
      running.delete(kind);
      if (kind === 'intake') lookAgain(jobId);
      next(kind);
      if (running.size > 0) return;
      for (const resolve of whenIdle) resolve();
      whenIdle = [];
    });
  };

  /** Decisions that were made while a sheet was being made ask for another. */
  const lookAgain = (jobId: number): void => {
    try {
      const { codebaseId, state } = job(store, jobId);
      const made = JSON.stringify(loadIntake(store, codebaseId)?.rules);
      if (state === 'finished' && made !== JSON.stringify(codebase(store, codebaseId).rules))
        createJob(store, codebaseId, { kind: 'intake', refresh: false });
    } catch {
      // The codebase was removed meanwhile, or another look is under way already.
    }
  };

  return {
    add(codebaseId, request = { kind: 'survey' }) {
      const created = createJob(store, codebaseId, request);
      next(request.kind);
      return created;
    },
    idle: () => new Promise((resolve) => (running.size > 0 ? whenIdle.push(resolve) : resolve())),
    stop(jobId) {
      const thread = [...running.values()].find((entry) => entry.jobId === jobId);
      if (thread) thread.worker.postMessage('stop');
      else if (isUnderWay(job(store, jobId))) endJob(store, jobId, 'stopped', 'The survey was stopped.');
    },
  };
}

/** Ends the row of a job whose thread did not; again later when the disk takes nothing now. */
function tellFailure(store: Store, jobId: number, failure: Error): void {
  if (!store.open) return;
  try {
    if (isUnderWay(job(store, jobId))) endJob(store, jobId, 'failed', sentenceOf(failure));
  } catch (error) {
    const isGone = (error as { code?: string }).code === 'notFound'; // Its codebase was removed meanwhile.
    if (!isGone) setTimeout(() => tellFailure(store, jobId, failure), RETRY_MS).unref();
  }
}
