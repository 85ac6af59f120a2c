import { KIND, type FileFacts } from '../facts/fileFacts.ts';
import type { GapReason, LeftOutPlace } from './fileTree.ts';

/** One file going into linking. */
export interface FactsOfFile {
  path: string;
  language: string;
  isTest: boolean;
  facts: FileFacts;
}

/**
 * All elements of a survey in preorder of containment: an element's descendants are the ids after it, up to
 * `subtreeEnd`. Element 0 is the root folder, with the empty key. Externals stand at the end, outside the tree.
 */
export interface ElementTable {
  count: number;
  /** Elements before this one are in the tree; this one and those after are externals. */
  firstExternal: number;
  key: string[];
  name: string[];
  /** As numbered by `elementKinds`. */
  kind: Uint8Array;
  /** As numbered by `declarationForms`; 255 for folders, files and externals. */
  form: Uint8Array;
  flags: Uint16Array;
  parent: Int32Array;
  /** The file an element stands in (a file: itself); -1 for folders and externals. */
  file: Int32Array;
  /** One past the last descendant. */
  subtreeEnd: Int32Array;
  startLine: Int32Array;
  endLine: Int32Array;
  /** First and last line of the documentation comment; 0 for none. */
  docStart: Int32Array;
  docEnd: Int32Array;
}

export const NO_FORM = 255;

export const dependencyKinds = [
  'import',
  'typeImport',
  'reExport',
  'dynamicImport',
  'require',
  'call',
  'construct',
  'inherit',
  'implement',
  'typeUse',
  'include',
  'read',
  'write',
  /** From where a type goes on to its main part. */
  'part',
  /** From what makes an instance to the constructor that this runs; the same places as of `construct`. */
  'initialize',
  /** From what uses a macro to what the macro's body calls; the same places as of the use. */
  'throughMacro',
  /** From configuration, or from code with a string, to what is named there: what may be loaded by its name. */
  'named',
] as const;
export type DependencyKind = (typeof dependencyKinds)[number];

const importKinds: readonly DependencyKind[] = [
  'import',
  'typeImport',
  'reExport',
  'dynamicImport',
  'require',
  'include',
];
/** By kind of dependency: 1 when it joins files by a statement that says so, 0 when it joins elements. */
export const isImportKind = Uint8Array.from(dependencyKinds, (kind) => (importKinds.includes(kind) ? 1 : 0));

/**
 * By kind of dependency: 1 when it follows from another at the same place. Such count where it matters which routines are called,
 * and not among the uses of anything, whose places would be counted twice.
 */
export const isDerivedKind = Uint8Array.from(dependencyKinds, (kind) =>
  kind === 'initialize' || kind === 'throughMacro' ? 1 : 0,
);

export const certainties = ['exact', 'inferred', 'ambiguous'] as const;
export type Certainty = (typeof certainties)[number];
export const CERTAINTY = { exact: 0, inferred: 1, ambiguous: 2 } as const;

/**
 * Dependencies, sorted by `from`, `to`, `kind`, `certainty`. Row i has the places `line[placeStart[i]]` up to
 * `line[placeStart[i + 1]]`, lines of the file that `from` stands in; their number is the dependency's count.
 */
export interface DependencyTable {
  count: number;
  from: Int32Array;
  to: Int32Array;
  kind: Uint8Array;
  certainty: Uint8Array;
  placeStart: Int32Array;
  line: Int32Array;
  /** Column of each place, from 1: where the name that refers stands, or what it stands in; 0 when it is the whole line. */
  column: Uint16Array;
}

/** A table with room for so many rows and places, to be filled in. */
export function emptyDependencies(count: number, places: number): DependencyTable {
  return {
    count,
    from: new Int32Array(count),
    to: new Int32Array(count),
    kind: new Uint8Array(count),
    certainty: new Uint8Array(count),
    placeStart: new Int32Array(count + 1),
    line: new Int32Array(places),
    column: new Uint16Array(places),
  };
}

/**
 * The innermost element of a file that a line is part of, fields passed over unless they count; the file where none is. O(elements on the
 * way down).
 */
export function innermostAt(
  { kind, subtreeEnd, startLine, endLine }: ElementTable,
  file: number,
  line: number,
  { withFields }: { withFields: boolean },
): number {
  let innermost = file;
  for (let e = file + 1; e < subtreeEnd[innermost];) {
    const holds = startLine[e] <= line && line <= endLine[e];
    if (holds && (withFields || kind[e] !== KIND.field)) innermost = e++;
    else e = subtreeEnd[e];
  }
  return innermost;
}

/** First row whose `from` is at least `element`; rows are sorted by `from`. */
export function firstRow(from: Int32Array, element: number): number {
  let low = 0;
  let high = from.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (from[middle] < element) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Something referred to and not found. `from` are file elements with the line of each reference. */
export interface Gap {
  name: string;
  kind: 'module' | 'name';
  reason: GapReason;
  /** What was left out of the survey, when that is the reason. */
  leftOut?: LeftOutPlace;
  places: { file: number; line: number }[];
}

export interface External {
  element: number;
  name: string;
  ecosystem: string;
}

/** A name of which it is not known what it means, with the elements that say it; none where they are more than is kept. */
export interface UnresolvedName {
  name: string;
  from: number[];
}

/** The result of linking: what every graph, measure and view is computed from. */
export interface LinkedCodebase {
  elements: ElementTable;
  dependencies: DependencyTable;
  externals: External[];
  gaps: Gap[];
  /** Declared names that code other than tests says where it could not be found out what is meant, or in strings; sorted by name. */
  unresolvedNames: UnresolvedName[];
  /** Declared names that stand in code which is not read: in other languages, templates, generated files; sorted. */
  mentionedNames: string[];
}
