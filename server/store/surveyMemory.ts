import { LRUCache } from 'lru-cache';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { Store } from './database.ts';
import { loadSurvey } from './surveys.ts';

/** Surveys are held up to so many bytes, as they are guessed from their columns; the one asked for last always is. */
const MOST_BYTES = 3 * 1024 ** 3;

/** Reads surveys and keeps those asked for lately. */
export function createSurveyMemory(store: Store): (id: number) => SurveyedCodebase {
  const kept = new LRUCache<number, SurveyedCodebase>({ maxSize: MOST_BYTES, sizeCalculation: bytesOf });
  return (id) => {
    let survey = kept.get(id);
    if (!survey) kept.set(id, (survey = loadSurvey(store, id)));
    return survey;
  };
}

/** Names and keys as one byte a character and what a string weighs besides. */
function bytesOf({ elements, dependencies }: SurveyedCodebase): number {
  const columns: unknown[] = [elements, dependencies].flatMap((table): unknown[] => Object.values(table));
  const inColumns = columns.reduce<number>(
    (sum, column) => sum + (ArrayBuffer.isView(column) ? column.byteLength : 0),
    0,
  );
  const inKeys = elements.key.reduce((sum, key) => sum + key.length + 32, 0);
  return Math.min(MOST_BYTES, inColumns + 2 * inKeys + 1);
}
