import { parentPort, workerData } from 'node:worker_threads';
import { Cancelled, withCancellation } from '../../core/graph/cancellation.ts';
import { asProblem, sentenceOf } from '../failure.ts';
import { openStore } from '../store/database.ts';
import type { SurveyColumns } from '../store/surveyColumns.ts';
import { createSurveyMemory } from '../store/surveyMemory.ts';
import { views, type ViewName } from '../views/table.ts';
import { viewRequest, type ViewRequest } from '../views/viewRequest.ts';
import type { FailureCode } from './ask.ts';
import { lowerPriority } from '../lowerPriority.ts';

/** What a thread is asked. `stop` is what it shares with who asks, as the numbers in cancellation.ts have it. */
export interface Question {
  id: number;
  view: ViewName;
  codebaseId: number;
  /** The query of the address. */
  search: string;
  given: unknown;
  stop: Int32Array;
}

/** A survey's columns that one thread has read, for the others. */
export interface SharedSurvey {
  codebaseId: number;
  surveyId: number;
  columns: SurveyColumns;
}

export interface ToAskWorker {
  question: Question;
  /** Surveys of the codebase that the thread has not been sent yet. */
  shared: SharedSurvey[];
}

/** The value of a view, or why there is none: a Problem's code and sentence, or just the sentence. */
export type Answered =
  | { answers: number; value: unknown }
  | { answers: number; code: FailureCode; sentence: string; nearest?: string | null };

/** A survey that was read on the way is told of before the answer. */
export type FromAskWorker = Answered | { loaded: SharedSurvey };

/** Works out one view after the other, with the surveys that were looked at lately in memory. */
lowerPriority('view');
const { folder } = workerData as { folder: string };
const store = openStore(folder);
/** What the question at hand brought; kept no longer, lest surveys that were replaced stay in memory. */
let columnsOfOthers: ReadonlyMap<number, SurveyColumns> = new Map();
let codebaseAsked = 0;

const context = {
  store,
  survey: createSurveyMemory(store, {
    columnsOf: (surveyId) => columnsOfOthers.get(surveyId),
    loaded: (surveyId, columns) => say({ loaded: { codebaseId: codebaseAsked, surveyId, columns } }),
  }),
};

parentPort?.on('message', (message: ToAskWorker) => void answer(message));

function say(message: FromAskWorker): void {
  parentPort?.postMessage(message);
}

async function answer({ question, shared }: ToAskWorker): Promise<void> {
  const { id, view, codebaseId, search, given, stop } = question;
  columnsOfOthers = new Map(shared.map(({ surveyId, columns }) => [surveyId, columns]));
  codebaseAsked = codebaseId;
  try {
    const value = await withCancellation(stop, () => {
      const request = viewRequest(context, codebaseId, search);
      const compute = views[view] as (request: ViewRequest, given: unknown) => unknown;
      return request && compute(request, given);
    });
    // What is no plain data cannot be sent, and fails here like any other fault of a view.
    say({ answers: id, value });
  } catch (error) {
    const problem = asProblem(error);
    const code = problem?.code ?? (error instanceof Cancelled ? 'stopped' : null);
    const sentence = code === null ? String(error) : sentenceOf(error);
    say({ answers: id, code, sentence, nearest: problem?.nearest ?? null });
  }
}
