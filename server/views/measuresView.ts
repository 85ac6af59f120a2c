import { groupKey, isWithin } from '../../core/arrangement/arrangement.ts';
import { cutAt, levelsBelow } from '../../core/arrangement/cut.ts';
import { elementKinds, FORM } from '../../core/facts/fileFacts.ts';
import { catalogue, measureNamed } from '../../core/measures/catalogue.ts';
import type { Measure, MeasuredKind } from '../../core/measures/measure.ts';
import { isRoutineItself } from '../../core/measures/definitions.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { csvOf } from '../export/csv.ts';
import { labelOf, type ElementLabel } from './surveyAccess/elements.ts';
import { measureValues } from './surveyAccess/measures.ts';
import { groupValues, isInScope, type Scope } from './surveyAccess/scope.ts';
import { counted, testElements } from './surveyAccess/tests.ts';
import { groupLabel } from './graphQuery/labels.ts';

export interface MeasuresQuery {
  kind: MeasuredKind;
  scope: Scope;
  /** Of groups, how many levels below the scope: none holds another. All of them with `all`; what suits, with null. */
  levels: number | 'all' | null;
  /** True where the whole codebase is a row beside its groups. */
  withWhole?: boolean;
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

export type MeasureHeader = Omit<Measure, 'compute' | 'ofGroups'>;

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
  /** How many levels deep groups are listed, and how deep they stand. */
  levels: number | 'all';
  mostLevels: number;
  /** Rows that pass, on all pages. */
  count: number;
  page: number;
  pages: number;
}

export const PAGE_ROWS = 100;

export const defaultColumns: Record<MeasuresQuery['kind'], string[]> = {
  group: ['files', 'codeLines', 'complexityMean', 'ca', 'ce', 'instability', 'internalShare'],
  file: ['codeLines', 'complexitySum', 'complexityMax', 'ca', 'usesOutside', 'level', 'reachedBy'],
  type: ['codeLines', 'routines', 'wmc', 'cbo', 'dit', 'lcom4', 'usedByTypes'],
  routine: ['cyclomatic', 'nested', 'nesting', 'codeLines', 'parameters', 'fanIn', 'fanOut'],
};

export function measuresFor(kind: MeasuredKind): MeasureHeader[] {
  return catalogue.filter(({ appliesTo }) => appliesTo.includes(kind)).map(header);
}

function header({ compute: _, ofGroups: __, ...rest }: Measure): MeasureHeader {
  return rest;
}

/** What a table lists, numbered as its columns of values are: groups of an arrangement, or elements. */
interface Listing extends Pick<MeasuresTable, 'levels' | 'mostLevels'> {
  count: number;
  key(i: number): string;
  label(i: number): ElementLabel;
  isListed(i: number): boolean;
  values(measure: string): Float64Array;
}

function listingOf(survey: SurveyedCodebase, query: MeasuresQuery): Listing {
  return query.kind === 'group' ? groupListing(survey, query) : elementListing(survey, query);
}

/** A table of groups goes as deep as it must to have so many rows. */
const ENOUGH_GROUPS = 12;

/** Groups of a scope with code, so many levels deep: the innermost there, so that none holds another. O(groups). */
function groupsAtLevel(
  { arrangement, group: scope }: Scope,
  files: Float64Array,
  levels: number,
): Uint8Array {
  const cut = cutAt(arrangement, scope, levels);
  const listed = new Uint8Array(arrangement.count);
  for (let group = scope; group < arrangement.subtreeEnd[scope]; group++)
    if (files[group] > 0 && cut[group] === group) {
      listed[group] = 1;
      if (group > scope) listed[arrangement.parent[group]] = 0;
    }
  return listed;
}

/** How many levels deep groups are listed where nobody said it: until there are enough. */
function levelsThatSuit(scope: Scope, files: Float64Array, most: number): number {
  for (let levels = 1; levels < most; levels++)
    if (groupsAtLevel(scope, files, levels).reduce((sum, is) => sum + is, 0) >= ENOUGH_GROUPS) return levels;
  return Math.max(1, most);
}

