import { LRUCache } from 'lru-cache';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { Store } from './database.ts';
import { bytesOfColumns, type SurveyColumns } from './surveyColumns.ts';
import { loadColumns, loadSurvey } from './surveys.ts';

/** Surveys are held up to so many bytes, as they are guessed from their columns; the one asked for last always is. */
const MOST_BYTES = 3 * 1024 ** 3;

/** What other threads have in memory, and are told of what this one has read. */
export interface OtherThreads {
  columnsOf(surveyId: number): SurveyColumns | undefined;
  loaded(surveyId: number, columns: SurveyColumns): void;
}

/** Reads surveys and keeps those asked for lately; columns that another thread has read are not read again. */
export function createSurveyMemory(store: Store, others: OtherThreads): (id: number) => SurveyedCodebase {
  const kept = new LRUCache<number, SurveyedCodebase>({ maxSize: MOST_BYTES, sizeCalculation: bytesOf });
  return (id) => {
    let survey = kept.get(id);
    if (survey) return survey;
    let columns = others.columnsOf(id);
    if (!columns) others.loaded(id, (columns = loadColumns(store, id)));
    kept.set(id, (survey = loadSurvey(store, id, columns)));
    return survey;
  };
}

/** Columns, and names and keys as one byte a character and what a string weighs besides. */
function bytesOf({ elements, dependencies, figures }: SurveyedCodebase): number {
  const { key, name: _, ...columns } = elements;
  const inKeys = key.reduce((sum, text) => sum + text.length + 32, 0);
  return Math.min(MOST_BYTES, bytesOfColumns([columns, dependencies, figures]) + 2 * inKeys + 1);
}
