import { parentPort, workerData } from 'node:worker_threads';
import { Problem, sentenceOf } from '../problem.ts';
import { openStore } from '../store/database.ts';
import { createSurveyMemory } from '../store/surveyMemory.ts';
import { views, type ViewName } from '../views/table.ts';
import { viewRequest, type ViewRequest } from '../views/viewRequest.ts';
import type { FailureCode } from './ask.ts';

/** What the thread is asked. `stop[0]` becomes 1 when nobody waits for the answer any more. */
export interface ToAskWorker {
  ask: number;
  view: ViewName;
  codebaseId: number;
  search: string;
  given: unknown;
  stop: Int32Array;
}

/** The value of a view, or why there is none: a Problem's code and sentence, or just the sentence. */
export type FromAskWorker =
  { answers: number; value: unknown } | { answers: number; code: FailureCode; sentence: string };

/** Works out views one after the other, with the surveys that were looked at lately in memory. */
const { folder } = workerData as { folder: string };
const store = openStore(folder);
const context = { store, survey: createSurveyMemory(store) };

parentPort?.on('message', (message: ToAskWorker) => void answer(message));

async function answer({ ask, view, codebaseId, search, given, stop }: ToAskWorker): Promise<void> {
  // Messages that came meanwhile are let in first: one of them may say that this is no longer wanted.
  await new Promise(setImmediate);
  if (Atomics.load(stop, 0) === 1) return;
  const reply = (message: FromAskWorker): void => parentPort?.postMessage(message);
  try {
    const request = viewRequest(context, codebaseId, search);
    const compute = views[view] as (request: ViewRequest, given: unknown) => unknown;
    // What is no plain data cannot be sent, and fails here like any other fault of a view.
    reply({ answers: ask, value: request && (await compute(request, given)) });
  } catch (error) {
    const code = error instanceof Problem ? error.code : null;
    reply({ answers: ask, code, sentence: code === null ? String(error) : sentenceOf(error) });
  }
}
