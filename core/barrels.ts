import { KIND } from './facts/fileFacts.ts';
import {
  dependencyKinds,
  emptyDependencies,
  firstRow,
  isImportKind,
  type DependencyTable,
  type ElementTable,
} from './contracts/linked.ts';
import type { SurveyedCodebase } from './survey.ts';

/**
 * Barrels: files that only re-export what others declare, or take others in for those that take them in (`index.ts`,
 * `__init__.py`, an umbrella header). Whoever imports one means what stands behind it.
 */

const RE_EXPORT = dependencyKinds.indexOf('reExport');
const INCLUDE = dependencyKinds.indexOf('include');
/** An include guard is a macro, and no more than that is expected of an umbrella header. */
const GUARD = 1;

const known = new WeakMap<SurveyedCodebase, SurveyedCodebase>();

/** The files that each file leads on to: what it re-exports, or takes in where it declares nothing itself. */
type LeadsOn = ReadonlyMap<number, ReadonlySet<number>>;

/**
 * The survey with references counted where they lead: an import of a file that leads on to others stands for imports of
 * those of them that the importing file uses, and of the file itself where it uses what is declared there, or nothing
 * that is known. Elements are the same; the survey itself where no import leads on. Worked out once. O(dependencies log of a file's own +
 * barrels · what they lead to).
 */
export function whereReferencesLead(survey: SurveyedCodebase): SurveyedCodebase {
  let led = known.get(survey);
  if (!led) known.set(survey, (led = withImportsLedOn(survey)));
  return led;
}

function withImportsLedOn(survey: SurveyedCodebase): SurveyedCodebase {
  const leadsOn = filesLeadingOn(survey);
  if (leadsOn.size === 0) return survey;
  const targets = targetsOfImports(survey, leadsOn);
  return targets.size === 0 ? survey : { ...survey, dependencies: redirected(survey, targets) };
}

/** O(elements + dependencies). */
function filesLeadingOn({ elements, dependencies, files }: SurveyedCodebase): LeadsOn {
  const leadsOn = new Map<number, Set<number>>();
  for (const { element, path } of files) {
    const isSilent = declaresNothing(elements, element, path);
    for (let row = firstRow(dependencies.from, element); dependencies.from[row] === element; row++) {
      const [to, kind] = [dependencies.to[row], dependencies.kind[row]];
      if (isImportKind[kind] === 0 || element === to || elements.file[to] !== to) continue;
      if (kind !== RE_EXPORT && !isSilent(kind)) continue;
      const behind = leadsOn.get(element);
      if (behind === undefined) leadsOn.set(element, new Set([to]));
      else behind.add(to);
    }
  }
  return leadsOn;
}

/** Whether a file is that of a package, or (asked of an include) a header, without types and routines of its own. */
function declaresNothing(
  { kind, subtreeEnd }: ElementTable,
  file: number,
  path: string,
): (importKind: number) => boolean {
  const isHeader = subtreeEnd[file] - file - 1 <= GUARD && /\.(h|hh|hpp|hxx|inc)$/.test(path);
  const isPackage =
    /(^|\/)__init__\.py$/.test(path) &&
    kind.subarray(file + 1, subtreeEnd[file]).every((each) => each === KIND.field);
  return (importKind) => (importKind === INCLUDE ? isHeader : isPackage);
}

/** Where the import of a file leads: `from · elements + to`, by files, for those imports that lead elsewhere. */
type Targets = ReadonlyMap<number, readonly number[]>;

function targetsOfImports({ elements, dependencies }: SurveyedCodebase, leadsOn: LeadsOn): Targets {
  const used = usedFiles(elements, dependencies);
  const importers = new Map<number, number[]>();
  for (let row = 0; row < dependencies.count; row++) {
    const [from, to, kind] = [dependencies.from[row], dependencies.to[row], dependencies.kind[row]];
    // What a barrel takes in to pass it on stays with the barrel.
    if (isImportKind[kind] === 0 || !leadsOn.has(to) || leadsOn.get(from)?.has(to)) continue;
    const known = importers.get(to);
    if (known === undefined) importers.set(to, [from]);
    else if (known.at(-1) !== from) known.push(from);
  }
  const targets = new Map<number, number[]>();
  for (const [barrel, importing] of importers) {
    const behind = reachedThrough(leadsOn, barrel);
    for (const from of new Set(importing)) {
      const meant = used(from).filter((file) => file === barrel || (file !== from && behind.has(file)));
      if (meant.some((file) => file !== barrel)) targets.set(from * elements.count + barrel, meant);
    }
  }
  return targets;
}