/** Groups of the scope that hold files which count; what is looked for by name is found at any level. */
function groupListing(survey: SurveyedCodebase, query: MeasuresQuery): Listing {
  const { scope, withTests, withWhole = false, only, filter } = query;
  const { arrangement, group: outer } = scope;
  const shown = counted(survey, withTests);
  const files = groupValues(shown, arrangement, 'files');
  const mostLevels = levelsBelow(arrangement, outer);
  const levels = query.levels ?? levelsThatSuit(scope, files, mostLevels);
  const atLevel = levels === 'all' || filter.trim() !== '' ? null : groupsAtLevel(scope, files, levels);
  const holdsListed = new Uint8Array(arrangement.count);
  if (only)
    for (const { element } of shown.files)
      for (let g = arrangement.groupOf[element]; only[element] > 0 && g >= 0; g = arrangement.parent[g])
        holdsListed[g] = 1;
  return {
    levels,
    mostLevels,
    count: arrangement.count,
    key: (group) => groupKey(arrangement, group),
    label: (group) => groupLabel(arrangement, group),
    isListed: (group) =>
      isWithin(arrangement, group, outer) &&
      // The whole is no group among groups.
      (group > 0 || withWhole || arrangement.count === 1) &&
      files[group] > 0 &&
      (atLevel === null || atLevel[group] === 1) &&
      (!only || holdsListed[group] === 1),
    values: (id) => groupValues(shown, arrangement, id),
  };
}

function elementListing(survey: SurveyedCodebase, query: MeasuresQuery): Listing {
  const { elements } = survey;
  const { scope, withTests, only } = query;
  const kind = elementKinds.indexOf(query.kind as (typeof elementKinds)[number]);
  const isTest = testElements(survey);
  const shown = counted(survey, withTests);
  return {
    levels: 'all',
    mostLevels: 0,
    count: elements.firstExternal,
    key: (e) => elements.key[e],
    label: (e) => labelOf(survey, e),
    isListed: (e) =>
      elements.kind[e] === kind &&
      // What only announces a routine that is defined elsewhere is no second one.
      (query.kind !== 'routine' || isRoutineItself(survey, e)) &&
      (withTests || isTest[e] === 0) &&
      // A namespace holds types, but is none to be measured.
      elements.form[e] !== FORM.namespace &&
      (!only || only[e] === 1) &&
      isInScope(scope, e),
    values: (id) => measureValues(shown, id),
  };
}

/** What the query lets through, in the order it asks for. */
function listed(listing: Listing, query: MeasuresQuery): number[] {
  const wanted = query.filter.trim().toLowerCase();
  const found: number[] = [];
  for (let i = 0; i < listing.count; i++)
    if (listing.isListed(i) && (wanted === '' || listing.key(i).toLowerCase().includes(wanted)))
      found.push(i);
  const sign = query.descending ? -1 : 1;
  if (query.sort === 'name') return found.sort((a, b) => sign * (listing.key(a) < listing.key(b) ? -1 : 1));
  const values = listing.values(query.sort);
  // What has no value goes last either way.
  const rank = (i: number): number => (Number.isNaN(values[i]) ? Infinity : sign * values[i]);
  return found.sort((a, b) => {
    const left = rank(a);
    const right = rank(b);
    return left === right ? a - b : left < right ? -1 : 1;
  });
}

export function measuresView(survey: SurveyedCodebase, query: MeasuresQuery): MeasuresTable {
  const { elements } = survey;
  const listing = listingOf(survey, query);
  const found = listed(listing, query);
  // A bar says the same of a value whatever else is listed.
  const all = query.filter.trim() === '' ? found : listed(listing, { ...query, filter: '' });
  const columns = query.columns.map((id) => measureNamed(id)).filter((measure) => measure !== undefined);
  const values = columns.map(({ id }) => listing.values(id));
  const pages = Math.max(1, Math.ceil(found.length / PAGE_ROWS));
  const page = Math.min(Math.max(0, query.page), pages - 1);
  const isGroup = query.kind === 'group';
  return {
    columns: columns.map((measure, i) => ({ ...header(measure), ...spread(all, values[i]) })),
    rows: found.slice(page * PAGE_ROWS, (page + 1) * PAGE_ROWS).map((i) => ({
      ...listing.label(i),
      file: isGroup || elements.file[i] < 0 ? '' : elements.key[elements.file[i]],
      line: isGroup ? 0 : elements.startLine[i],
      isNoted: !isGroup && query.noted?.[i] === 1,
      isMarked: !isGroup && (query.marked?.[i] ?? 0) > 0,
      values: values.map((column) => (Number.isNaN(column[i]) ? null : column[i])),
    })),
    levels: listing.levels,
    mostLevels: listing.mostLevels,
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

/** The whole table, not a page of it, as CSV. */
export function measuresCsv(survey: SurveyedCodebase, query: MeasuresQuery): string {
  const listing = listingOf(survey, query);
  const columns = query.columns.filter((id) => measureNamed(id));
  const values = columns.map((id) => listing.values(id));
  const rows = listed(listing, query).map((i) => [
    listing.key(i),
    ...values.map((column) => (Number.isNaN(column[i]) ? '' : column[i])),
  ]);
  return csvOf([['key', ...columns], ...rows]);
}
