import { KIND } from './facts/fileFacts.ts';
import {
  dependencyKinds,
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

/** The files that each file leads on to: what it re-exports, or takes in where it declares nothing itself. */
type LeadsOn = ReadonlyMap<number, readonly number[]>;

/**
 * The survey with references counted where they lead: an import of a file that leads on to others stands for imports of
 * those of them that the importing file uses, and of the file itself where it uses what is declared there, or nothing
 * that is known. Elements are the same; the survey itself where no import leads on. O(dependencies log of a file's own +
 * barrels · what they lead to).
 */
export function whereReferencesLead(survey: SurveyedCodebase): SurveyedCodebase {
  const leadsOn = filesLeadingOn(survey);
  if (leadsOn.size === 0) return survey;
  const targets = targetsOfImports(survey, leadsOn);
  if (targets.size === 0) return survey;
  return { ...survey, dependencies: redirected(survey, targets) };
}

/** O(elements + dependencies). */
function filesLeadingOn({ elements, dependencies, files }: SurveyedCodebase): LeadsOn {
  const leadsOn = new Map<number, number[]>();
  const byElement = new Map(files.map((file) => [file.element, file]));
  for (let row = 0; row < dependencies.count; row++) {
    const [from, to, kind] = [dependencies.from[row], dependencies.to[row], dependencies.kind[row]];
    if (isImportKind[kind] === 0 || from === to || elements.file[to] !== to) continue;
    const file = byElement.get(from);
    if (file === undefined) continue;
    const passesOn = kind === RE_EXPORT || declaresNothing(elements, from, { path: file.path, kind });
    if (!passesOn) continue;
    const known = leadsOn.get(from);
    if (known === undefined) leadsOn.set(from, [to]);
    else known.push(to);
  }
  return leadsOn;
}

/** True for the file of a package, and for a header, without types and routines of its own. */
function declaresNothing(
  { kind, subtreeEnd }: ElementTable,
  file: number,
  { path, kind: importKind }: { path: string; kind: number },
): boolean {
  if (importKind === INCLUDE)
    return subtreeEnd[file] - file - 1 <= GUARD && /\.(h|hh|hpp|hxx|inc)$/.test(path);
  if (!/(^|\/)__init__\.py$/.test(path)) return false;
  for (let e = file + 1; e < subtreeEnd[file]; e++) if (kind[e] !== KIND.field) return false;
  return true;
}

/** Where the import of a file leads: `from · elements + to`, by files, for those imports that lead elsewhere. */
type Targets = ReadonlyMap<number, readonly number[]>;

function targetsOfImports({ elements, dependencies }: SurveyedCodebase, leadsOn: LeadsOn): Targets {
  const used = usedFiles(elements, dependencies);
  const importers = new Map<number, number[]>();
  for (let row = 0; row < dependencies.count; row++) {
    const [from, to, kind] = [dependencies.from[row], dependencies.to[row], dependencies.kind[row]];
    // What a barrel takes in to pass it on stays with the barrel.
    if (isImportKind[kind] === 0 || !leadsOn.has(to) || leadsOn.get(from)?.includes(to)) continue;
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
  const known = new Map<number, readonly number[]>();
  return (importer) => {
    let found = known.get(importer);
    if (found === undefined) {
      const files = new Set<number>();
      for (let row = firstRow(from, importer); row < count && from[row] < subtreeEnd[importer]; row++)
        if (isImportKind[kind[row]] === 0 && file[to[row]] >= 0) files.add(file[to[row]]);
      known.set(importer, (found = [...files].sort((a, b) => a - b)));
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

/** The table with imports of barrels led on, rows that come to stand for the same joined. O(rows + places, sorted by file). */
function redirected({ elements, dependencies: old }: SurveyedCodebase, targets: Targets): DependencyTable {
  const [from, to, kind, certainty, placeStart, line, column]: number[][] = [[], [], [], [], [0], [], []];
  const add = (own: number, row: LooseRow): void => {
    from.push(own);
    to.push(row.to);
    kind.push(row.kind);
    certainty.push(row.certainty);
    for (const { begin, end } of row.places)
      for (let place = begin; place < end; place++) {
        line.push(old.line[place]);
        column.push(old.column[place]);
      }
    placeStart.push(line.length);
  };
  for (let first = 0, end: number; first < old.count; first = end) {
    const own = old.from[first];
    const ledFrom = (row: number): readonly number[] | undefined =>
      isImportKind[old.kind[row]] === 1 ? targets.get(own * elements.count + old.to[row]) : undefined;
    const rows: LooseRow[] = [];
    let isChanged = false;
    for (end = first; end < old.count && old.from[end] === own; end++) {
      const led = ledFrom(end);
      isChanged ||= led !== undefined;
      const places = { begin: old.placeStart[end], end: old.placeStart[end + 1] };
      for (const to of led ?? [old.to[end]])
        rows.push({ to, kind: old.kind[end], certainty: old.certainty[end], places: [places] });
    }
    for (const each of isChanged ? joined(rows) : rows) add(own, each);
  }
  return {
    count: from.length,
    from: Int32Array.from(from),
    to: Int32Array.from(to),
    kind: Uint8Array.from(kind),
    certainty: Uint8Array.from(certainty),
    placeStart: Int32Array.from(placeStart),
    line: Int32Array.from(line),
    column: Uint16Array.from(column),
  };
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
