import { Packr } from 'msgpackr';
import { declarationForms, elementKinds, figureNames, type FigureName } from '../../core/facts/fileFacts.ts';
import { NO_FORM, certainties, dependencyKinds } from '../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import { narrowed, packStrings, unpackStrings, type PackedStrings } from './columns.ts';

const packr = new Packr({ moreTypes: true, useRecords: false });

/** Parts in which a survey is stored: its columns, and what the numbers in them stand for. */
export const surveyParts = [
  'elements',
  'dependencies',
  'figures',
  'files',
  'gaps',
  'externals',
  'buildModules',
  'names',
] as const;
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
function joinedParts(rows: readonly { part: string; data: Buffer }[]): [part: string, data: Buffer][] {
  const byName = new Map(rows.map(({ part, data }) => [part, data]));
  return surveyParts.flatMap((part): [string, Buffer][] => {
    const pieces: Buffer[] = [];
    for (let data = byName.get(part); data; data = byName.get(rowName(part, pieces.length)))
      pieces.push(data);
    return pieces.length === 0 ? [] : [[part, pieces.length === 1 ? pieces[0] : Buffer.concat(pieces)]];
  });
}

/**
 * A survey from its parts, brought up to this version: what an earlier one did not record is empty, and numbers that meant
 * something else then are renumbered by name. Throws a Problem (`outdated`) for what this version has no name for.
 */
export function unpackSurvey(parts: readonly { part: string; data: Buffer }[]): SurveyedCodebase {
  const found = Object.fromEntries(
    joinedParts(parts).map(([part, data]) => [part, unpackPart<unknown>(data)]),
  ) as unknown as SurveyedCodebase & { names?: Partial<StoredNames> };
  const { names = {}, ...survey } = found;
  const { elements, dependencies } = survey;
  if (!elements || !dependencies || !survey.files) throw outdated();
  elements.key = strings(elements.key);
  elements.name = strings(elements.name);
  // Before names were stored, lists only ever grew at their end.
  elements.kind = renumbered(elements.kind, names.elementKinds, elementKinds);
  elements.form = renumbered(elements.form, names.declarationForms, declarationForms, NO_FORM);
  dependencies.kind = renumbered(dependencies.kind, names.dependencyKinds, dependencyKinds);
  dependencies.certainty = renumbered(dependencies.certainty, names.certainties, certainties);
  dependencies.column ??= new Uint16Array(dependencies.line.length);
  elements.docStart ??= new Int32Array(elements.count);
  elements.docEnd ??= new Int32Array(elements.count);
  survey.buildModules ??= [];
  survey.gaps ??= [];
  survey.externals ??= [];
  const figures = survey.figures ?? ({} as Partial<Record<FigureName, Int32Array>>);
  for (const name of figureNames) {
    const column = figures[name];
    figures[name] =
      column instanceof Int32Array ? column : Int32Array.from(column ?? new Uint8Array(elements.count));
  }
  survey.figures = figures;
  return survey;
}

/** Strings as they are stored now, or as an earlier version did: one by one. */
function strings(stored: string[] | PackedStrings): string[] {
  return Array.isArray(stored) ? stored : unpackStrings(stored);
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
    'This survey was made by another version of Yletope, which knew of things that this one does not; survey again.',
  );
}
