import { elementKinds, FORM, KIND, type ElementKind } from '../../core/facts/fileFacts.ts';
import { catalogue, measureNamed } from '../../core/measures/catalogue.ts';
import type { Measure } from '../../core/measures/measure.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { labelOf, measureValues, testElements, type ElementLabel } from './remembered.ts';

export interface MeasuresQuery {
  kind: Exclude<ElementKind, 'external' | 'field'>;
  scope: number;
  columns: string[];
  sort: string;
  descending: boolean;
  /** Plain text that names or paths must contain; case does not matter. */
  filter: string;
  withTests: boolean;
  /** Elements to be listed: 1. */
  only?: Uint8Array;
  /** Elements to be marked: 1. */
  marked?: Uint8Array;
  /** Elements with notes on them: 1. */
  noted?: Uint8Array;
  page: number;
}

export type MeasureHeader = Omit<Measure, 'compute'>;

export interface MeasuresRow extends ElementLabel {
  line: number;
  file: string;
  isMarked: boolean;
  isNoted: boolean;
  values: (number | null)[];
}

export interface MeasuresTable {
  columns: (MeasureHeader & { largest: number; median: number })[];
  rows: MeasuresRow[];
  /** Rows that pass, on all pages. */
  count: number;
  page: number;
  pages: number;
}

export const PAGE_ROWS = 100;

export const defaultColumns: Record<MeasuresQuery['kind'], string[]> = {
  folder: ['files', 'codeLines', 'complexityMean', 'ca', 'ce', 'instability', 'internalShare'],
  file: ['codeLines', 'complexitySum', 'complexityMax', 'ca', 'ce', 'level', 'reachedBy'],
  type: ['codeLines', 'routines', 'wmc', 'cbo', 'dit', 'noc', 'usedByTypes'],
  routine: ['cyclomatic', 'nested', 'nesting', 'codeLines', 'parameters', 'fanIn', 'fanOut'],
};

export function measuresFor(kind: ElementKind): MeasureHeader[] {
  return catalogue.filter(({ appliesTo }) => appliesTo.includes(kind)).map(header);
}

function header({ compute: _, ...rest }: Measure): MeasureHeader {
  return rest;
}

/** Elements that the query lets through, in the order it asks for. */
export function measuredElements(survey: SurveyedCodebase, query: MeasuresQuery): number[] {
  const { elements } = survey;
  const kind = elementKinds.indexOf(query.kind);
  const isTest = testElements(survey);
  const wanted = query.filter.trim().toLowerCase();
  const found: number[] = [];
  for (let e = query.scope; e < elements.subtreeEnd[query.scope]; e++) {
    if (elements.kind[e] !== kind || (!query.withTests && isTest[e])) continue;
    // A namespace holds types, but is none to be measured.
    if (elements.form[e] === FORM.namespace || (query.only && query.only[e] !== 1)) continue;
    if (wanted === '' || elements.key[e].toLowerCase().includes(wanted)) found.push(e);
  }
  const sign = query.descending ? -1 : 1;
  if (query.sort === 'name') return found.sort((a, b) => sign * (elements.key[a] < elements.key[b] ? -1 : 1));
  const values = measureValues(survey, query.sort);
  // What has no value goes last either way.
  const rank = (e: number): number => (Number.isNaN(values[e]) ? Infinity : sign * values[e]);
  return found.sort((a, b) => {
    const left = rank(a);
    const right = rank(b);
    return left === right ? a - b : left < right ? -1 : 1;
  });
}

export function measuresView(survey: SurveyedCodebase, query: MeasuresQuery): MeasuresTable {
  const { elements } = survey;
  const found = measuredElements(survey, query);
  const columns = query.columns.map((id) => measureNamed(id)).filter((measure) => measure !== undefined);
  const values = columns.map(({ id }) => measureValues(survey, id));
  const pages = Math.max(1, Math.ceil(found.length / PAGE_ROWS));
  const page = Math.min(Math.max(0, query.page), pages - 1);
  return {
    columns: columns.map((measure, i) => ({ ...header(measure), ...spread(found, values[i]) })),
    rows: found.slice(page * PAGE_ROWS, (page + 1) * PAGE_ROWS).map((e) => ({
      ...labelOf(survey, e),
      file: elements.file[e] < 0 ? '' : elements.key[elements.file[e]],
      line: elements.startLine[e],
      isNoted: query.noted?.[e] === 1,
      isMarked: query.marked?.[e] === 1 || (query.marked?.[e] === 2 && elements.kind[e] !== KIND.folder),
      values: values.map((column) => (Number.isNaN(column[e]) ? null : column[e])),
    })),
    count: found.length,
    page,
    pages,
  };
}

function spread(found: number[], values: Float64Array): { largest: number; median: number } {
  const present = Float64Array.from(
    found.map((e) => values[e]).filter((value) => !Number.isNaN(value)),
  ).sort();
  return {
    largest: present.at(-1) ?? 0,
    median: present[present.length >> 1] ?? 0,
  };
}

/** The whole table, not a page of it, as comma-separated values. */
export function measuresCsv(survey: SurveyedCodebase, query: MeasuresQuery): string {
  const columns = query.columns.filter((id) => measureNamed(id));
  const values = columns.map((id) => measureValues(survey, id));
  const quoted = (text: string): string => (/[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
  const rows = measuredElements(survey, query).map((e) =>
    [
      quoted(survey.elements.key[e]),
      ...values.map((column) => (Number.isNaN(column[e]) ? '' : column[e])),
    ].join(','),
  );
  return [['key', ...columns].join(','), ...rows, ''].join('\n');
}
