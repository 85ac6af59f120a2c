import { LRUCache } from 'lru-cache';
import type { SurveyedCodebase } from '../core/survey.ts';
import { openStore, type Store } from './store/database.ts';
import { interruptOrphans } from './store/jobs.ts';
import { loadSurvey } from './store/surveys.ts';
import { createQueue, type JobQueue } from './work/queue.ts';
import { createWatching, type Watching } from './work/watching.ts';

/** What lives as long as the server: the open store, the queue of jobs, watched folders, surveys in memory. */
export interface Runtime {
  store: Store;
  queue: JobQueue;
  watching: Watching;
  survey(id: number): SurveyedCodebase;
}

const SURVEYS_IN_MEMORY = 4;

function createRuntime(): Runtime {
  const store = openStore();
  interruptOrphans(store);
  const queue = createQueue(store);
  const surveys = new LRUCache<number, SurveyedCodebase>({ max: SURVEYS_IN_MEMORY });
  return {
    store,
    queue,
    watching: createWatching(store, queue),
    survey(id) {
      let survey = surveys.get(id);
      if (!survey) surveys.set(id, (survey = loadSurvey(store, id)));
      return survey;
    },
  };
}

// The development server reloads modules; the runtime must outlive them.
const held = globalThis as { yletopeRuntime?: Runtime };

export function runtime(): Runtime {
  return (held.yletopeRuntime ??= createRuntime());
}
