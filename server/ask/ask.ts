import { DONE, FLAGS, OF, STOP } from '../../core/graph/cancellation.ts';
import { dataFolder } from '../installation.ts';
import { Problem, type ProblemCode } from '../problem.ts';
import type { Answer, Given, ViewName } from '../views/table.ts';
import type { Question } from './askWorker.ts';
import { createThreads, type Task, type ThreadsOptions } from './threads.ts';

/** A view asked for: which, of what codebase, under what address, and what is given beside the address. */
export interface Asked<Name extends ViewName> {
  view: Name;
  codebaseId: number;
  /** The query of the address. */
  search: string;
  given?: Given<Name>;
}

/** A question under way, with all who wait for its answer. */
interface UnderWay {
  key: string;
  task: Task;
  waiting: number;
  triedAgain: boolean;
  answer: Promise<unknown>;
  reject(error: unknown): void;
}

/** Views worked out in threads; see {@link createAsker}. */
export interface Asker {
  /** Null when the codebase has no survey yet. Throws a Problem that the view has, and when nobody waits any more. */
  ask<Name extends ViewName>(asked: Asked<Name>, signal?: AbortSignal): Promise<Answer<Name> | null>;
  /** How far a view is that is being worked out for a codebase, in steps; null where none is, or none has been told. */
  progress(view: ViewName, codebaseId: number): Progress | null;
  close(): Promise<void>;
}

export interface Progress {
  done: number;
  of: number;
}

/**
 * The one way to have a view worked out: in a thread, so that the one that answers requests never waits. The same question
 * asked twice at once is worked out once. A question that nobody waits for any more is given up. Should the thread die, what it
 * was asked is asked once more of another, and then a Problem says so. `stateOfStore` is another when something was written: a
 * question is not the same as one that was asked before.
 */
export function createAsker(
  { folder = dataFolder(), ...options }: Partial<ThreadsOptions> = {},
  stateOfStore: () => string = () => '',
): Asker {
  const threads = createThreads({ folder, ...options });
  const underWay = new Set<UnderWay>();
  const byKey = new Map<string, UnderWay>();
  let lastId = 0;

  const forget = (asked: UnderWay): void => {
    underWay.delete(asked);
    if (byKey.get(asked.key) === asked) byKey.delete(asked.key);
  };

  const begin = (key: string, question: Omit<Question, 'id' | 'stop'>): UnderWay => {
    let resolve!: (value: unknown) => void;
    let reject!: UnderWay['reject'];
    const answer = new Promise<unknown>((onValue, onError) => {
      resolve = onValue;
      reject = onError;
    });
    const stop = new Int32Array(new SharedArrayBuffer(4 * FLAGS));
    const task: Task = {
      question: { ...question, id: ++lastId, stop },
      answered(message) {
        forget(asked);
        if ('value' in message) resolve(message.value);
        else
          reject(
            message.code !== null
              ? new Problem(message.code, message.sentence, message.nearest)
              : new Error(message.sentence),
          );
      },
      died() {
        if (!underWay.has(asked)) return;
        if (asked.triedAgain) {
          forget(asked);
          reject(new Problem('stopped', ENDED_TWICE));
          return;
        }
        asked.triedAgain = true;
        threads.give(task);
      },
    };
    const asked: UnderWay = { key, task, waiting: 0, triedAgain: false, answer, reject };
    underWay.add(asked);
    byKey.set(key, asked);
    threads.give(task);
    return asked;
  };

  /** What is not worked out to its end, because of one sentence. */
  const cancel = (asked: UnderWay, sentence: string): void => {
    Atomics.store(asked.task.question.stop, STOP, 1);
    threads.takeBack(asked.task);
    forget(asked);
    asked.reject(new Problem('stopped', sentence));
  };

  return {
    async ask<Name extends ViewName>(
      { view, codebaseId, search, given }: Asked<Name>,
      signal?: AbortSignal,
    ): Promise<Answer<Name> | null> {
      const question = { view, codebaseId, search, given: given as unknown };
      const key = `${stateOfStore()} ${JSON.stringify(question)}`;
      const asked = byKey.get(key) ?? begin(key, question);
      asked.waiting++;
      const leave = (): void => {
        if (--asked.waiting > 0 || !underWay.has(asked)) return;
        cancel(asked, 'This request was cancelled.');
      };
      signal?.addEventListener('abort', leave, { once: true });
      try {
        if (signal?.aborted) leave();
        return (await asked.answer) as Answer<Name> | null;
      } finally {
        signal?.removeEventListener('abort', leave);
      }
    },
    progress(view, codebaseId) {
      for (const { task } of underWay) {
        const { stop, ...question } = task.question;
        const of = Atomics.load(stop, OF);
        if (question.view === view && question.codebaseId === codebaseId && of > 0)
          return { done: Atomics.load(stop, DONE), of };
      }
      return null;
    },
    async close() {
      for (const asked of [...underWay]) cancel(asked, 'The server is shutting down.');
      await threads.close();
    },
  };
}

const ENDED_TWICE = 'The computation stopped twice. If memory is short, choose a smaller scope.';

/** The code by which a failure is told apart where it is answered; null for one that is nobody's to mend. */
export type FailureCode = ProblemCode | null;
