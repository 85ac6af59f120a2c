import { LRUCache } from 'lru-cache';
import { measureNamed } from '../../../core/measures/catalogue.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { Problem } from '../../problem.ts';

/** What is worked out of one survey is kept up to so many bytes; what was not asked for longest goes first. */
const MOST_BYTES = 1024 ** 3;

/** What a survey's views rest on (`always`), and what can be worked out again when room is short. */
interface Memory {
  always: Map<string, unknown>;
  recent: LRUCache<string, { value: unknown }>;
}

const memory = new WeakMap<SurveyedCodebase, Memory>();

/**
 * Works something out once for a survey and keeps it while the survey is in memory: `always`, for what nearly every view
 * asks for, or while there is room.
 */
export function remembered<T>(
  survey: SurveyedCodebase,
  name: string,
  compute: () => T,
  keep: 'always' | 'whileRoom' = 'whileRoom',
): T {
  let known = memory.get(survey);
  if (!known) {
    const recent = new LRUCache<string, { value: unknown }>({
      maxSize: MOST_BYTES,
      // Whatever it takes, what was asked for last is kept.
      sizeCalculation: ({ value }) => Math.min(MOST_BYTES / 4, roughSize(value, 4)),
    });
    memory.set(survey, (known = { always: new Map(), recent }));
  }
  if (keep === 'always') {
    if (!known.always.has(name)) known.always.set(name, compute());
    return known.always.get(name) as T;
  }
  const found = known.recent.get(name);
  if (found) return found.value as T;
  const value = compute();
  known.recent.set(name, { value });
  return value;
}

/** Lets go of what is kept of a survey under the names that are meant. */
export function forget(survey: SurveyedCodebase, isMeant: (name: string) => boolean): void {
  const known = memory.get(survey);
  if (!known) return;
  for (const kept of [known.always, known.recent])
    for (const name of [...kept.keys()]) if (isMeant(name)) kept.delete(name);
}

/** Bytes of the columns in a value, with a guess for all else; `depth` bounds how far it is looked into. */
function roughSize(value: unknown, depth: number): number {
  if (ArrayBuffer.isView(value)) return value.byteLength + 100;
  if (typeof value !== 'object' || value === null || depth === 0) return 16;
  if (value instanceof Map || value instanceof Set) return 64 * value.size + 64;
  const entries: unknown[] = Array.isArray(value) ? value : Object.values(value);
  const looked = entries.slice(0, 100);
  const sum = looked.reduce((total: number, entry) => total + roughSize(entry, depth - 1), 0);
  return 64 + (looked.length === 0 ? 0 : Math.ceil((sum * entries.length) / looked.length));
}

/** A measure's values, one an element. */
export function measureValues(survey: SurveyedCodebase, id: string): Float64Array {
  return remembered(survey, `measure ${id}`, () => measure(id).compute(survey));
}

/** The measure with an id; a Problem when there is none. */
export function measure(id: string): NonNullable<ReturnType<typeof measureNamed>> {
  const found = measureNamed(id);
  if (!found) throw new Problem('badRequest', `There is no measure “${id}”.`);
  return found;
}