function reachedThrough(leadsOn: LeadsOn, barrel: number): ReadonlySet<number> {
  const reached = new Set([barrel]);
  // A set is gone through in the order in which it grows.
  for (const file of reached) for (const next of leadsOn.get(file) ?? []) reached.add(next);
  return reached;
}

/** The files whose elements a file uses, imports aside; each worked out once. */
function usedFiles(
  { file, subtreeEnd }: ElementTable,
  { from, to, kind, count }: DependencyTable,
): (importer: number) => readonly number[] {
  const worked = new Map<number, readonly number[]>();
  return (importer) => {
    let found = worked.get(importer);
    if (found === undefined) {
      const files = new Set<number>();
      for (let row = firstRow(from, importer); row < count && from[row] < subtreeEnd[importer]; row++)
        if (isImportKind[kind[row]] === 0 && file[to[row]] >= 0) files.add(file[to[row]]);
      worked.set(importer, (found = [...files].sort((a, b) => a - b)));
    }
    return found;
  };
}

/** A row that is being put together, with stretches of places in the old table. */
interface LooseRow {
  to: number;
  kind: number;
  certainty: number;
  places: { begin: number; end: number }[];
}

/** The rows of one element that change: those before `end` from `first` on, and what stands in their place. */
interface Stretch {
  own: number;
  first: number;
  end: number;
  rows: LooseRow[];
}

const placesIn = ({ places }: LooseRow): number =>
  places.reduce((sum, { begin, end }) => sum + end - begin, 0);

/** The table with imports of barrels led on, rows that come to stand for the same joined. O(rows + places). */
function redirected({ elements, dependencies: old }: SurveyedCodebase, targets: Targets): DependencyTable {
  const stretches = changedStretches(old, elements.count, targets);
  let count = old.count;
  let places = old.line.length;
  for (const { first, end, rows } of stretches) {
    count += rows.length - (end - first);
    places +=
      rows.reduce((sum, row) => sum + placesIn(row), 0) - (old.placeStart[end] - old.placeStart[first]);
  }
  const table = emptyDependencies(count, places);
  let row = 0;
  let place = 0;
  const copyPlaces = (begin: number, end: number): void => {
    table.line.set(old.line.subarray(begin, end), place);
    table.column.set(old.column.subarray(begin, end), place);
    place += end - begin;
  };
  const copyRows = (first: number, end: number): void => {
    for (const column of ['from', 'to', 'kind', 'certainty'] as const)
      table[column].set(old[column].subarray(first, end), row);
    const shift = place - old.placeStart[first];
    for (let at = first; at < end; at++) table.placeStart[row++] = old.placeStart[at] + shift;
    copyPlaces(old.placeStart[first], old.placeStart[end]);
  };
  let done = 0;
  for (const { own: importer, first, end, rows } of stretches) {
    copyRows(done, first);
    for (const { to, kind, certainty, places: own } of rows) {
      table.from[row] = importer;
      table.to[row] = to;
      table.kind[row] = kind;
      table.certainty[row] = certainty;
      table.placeStart[row++] = place;
      for (const { begin, end: last } of own) copyPlaces(begin, last);
    }
    done = end;
  }
  copyRows(done, old.count);
  table.placeStart[count] = place;
  return table;
}

/** The rows of the elements with an import that leads elsewhere, ascending. */
function changedStretches(old: DependencyTable, elements: number, targets: Targets): Stretch[] {
  const importing = new Set([...targets.keys()].map((key) => Math.floor(key / elements)));
  return [...importing]
    .sort((a, b) => a - b)
    .map((own) => {
      const first = firstRow(old.from, own);
      const rows: LooseRow[] = [];
      let end = first;
      for (; end < old.count && old.from[end] === own; end++) {
        const led = isImportKind[old.kind[end]] === 1 ? targets.get(own * elements + old.to[end]) : undefined;
        const places = [{ begin: old.placeStart[end], end: old.placeStart[end + 1] }];
        for (const to of led ?? [old.to[end]])
          rows.push({ to, kind: old.kind[end], certainty: old.certainty[end], places });
      }
      return { own, first, end, rows: joined(rows) };
    });
}

/** Rows of one element in the order of a table, those of one target, kind and certainty joined, each with its own places. */
function joined(rows: readonly LooseRow[]): LooseRow[] {
  const byRow = new Map<string, LooseRow>();
  for (const { to, kind, certainty, places } of rows) {
    const key = `${to} ${kind} ${certainty}`;
    const known = byRow.get(key);
    if (known === undefined) byRow.set(key, { to, kind, certainty, places });
    else known.places = [...known.places, ...places];
  }
  return [...byRow.values()].sort((a, b) => a.to - b.to || a.kind - b.kind || a.certainty - b.certainty);
}
