import type { DependencyTable, ElementTable } from '../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { unpackStrings, type PackedStrings } from './columns.ts';

/** The large part of a survey as columns alone, in memory that threads share: nothing here is copied from one to another. */
export interface SurveyColumns {
  elements: Omit<ElementTable, 'key' | 'name'> & { key: PackedStrings; name: PackedStrings };
  dependencies: DependencyTable;
  figures: SurveyedCodebase['figures'];
}

/** What is small, and read from the store by each thread. */
export type SurveyRest = Omit<SurveyedCodebase, keyof SurveyColumns>;

/** The same values with every column, at whatever depth, laid into shared memory; O(bytes). */
export function inSharedMemory<T>(value: T): T {
  if (ArrayBuffer.isView(value)) return sharedCopy(value as unknown as Column) as unknown as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, entry]: [string, unknown]) => [name, inSharedMemory(entry)]),
  ) as T;
}

type Column = Int32Array | Uint16Array | Uint8Array;

function sharedCopy(column: Column): Column {
  if (column.buffer instanceof SharedArrayBuffer) return column;
  const { constructor } = column as { constructor: new (buffer: SharedArrayBuffer) => Column } & Column;
  const shared = new constructor(new SharedArrayBuffer(column.byteLength));
  shared.set(column);
  return shared;
}

/** Bytes of all columns. */
export function bytesOfColumns(value: unknown): number {
  if (ArrayBuffer.isView(value)) return value.byteLength;
  if (typeof value !== 'object' || value === null) return 0;
  return Object.values(value).reduce<number>((sum, entry) => sum + bytesOfColumns(entry), 0);
}

/** A whole survey, over the same memory; only the strings are a thread's own. O(elements). */
export function surveyOver(
  { elements, dependencies, figures }: SurveyColumns,
  rest: SurveyRest,
): SurveyedCodebase {
  const key = unpackStrings(elements.key);
  const name = unpackStrings(elements.name);
  return { ...rest, elements: { ...elements, key, name }, dependencies, figures };
}
