import type { EntryPoint } from '../../core/contracts/language.ts';
import {
  unreachedCertainties,
  unreachedCode,
  type UnreachedCertainty,
  type UnreachedCode,
} from '../../core/judge/unreached.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { KIND } from '../../core/facts/fileFacts.ts';
import { globMatcher } from '../../core/search/glob.ts';
import { ruleBook } from '../store/ruleBooks.ts';
import { intakeOf } from '../store/surveys.ts';
import { elementOf, labelOf, type ElementLabel } from './ground/elements.ts';
import { surveyMemo } from './ground/surveyMemo.ts';
import { isInScope } from './ground/scope.ts';
import { testElements } from './ground/tests.ts';
import { keptRules } from './rules/readRules.ts';
import type { ViewRequest } from './viewRequest.ts';

export interface UnusedRow extends ElementLabel {
  file: string;
  line: number;
  codeLines: number;
  certainty: UnreachedCertainty;
  onlyTests: boolean;
}

export interface UnusedPage {
  rows: UnusedRow[];
  /** How many there are in all, what they come to in lines of code, and of how many lines in the scope, tests aside. */
  total: number;
  codeLines: number;
  allLines: number;
  /** By certainty, and what only tests reach: how many there are, whatever is chosen. */
  counts: Record<UnreachedCertainty | 'onlyTests', number>;
  show: 'all' | UnreachedCertainty | 'onlyTests';
  page: number;
  pages: number;
  /** Where it begins: what was found, by role, and what people said. */
  begins: { role: EntryPoint['role']; count: number }[];
  said: string[];
  /** So many files are of a part without an entry point, of which all that is public counts as one. */
  libraries: number;
  revision: number;
}

/** So many are sent at once. */
const PART = 200;

const unreachedOf = surveyMemo(
  (survey: SurveyedCodebase, entryPoints: readonly EntryPoint[], said: readonly string[]): UnreachedCode => {
    const isEntry = said.length === 0 ? () => false : globMatcher(said);
    return unreachedCode(survey, entryPoints, { isEntry, isTest: testElements(survey) });
  },
  // The entry points that were found are of the survey.
  { keyOf: (_, said) => said },
);

/** What no entry point reaches, in a scope: the largest first. */
export function unusedView({
  written: survey,
  scope,
  store,
  record,
  codebase,
  params,
}: ViewRequest): UnusedPage {
  const { text, revision } = ruleBook(store, codebase.id);
  const said = [...keptRules(text).entries];
  const { entryPoints } = intakeOf(store, record.id);
  const { found, libraries } = unreachedOf(survey, entryPoints, said);
  const { elements, figures, files } = survey;
  const codeOfFile = new Map(files.map(({ element, lines }) => [element, lines.code]));
  const codeOf = (e: number): number =>
    elements.kind[e] === KIND.file ? (codeOfFile.get(e) ?? 0) : figures.codeLines[e];
  const inScope = found.filter(({ element }) => isInScope(scope, element));
  const counts = { sure: 0, likely: 0, doubtful: 0, onlyTests: 0 };
  for (const { certainty, onlyTests } of inScope) counts[onlyTests ? 'onlyTests' : certainty]++;
  const show =
    [...unreachedCertainties, 'onlyTests' as const].find((each) => each === params.get('show')) ?? 'all';
  const chosen = inScope.filter(
    ({ certainty, onlyTests }) => show === 'all' || (onlyTests ? 'onlyTests' : certainty) === show,
  );
  chosen.sort((a, b) => codeOf(b.element) - codeOf(a.element) || a.element - b.element);
  const pages = Math.max(1, Math.ceil(chosen.length / PART));
  const page = Math.min(pages - 1, Math.max(0, Math.floor(Number(params.get('page')) || 0)));
  const roles = [...new Set(entryPoints.map(({ role }) => role))];
  return {
    rows: chosen.slice(page * PART, (page + 1) * PART).map(({ element, certainty, onlyTests }) => ({
      ...labelOf(survey, element),
      file: elements.key[elements.file[element]],
      line: Math.max(1, elements.startLine[element]),
      codeLines: codeOf(element),
      ...{ certainty, onlyTests },
    })),
    total: chosen.length,
    codeLines: chosen.reduce((sum, { element }) => sum + codeOf(element), 0),
    // Tests are never told to be unused, and so are no part of what this is a share of.
    allLines: files.reduce(
      (sum, { element, lines, isTest }) => sum + (!isTest && isInScope(scope, element) ? lines.code : 0),
      0,
    ),
    ...{ counts, show, page, pages, said, libraries, revision },
    begins: roles.map((role) => ({
      role,
      count: entryPoints.filter((each) => each.role === role && elementOf(survey, each.path) !== undefined)
        .length,
    })),
  };
}
