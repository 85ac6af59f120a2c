import { Worker } from 'node:worker_threads';
import { dataFolder, workerFile } from '../installation.ts';
import { log } from '../log.ts';
import { Problem, type ProblemCode } from '../problem.ts';
import type { Answer, Given, ViewName } from '../views/table.ts';
import type { FromAskWorker, ToAskWorker } from './askWorker.ts';

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
  id: number;
  key: string;
  message: Omit<Extract<ToAskWorker, { ask: number }>, 'ask' | 'stop'>;
  /** Set to 1 when nobody waits any more: what is worked out looks at it. */
  stop: Int32Array;
  waiting: number;
  triedAgain: boolean;
  answer: Promise<unknown>;
  resolve(value: unknown): void;
  reject(error: unknown): void;
}

/** Views worked out in one thread; see {@link ask}. */
export interface Asker {
  /** Null when the codebase has no survey yet. Throws a Problem that the view has, and when nobody waits any more. */
  ask<Name extends ViewName>(asked: Asked<Name>, signal?: AbortSignal): Promise<Answer<Name> | null>;
  close(): Promise<void>;
}

/**
 * The one way to have a view worked out: in a thread of its own, so that the one that answers requests never waits. The
 * same question asked twice at once is worked out once. A question that nobody waits for any more is given up. Should the
 * thread die, what it was asked is asked once more of a new one, and then a Problem says so. `stateOfStore` is another when
 * something was written: a question is not the same as one that was asked before.
 */
export function createAsker(folder = dataFolder(), stateOfStore: () => string = () => ''): Asker {
  const underWay = new Map<number, UnderWay>();
  const byKey = new Map<string, UnderWay>();
  let worker: Worker | null = null;
  let lastId = 0;

  const start = (): Worker => {
    const own = new Worker(workerFile('askWorker'), { workerData: { folder } });
    own.on('message', (message: FromAskWorker) => settle(message));
    own.once('error', (error: Error) => log.error({ err: error }, 'the thread of views failed'));
    own.once('exit', () => {
      if (worker === own) worker = null;
      for (const question of underWay.values()) askAgain(question);
    });
    // Listening for messages would undo this, so it stands last.
    own.unref();
    return own;
  };

  const send = (question: UnderWay): void => {
    worker ??= start();
    const { id, message, stop } = question;
    worker.postMessage({ ...message, ask: id, stop } satisfies ToAskWorker);
  };

  const askAgain = (question: UnderWay): void => {
    if (question.triedAgain) {
      forget(question);
      question.reject(
        new Problem(
          'stopped',
          'Working this out ended early, twice. Where memory is short, a smaller scope needs less of it.',
        ),
      );
      return;
    }
    question.triedAgain = true;
    send(question);
  };

  const forget = ({ id, key }: UnderWay): void => {
    underWay.delete(id);
    if (byKey.get(key)?.id === id) byKey.delete(key);
  };

  const settle = (message: FromAskWorker): void => {
    const question = underWay.get(message.answers);
    if (!question) return;
    forget(question);
    if ('value' in message) question.resolve(message.value);
    else if (message.code !== null) question.reject(new Problem(message.code, message.sentence));
    else question.reject(new Error(message.sentence));
  };

  const begin = (key: string, message: UnderWay['message']): UnderWay => {
    let resolve!: UnderWay['resolve'];
    let reject!: UnderWay['reject'];
    const answer = new Promise<unknown>((onValue, onError) => {
      resolve = onValue;
      reject = onError;
    });
    const stop = new Int32Array(new SharedArrayBuffer(4));
    const question: UnderWay = {
      id: ++lastId,
      key,
      message,
      stop,
      waiting: 0,
      triedAgain: false,
      answer,
      resolve,
      reject,
    };
    underWay.set(question.id, question);
    byKey.set(key, question);
    send(question);
    return question;
  };

  return {
    async ask<Name extends ViewName>(
      { view, codebaseId, search, given }: Asked<Name>,
      signal?: AbortSignal,
    ): Promise<Answer<Name> | null> {
      const message = { view, codebaseId, search, given: given as unknown };
      const key = `${stateOfStore()} ${JSON.stringify(message)}`;
      const question = byKey.get(key) ?? begin(key, message);
      question.waiting++;
      const leave = (): void => {
        if (--question.waiting > 0 || !underWay.has(question.id)) return;
        Atomics.store(question.stop, 0, 1);
        forget(question);
        question.reject(new Problem('stopped', 'Nobody waits for this any more.'));
      };
      signal?.addEventListener('abort', leave, { once: true });
      try {
        if (signal?.aborted) leave();
        return (await question.answer) as Answer<Name> | null;
      } finally {
        signal?.removeEventListener('abort', leave);
      }
    },
    async close() {
      for (const question of underWay.values()) {
        question.triedAgain = true;
        forget(question);
        question.reject(new Problem('stopped', 'The server is ending.'));
      }
      await worker?.terminate();
    },
  };
}

/** The code by which a failure is told apart where it is answered; null for one that is nobody's to mend. */
export type FailureCode = ProblemCode | null;
