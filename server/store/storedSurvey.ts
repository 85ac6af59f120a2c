import { Packr } from 'msgpackr';
import { declarationForms, elementKinds, figureNames, type FigureName } from '../../core/facts/fileFacts.ts';
import {
  NO_FORM,
  certainties,
  dependencyKinds,
  type DependencyTable,
  type ElementTable,
  type UnresolvedName,
} from '../../core/contracts/linked.ts';
import type { FileRecord, SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import { narrowed, packStrings, type PackedStrings } from './columns.ts';
import { inSharedMemory, type SurveyColumns, type SurveyRest } from './surveyColumns.ts';

const packr = new Packr({ moreTypes: true, useRecords: false });

/** Parts that hold columns, and what the numbers in them stand for; and the parts that are small. */
export const columnParts = ['elements', 'dependencies', 'figures', 'names'] as const;
export const restParts = [
  'files',
  'gaps',
  'externals',
  'buildModules',
  'overloads',
  'unresolvedNames',
  'mentionedNames',
] as const;
export const surveyParts = [...columnParts, ...restParts] as const;
type Part = (typeof surveyParts)[number];

/** What the numbers in columns stand for, by their place in these lists. */
interface StoredNames {
  elementKinds: readonly string[];
  declarationForms: readonly string[];
  dependencyKinds: readonly string[];
  certainties: readonly string[];
}

const namesNow: StoredNames = { elementKinds, declarationForms, dependencyKinds, certainties };

export function packPart(value: unknown): Buffer {
  return packr.pack(value);
}

export function unpackPart<T>(bytes: Buffer): T {
  return packr.unpack(bytes) as T;
}

/** No row of the database takes more than a billion bytes; a part that is larger is laid over several. */
const ROW_BYTES = 256 * 1024 * 1024;

/** The names of the rows over which a part is laid: `elements`, `elements+1`, … */
function rowName(part: string, row: number): string {
  return row === 0 ? part : `${part}+${row}`;
}

/** A survey's parts as rows of bytes. */
export function packSurvey(survey: SurveyedCodebase, rowBytes = ROW_BYTES): [row: string, bytes: Buffer][] {
  const stored: Record<Part, unknown> = {
    ...survey,
    elements: {
      ...survey.elements,
      key: packStrings(survey.elements.key),
      name: packStrings(survey.elements.name),
    },
    figures: Object.fromEntries(
      Object.entries(survey.figures).map(([name, column]) => [name, narrowed(column)]),
    ),
    names: namesNow,
  };
  return surveyParts.flatMap((part) => {
    const bytes = packPart(stored[part]);
    const rows = Math.max(1, Math.ceil(bytes.length / rowBytes));
    return Array.from({ length: rows }, (_, row): [string, Buffer] => [
      rowName(part, row),
      bytes.subarray(row * rowBytes, (row + 1) * rowBytes),
    ]);
  });
}

/** Joins the rows of each part. */
function joinedParts(rows: readonly StoredRow[]): [part: string, data: Buffer][] {
  const byName = new Map(rows.map(({ part, data }) => [part, data]));
  return surveyParts.flatMap((part): [string, Buffer][] => {
    const pieces: Buffer[] = [];
    for (let data = byName.get(part); data; data = byName.get(rowName(part, pieces.length)))
      pieces.push(data);
    return pieces.length === 0 ? [] : [[part, pieces.length === 1 ? pieces[0] : Buffer.concat(pieces)]];
  });
}

/**
 * A survey's columns from its parts, brought up to this version: what an earlier one did not record is empty, and numbers that
 * meant something else then are renumbered by name. Throws a Problem (`outdated`) for what this version has no name for.
 */
export function unpackColumns(parts: readonly StoredRow[]): SurveyColumns {
  const { elements, dependencies, figures = {}, names = {} } = unpackParts(parts);
  if (!elements || !dependencies) throw outdated();
  return inSharedMemory({
    elements: {
      ...elements,
      key: packed(elements.key),
      name: packed(elements.name),
      // Before names were stored, lists only ever grew at their end.
      kind: renumbered(elements.kind, names.elementKinds, elementKinds),
      form: renumbered(elements.form, names.declarationForms, declarationForms, NO_FORM),
      docStart: elements.docStart ?? new Int32Array(elements.count),
      docEnd: elements.docEnd ?? new Int32Array(elements.count),
    },
    dependencies: {
      ...dependencies,
      kind: renumbered(dependencies.kind, names.dependencyKinds, dependencyKinds),
      certainty: renumbered(dependencies.certainty, names.certainties, certainties),
      column: dependencies.column ?? new Uint16Array(dependencies.line.length),
    },
    figures: Object.fromEntries(
      figureNames.map((name) => [name, widened(figures[name] ?? new Uint8Array(elements.count))]),
    ) as Record<FigureName, Int32Array>,
  });
}

/** The rest of a survey, brought up in the same way. */
export function unpackRest(parts: readonly StoredRow[]): SurveyRest {
  const {
    files,
    gaps = [],
    externals = [],
    buildModules = [],
    overloads = [],
    unresolvedNames = [],
    mentionedNames = [],
  } = unpackParts(parts);
  if (!files) throw outdated();
  return {
    files: files.map(fileRecord),
    gaps,
    externals,
    buildModules,
    overloads,
    // Earlier versions did not say where.
    unresolvedNames: unresolvedNames.map((each) =>
      typeof each === 'string' ? { name: each, from: [] } : each,
    ),
    mentionedNames,
  };
}

/** A row of the store: a part of a survey, or a stretch of one. */
export interface StoredRow {
  part: string;
  data: Buffer;
}

/** The record of a file; earlier versions called lines that did not parse its damage. */
type StoredFile = FileRecord | (Omit<FileRecord, 'parseErrors'> & { damage: FileRecord['parseErrors'] });

function fileRecord(stored: StoredFile): FileRecord {
  if ('parseErrors' in stored) return stored;
  const { damage, ...record } = stored;
  return { ...record, parseErrors: damage };
}

/** Parts as this version or an earlier one stored them. */
type StoredParts = Partial<Omit<SurveyRest, 'unresolvedNames' | 'files'>> & {
  files?: StoredFile[];
  unresolvedNames?: (string | UnresolvedName)[];
  elements?: Omit<ElementTable, 'key' | 'name' | 'docStart' | 'docEnd'> & {
    key: string[] | PackedStrings;
    name: string[] | PackedStrings;
    docStart?: Int32Array;
    docEnd?: Int32Array;
  };
  dependencies?: Omit<DependencyTable, 'column'> & { column?: Uint16Array };
  figures?: Partial<Record<FigureName, Int32Array | Uint16Array | Uint8Array>>;
  names?: Partial<StoredNames>;
};

function unpackParts(parts: readonly StoredRow[]): StoredParts {
  return Object.fromEntries(joinedParts(parts).map(([part, data]) => [part, unpackPart<unknown>(data)]));
}

/** Strings as they are stored now, or as an earlier version did: one by one. */
function packed(stored: string[] | PackedStrings): PackedStrings {
  return Array.isArray(stored) ? packStrings(stored) : stored;
}

function widened(column: Int32Array | Uint16Array | Uint8Array): Int32Array {
  return column instanceof Int32Array ? column : Int32Array.from(column);
}

function renumbered(
  column: Uint8Array,
  then: readonly string[] | undefined,
  now: readonly string[],
  kept?: number,
): Uint8Array {
  if (!then || then.every((name, i) => name === now[i])) return column;
  const numberOf = then.map((name) => now.indexOf(name));
  return column.map((value) => {
    if (value === kept) return value;
    const number = numberOf[value] ?? -1;
    if (number < 0) throw outdated();
    return number;
  });
}

function outdated(): Problem {
  return new Problem(
    'outdated',
    'This survey was made by another version of Yletope and cannot be read. Please survey again.',
  );
}
