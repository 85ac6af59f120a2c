import { Worker } from 'node:worker_threads';
import { dataFolder, workerFile } from '../installation.ts';
import { log } from '../log.ts';
import { sentenceOf } from '../problem.ts';
import type { Store } from '../store/database.ts';
import { createJob, endJob, isUnderWay, job, jobsUnderWay, type Job } from '../store/jobs.ts';

/** Surveys run one after the other, each in a thread of its own, so that requests are never kept waiting. */
export interface SurveyQueue {
  /** Asks for a survey and sees to it that it is run. */
  add(codebaseId: number): Job;
  stop(jobId: number): void;
  /** Resolves when no survey's thread is left; until then the store must stay open. */
  idle(): Promise<void>;
}

export function createQueue(store: Store): SurveyQueue {
  let running: { jobId: number; worker: Worker } | null = null;
  let whenIdle: (() => void)[] = [];

  const next = (): void => {
    if (running) return;
    const waiting = jobsUnderWay(store).find(({ state }) => state === 'waiting');
    if (!waiting) return;
    const jobId = waiting.id;
    const worker = new Worker(workerFile('surveyWorker'), { workerData: { jobId, folder: dataFolder() } });
    running = { jobId, worker };
    worker.once('error', (error) => log.error({ err: error, jobId }, 'survey thread failed'));
    worker.once('exit', () => {
      // A thread that ends in any other way than by its own doing leaves the row under way.
      if (isGone(jobId))
        endJob(store, jobId, 'failed', sentenceOf(new Error('the survey thread ended early')));
      running = null;
      next();
      if (running) return;
      for (const resolve of whenIdle) resolve();
      whenIdle = [];
    });
  };

  const isGone = (jobId: number): boolean => {
    try {
      return isUnderWay(job(store, jobId));
    } catch {
      return false; // The codebase was removed meanwhile, and its jobs with it.
    }
  };

  return {
    add(codebaseId) {
      const created = createJob(store, codebaseId);
      next();
      return created;
    },
    idle: () => new Promise((resolve) => (running ? whenIdle.push(resolve) : resolve())),
    stop(jobId) {
      if (running?.jobId === jobId) running.worker.postMessage('stop');
      else if (isUnderWay(job(store, jobId))) endJob(store, jobId, 'stopped', 'The survey was stopped.');
    },
  };
}
