import { Packr } from 'msgpackr';
import { declarationForms, elementKinds, figureNames, type FigureName } from '../../core/facts/fileFacts.ts';
import { NO_FORM, certainties, dependencyKinds } from '../../core/link/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';

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

/** A survey's parts as bytes. */
export function packSurvey(survey: SurveyedCodebase): [part: Part, bytes: Buffer][] {
  return surveyParts.map((part) => [part, packPart(part === 'names' ? namesNow : survey[part])]);
}

/**
 * A survey from its parts, brought up to this version: what an earlier one did not record is empty, and numbers that meant
 * something else then are renumbered by name. Throws a Problem (`outdated`) for what this version has no name for.
 */
export function unpackSurvey(parts: readonly { part: string; data: Buffer }[]): SurveyedCodebase {
  const found = Object.fromEntries(
    parts.map(({ part, data }) => [part, unpackPart<unknown>(data)]),
  ) as unknown as SurveyedCodebase & { names?: Partial<StoredNames> };
  const { names = {}, ...survey } = found;
  const { elements, dependencies } = survey;
  if (!elements || !dependencies || !survey.files) throw outdated();
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
  for (const name of figureNames) figures[name] ??= new Int32Array(elements.count);
  survey.figures = figures;
  return survey;
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
