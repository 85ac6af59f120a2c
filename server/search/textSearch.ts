import { Worker } from 'node:worker_threads';
import { patternOf, type TextQuery } from '../../core/search/textQuery.ts';
import { workerFile } from '../installation.ts';
import { Problem } from '../problem.ts';
import type { FromSearchWorker, ToSearchWorker } from './searchWorker.ts';

export type SearchTask = Omit<ToSearchWorker, 'search'>;
export type SearchPart = Omit<FromSearchWorker, 'search'>;

/** A pattern that keeps the thread busy for so long without a sign of life has run away. */
const SILENCE_MS = 3_000;

let worker: Worker | null = null;
let lastSearch = 0;
/** Lets the search that is under way see that a newer one has taken its place. */
let wakeLast: () => void = () => {};

function sharedWorker(): Worker {
  if (!worker) {
    worker = new Worker(workerFile('searchWorker'));
    worker.unref();
    const own = worker;
    worker.once('exit', () => {
      if (worker === own) worker = null;
    });
  }
  return worker;
}

/** Starts the thread, so that the first search need not wait for it. */
export function warmSearch(): void {
  sharedWorker();
}

/**
 * Searches texts in a thread of its own and gives the matches as they are found. Throws a Problem when the pattern is
 * none, and when it runs away: its thread is then ended.
 */
export async function* searchTexts(task: SearchTask): AsyncGenerator<SearchPart, void> {
  const pattern = patternOf(task.query);
  if ('problem' in pattern) throw new Problem('badRequest', pattern.problem);
  const search = ++lastSearch;
  wakeLast();
  const own = sharedWorker();
  const parts: SearchPart[] = [];
  let wake: () => void = () => {};
  let failure: Error | null = null;
  const onMessage = ({ search: of, ...part }: FromSearchWorker): void => {
    if (of !== search) return;
    parts.push(part);
    wake();
  };
  const onEnd = (): void => {
    failure ??= new Problem('stopped', 'The search was ended.');
    wake();
  };
  own.on('message', onMessage);
  own.once('exit', onEnd);
  own.once('error', onEnd);
  own.postMessage({ ...task, search } satisfies ToSearchWorker);
  try {
    for (;;) {
      if (parts.length === 0 && !failure && lastSearch === search) {
        const timer = setTimeout(() => {
          failure = runAway(task.query);
          void own.terminate();
        }, SILENCE_MS);
        await new Promise<void>((resolve) => (wake = wakeLast = resolve));
        clearTimeout(timer);
      }
      const part = parts.shift();
      if (part) {
        yield part;
        if (part.isLast) return;
      } else if (lastSearch !== search) return;
      else if (failure) throw failure as Error;
    }
  } finally {
    own.off('message', onMessage);
    own.off('exit', onEnd);
    own.off('error', onEnd);
  }
}

function runAway({ text }: TextQuery): Problem {
  return new Problem(
    'badRequest',
    `The pattern ${text} takes too long on this code: it tries ever more ways to match. Create more definite.`,
  );
}
