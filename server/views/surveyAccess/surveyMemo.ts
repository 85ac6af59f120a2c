import { LRUCache } from 'lru-cache';
import type { SurveyedCodebase } from '../../../core/survey.ts';

/** What is worked out of one survey is kept up to so many bytes; what was not asked for longest goes first. */
const MOST_BYTES = 1024 ** 3;

/** What tells two answers of a memo apart: plain values, compared by what they say. */
export type MemoKey = readonly (string | number | boolean | null | undefined)[];

export interface MemoOptions<Inputs extends readonly unknown[]> {
  /** Kept as long as the survey is, for what nearly every view asks for; else while there is room. */
  isAlwaysKept?: boolean;
  /** All that the value rests on beside the survey. Needed where an input is no plain value. */
  keyOf?: (...inputs: Inputs) => MemoKey;
  /** Whether a value rests on the module plan by which the survey is arranged; see {@link forgetPlan}. */
  restsOnPlan?: (...inputs: Inputs) => boolean;
}

interface Kept {
  value: unknown;
  restsOnPlan: boolean;
}

/** What is kept of one survey: by the memo, and in it by the key. */
interface Memory {
  always: Map<string, Kept>;
  recent: LRUCache<string, Kept>;
}

const memories = new WeakMap<SurveyedCodebase, Memory>();
let memos = 0;

/**
 * A function of a survey that works out each value once, and keeps it while the survey is in memory. The key of a value is made
 * of its inputs alone, so that two memos never share one, whatever the inputs are called.
 */
export function surveyMemo<Inputs extends readonly unknown[], Value>(
  compute: (survey: SurveyedCodebase, ...inputs: Inputs) => Value,
  {
    isAlwaysKept = false,
    keyOf = (...inputs) => inputs as MemoKey,
    restsOnPlan = () => false,
  }: MemoOptions<Inputs> = {},
): (survey: SurveyedCodebase, ...inputs: Inputs) => Value {
  const memo = ++memos;
  return (survey, ...inputs) => {
    const { always, recent } = memoryOf(survey);
    const kept = isAlwaysKept ? always : recent;
    const key = `${memo} ${JSON.stringify(keyOf(...inputs))}`;
    const known = kept.get(key);
    if (known) return known.value as Value;
    const value = compute(survey, ...inputs);
    kept.set(key, { value, restsOnPlan: restsOnPlan(...inputs) });
    return value;
  };
}

/** Lets go of what rests on the plan by which a survey was arranged. O(what is kept). */
export function forgetPlan(survey: SurveyedCodebase): void {
  const memory = memories.get(survey);
  if (!memory) return;
  for (const kept of [memory.always, memory.recent])
    for (const [key, { restsOnPlan }] of [...kept.entries()]) if (restsOnPlan) kept.delete(key);
}

function memoryOf(survey: SurveyedCodebase): Memory {
  let memory = memories.get(survey);
  if (!memory) {
    const recent = new LRUCache<string, Kept>({
      maxSize: MOST_BYTES,
      // Whatever it takes, what was asked for last is kept.
      sizeCalculation: ({ value }) => Math.min(MOST_BYTES / 4, roughSize(value, 4)),
    });
    memories.set(survey, (memory = { always: new Map(), recent }));
  }
  return memory;
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
