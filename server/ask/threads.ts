import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { LRUCache } from 'lru-cache';
import { workerFile } from '../installation.ts';
import { log } from '../log.ts';
import { bytesOfColumns } from '../store/surveyColumns.ts';
import type { Answered, FromAskWorker, Question, SharedSurvey, ToAskWorker } from './askWorker.ts';

/** A question on its way to a thread. */
export interface Task {
  question: Question;
  answered(message: Answered): void;
  /** The thread ended before it answered. */
  died(): void;
}

/** Threads that work out views, each one question at a time. */
export interface Threads {
  give(task: Task): void;
  /** Takes back a task: one that no thread has begun at once; a thread that does not give it up by itself is ended. */
  takeBack(task: Task): void;
  close(): Promise<void>;
}

export interface ThreadsOptions {
  /** Where the database lies. */
  folder: string;
  most?: number;
  /** Milliseconds after which a question no longer waits for the first thread. */
  patience?: number;
  /** Milliseconds in which a thread must give up what nobody waits for any more. */
  graceMs?: number;
}

/** Columns of surveys are passed on up to so many bytes; a thread that is not passed them reads them itself. */
const MOST_SHARED_BYTES = 3 * 1024 ** 3;

interface Thread {
  worker: Worker;
  task: Task | null;
  /** Surveys whose columns it has or was sent. */
  knows: Set<number>;
}

/**
 * Questions go to the first thread, which remembers most of what they rest on. One that has waited there for a moment, behind one
 * that takes long, is given to the next thread; that works over the same columns, which lie in shared memory.
 */
export function createThreads({
  folder,
  most = mostThreads(),
  patience = 400,
  graceMs = 5_000,
}: ThreadsOptions): Threads {
  const threads: Thread[] = [];
  const waiting: { task: Task; since: number }[] = [];
  const shared = new LRUCache<number, SharedSurvey>({
    maxSize: MOST_SHARED_BYTES,
    sizeCalculation: ({ columns }) => Math.min(MOST_SHARED_BYTES, 1 + bytesOfColumns(columns)),
  });
  let timer: NodeJS.Timeout | undefined;

  const start = (): Thread => {
    const worker = new Worker(workerFile('askWorker'), { workerData: { folder } });
    const thread: Thread = { worker, task: null, knows: new Set() };
    worker.on('message', (message: FromAskWorker) => heard(thread, message));
    worker.once('error', (error: Error) => log.error({ err: error }, 'a thread of views failed'));
    worker.once('exit', () => {
      threads.splice(threads.indexOf(thread), 1);
      thread.task?.died();
      dispatch();
    });
    // Listening for messages would undo this, so it stands last.
    worker.unref();
    threads.push(thread);
    return thread;
  };

  const heard = (thread: Thread, message: FromAskWorker): void => {
    if ('loaded' in message) {
      shared.set(message.loaded.surveyId, message.loaded);
      thread.knows.add(message.loaded.surveyId);
      return;
    }
    const { task } = thread;
    thread.task = null;
    task?.answered(message);
    dispatch();
  };

  const send = (thread: Thread, task: Task): void => {
    const { question } = task;
    const unknown = [...shared.values()].filter(
      ({ codebaseId, surveyId }) => codebaseId === question.codebaseId && !thread.knows.has(surveyId),
    );
    for (const { surveyId } of unknown) thread.knows.add(surveyId);
    thread.task = task;
    thread.worker.postMessage({ question, shared: unknown } satisfies ToAskWorker);
  };

  const dispatch = (): void => {
    clearTimeout(timer);
    while (waiting.length > 0) {
      const [{ task, since }] = waiting;
      const first = threads[0] ?? start();
      const left = since + patience - performance.now();
      const thread = first.task === null ? first : left > 0 ? undefined : nextFree();
      if (!thread) {
        if (left > 0) timer = setTimeout(dispatch, left + 1);
        return;
      }
      waiting.shift();
      send(thread, task);
    }
  };

  const nextFree = (): Thread | undefined =>
    threads.find(({ task }) => task === null) ?? (threads.length < most ? start() : undefined);

  return {
    give(task) {
      waiting.push({ task, since: performance.now() });
      dispatch();
    },
    takeBack(task) {
      const at = waiting.findIndex((other) => other.task === task);
      if (at >= 0) waiting.splice(at, 1);
      const thread = threads.find((other) => other.task === task);
      if (thread)
        setTimeout(() => {
          if (thread.task !== task) return;
          log.warn(
            { view: task.question.view },
            'a question that nobody waits for does not end; its thread is ended',
          );
          void thread.worker.terminate();
        }, graceMs).unref();
    },
    async close() {
      clearTimeout(timer);
      waiting.splice(0);
      for (const thread of threads) thread.task = null;
      await Promise.all(threads.map(({ worker }) => worker.terminate()));
    },
  };
}

/** One overtakes even where there is one core; beyond that, memory is dearer than waiting. */
function mostThreads(): number {
  return Math.max(2, Math.min(4, availableParallelism()));
}
