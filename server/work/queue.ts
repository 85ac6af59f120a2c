import { Worker } from 'node:worker_threads';
import { dataFolder, workerFile } from '../installation.ts';
import { log } from '../log.ts';
import { sentenceOf } from '../failure.ts';
import { stopped } from '../problem.ts';
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
import type { FromSurveyWorker, ToSurveyWorker } from './surveyWorker.ts';

/**
 * Jobs run in threads of their own, so that requests are never kept waiting: surveys one after the other, and looks
 * over codebases one after the other beside them, for those are short and somebody waits for the sheet.
 */
export interface JobQueue {
  /** Asks for a job and sees to it that it is run. */
  add(codebaseId: number, request?: JobRequest): Job;
  stop(jobId: number): void;
  /** Breaks off what runs because the server is ending, so that no program goes on without it; it can be resumed. */
  end(): void;
  /** Ends the threads once no job is left; until it resolves the store must stay open. */
  close(): Promise<void>;
}

/** How long a thread without work is kept: what it holds in memory makes the next survey quick. */
const IDLE_MS = 10 * 60_000;

/** A thread that is in the middle of linking or storing does not hear that it is to stop; after so long it is ended. */
const PATIENCE_MS = 700;

/** How long until it is tried again to write how a job ended, should the disk be full. */
const RETRY_MS = 2_000;

interface Lane {
  worker: Worker | null;
  /** The job that runs; null when none does. */
  jobId: number | null;
  idle?: NodeJS.Timeout;
  /** Set once the job was asked to stop. */
  stopping?: NodeJS.Timeout;
}

export function createQueue(store: Store): JobQueue {
  const lanes: Record<JobKind, Lane> = {
    survey: { worker: null, jobId: null },
    intake: { worker: null, jobId: null },
  };
  const whenIdle: (() => void)[] = [];
  let isEnding = false;

  const next = (kind: JobKind): void => {
    const lane = lanes[kind];
    if (lane.jobId !== null) return;
    const waiting = jobsUnderWay(store).find((entry) => entry.kind === kind && entry.state === 'waiting');
    if (!waiting) {
      if (Object.values(lanes).every(({ jobId }) => jobId === null))
        for (const resolve of whenIdle.splice(0)) resolve();
      return;
    }
    clearTimeout(lane.idle);
    lane.jobId = waiting.id;
    lane.worker ??= start(kind, lane);
    tell(lane, { run: waiting.id });
  };

  const start = (kind: JobKind, lane: Lane): Worker => {
    const worker = new Worker(workerFile('surveyWorker'), { workerData: { folder: dataFolder() } });
    let failure: Error = new Error('its thread stopped unexpectedly');
    worker.on('message', ({ ended }: FromSurveyWorker) => onEnd(kind, lane, ended));
    worker.once('error', (error: Error) => {
      failure = error;
      log.error({ err: error, jobId: lane.jobId }, 'the thread of a job failed');
    });
    worker.once('exit', () => {
      if (lane.worker === worker) lane.worker = null;
      if (lane.jobId === null || isEnding) return;
      // A thread that ends in any other way than by its own doing leaves the row under way.
      tellFailure(store, lane.jobId, lane.stopping ? STOPPED : failure);
      onEnd(kind, lane, lane.jobId);
    });
    // A job does not keep the server from ending: it is interrupted, and what it has read is kept. Listening for
    // messages would undo this, so it stands last.
    worker.unref();
    return worker;
  };

  const onEnd = (kind: JobKind, lane: Lane, jobId: number): void => {
    if (lane.jobId !== jobId) return; // Its thread was ended just as it told so itself.
    clearTimeout(lane.stopping);
    lane.stopping = undefined;
    lane.jobId = null;
    lane.idle = setTimeout(() => tell(lane, 'close'), IDLE_MS);
    lane.idle.unref();
    if (kind === 'intake') lookAgain(jobId);
    next(kind);
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
    stop(jobId) {
      const lane = Object.values(lanes).find((entry) => entry.jobId === jobId);
      if (lane) {
        tell(lane, 'stop');
        // What it was writing is taken back by the database as its thread ends.
        lane.stopping ??= setTimeout(() => void lane.worker?.terminate(), PATIENCE_MS);
      } else if (isUnderWay(job(store, jobId))) endJob(store, jobId, 'stopped', STOPPED.message);
    },
    end() {
      isEnding = true;
      for (const lane of Object.values(lanes)) tell(lane, 'end');
    },
    async close() {
      if (Object.values(lanes).some(({ jobId }) => jobId !== null))
        await new Promise<void>((resolve) => whenIdle.push(resolve));
      const threads = Object.values(lanes).flatMap(({ worker }) => (worker ? [worker] : []));
      await Promise.all(threads.map((worker) => worker.terminate()));
    },
  };
}

const STOPPED = stopped();

function tell({ worker }: Lane, message: ToSurveyWorker): void {
  worker?.postMessage(message);
}

/** Ends the row of a job whose thread did not; again later when the disk takes nothing now. */
function tellFailure(store: Store, jobId: number, failure: Error): void {
  if (!store.open) return;
  try {
    const state = failure === STOPPED ? 'stopped' : 'failed';
    if (isUnderWay(job(store, jobId))) endJob(store, jobId, state, sentenceOf(failure));
  } catch (error) {
    const isGone = (error as { code?: string }).code === 'notFound'; // Its codebase was removed meanwhile.
    if (!isGone) setTimeout(() => tellFailure(store, jobId, failure), RETRY_MS).unref();
  }
}
