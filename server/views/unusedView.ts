import type { EntryPoint } from '../../core/contracts/language.ts';
import { unreachedCode, type Unreached, type UnreachedCode } from '../../core/judge/unreached.ts';
import { unusedClasses, type Doubt, type UnusedClass } from '../../core/judge/unusedClasses.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { KIND } from '../../core/facts/fileFacts.ts';
import { globMatcher } from '../../core/search/glob.ts';
import { csvOf } from '../export/csv.ts';
import { ruleBook } from '../store/ruleBooks.ts';
import { intakeOf } from '../store/surveys.ts';
import { elementOf, kindOf, labelOf, type ElementLabel } from './surveyAccess/elements.ts';
import { surveyMemo } from './surveyAccess/surveyMemo.ts';
import { isInScope } from './surveyAccess/scope.ts';
import { testElements } from './surveyAccess/tests.ts';
import { rulesInUse } from './rules/readRules.ts';
import { doubtSentences, unusedWords } from './unusedWords.ts';
import type { ViewRequest } from './viewRequest.ts';

export interface UnusedRow extends ElementLabel {
  file: string;
  line: number;
  codeLines: number;
  class: UnusedClass;
  /** Why it is doubtful; null where it is not. */
  doubt: Doubt | null;
}

export interface UnusedPage {
  rows: UnusedRow[];
  /** How many there are in all, what they come to in lines of code, and of how many lines in the scope, tests aside. */
  total: number;
  codeLines: number;
  allLines: number;
  /** By class: how many there are, whatever is chosen. */
  counts: Record<UnusedClass, number>;
  show: 'all' | UnusedClass;
  page: number;
  pages: number;
  /** Where it begins: what was found, by role, and what people said. */
  entryPoints: { role: EntryPoint['role']; count: number }[];
  said: string[];
  /** Why the rules cannot be read, and with them these patterns; null where they can. */
  unreadRules: string | null;
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
  const { book, problem } = rulesInUse(text);
  const said = [...book.entries];
  const { entryPoints } = intakeOf(store, record.id);
  const { found, libraries } = unreachedOf(survey, entryPoints, said);
  const { elements, files } = survey;
  const codeOf = codeLinesOf(survey);
  const inScope = found.filter(({ element }) => isInScope(scope, element));
  const counts = { notReferenced: 0, byUnused: 0, byTests: 0, doubtful: 0 };
  for (const each of inScope) counts[each.class]++;
  const show = shownClass(params.get('show'));
  const chosen = inScope.filter((each) => show === 'all' || each.class === show);
  chosen.sort(largestFirst(codeOf));
  const pages = Math.max(1, Math.ceil(chosen.length / PART));
  const page = Math.min(pages - 1, Math.max(0, Math.floor(Number(params.get('page')) || 0)));
  const roles = [...new Set(entryPoints.map(({ role }) => role))];
  return {
    rows: chosen.slice(page * PART, (page + 1) * PART).map(({ element, class: own, doubt }) => ({
      ...labelOf(survey, element),
      file: elements.key[elements.file[element]],
      line: Math.max(1, elements.startLine[element]),
      codeLines: codeOf(element),
      ...{ class: own, doubt },
    })),
    total: chosen.length,
    codeLines: chosen.reduce((sum, { element }) => sum + codeOf(element), 0),
    // Tests are never told to be unused, and so are no part of what this is a share of.
    allLines: files.reduce(
      (sum, { element, lines, isTest }) => sum + (!isTest && isInScope(scope, element) ? lines.code : 0),
      0,
    ),
    ...{ counts, show, page, pages, said, libraries, revision },
    unreadRules: problem,
    entryPoints: roles.map((role) => ({
      role,
      count: entryPoints.filter((each) => each.role === role && elementOf(survey, each.path) !== undefined)
        .length,
    })),
  };
}

/** How classes were called in addresses before. */
const earlier: Record<string, UnusedClass> = {
  sure: 'notReferenced',
  likely: 'byUnused',
  onlyTests: 'byTests',
};

function shownClass(asked: string | null): 'all' | UnusedClass {
  const known = unusedClasses.find((each) => each === asked);
  return known ?? (asked !== null && Object.hasOwn(earlier, asked) ? earlier[asked] : 'all');
}

/** Lines of code of an element, those of a file as a whole. */
export function codeLinesOf({ elements, figures, files }: SurveyedCodebase): (element: number) => number {
  const ofFile = new Map(files.map(({ element, lines }) => [element, lines.code]));
  return (e) => (elements.kind[e] === KIND.file ? (ofFile.get(e) ?? 0) : figures.codeLines[e]);
}

function largestFirst(codeOf: (element: number) => number): (a: Unreached, b: Unreached) => number {
  return (a, b) => codeOf(b.element) - codeOf(a.element) || a.element - b.element;
}

/** All that is unused as CSV, the largest first. */
export function unusedCsv(
  survey: SurveyedCodebase,
  entryPoints: readonly EntryPoint[],
  said: readonly string[],
): string {
  const codeOf = codeLinesOf(survey);
  const { found } = unreachedOf(survey, entryPoints, said);
  return csvOf([
    ['key', 'kind', 'lines', 'class', 'reason'],
    ...[...found]
      .sort(largestFirst(codeOf))
      .map(({ element, class: own, doubt }) => [
        survey.elements.key[element],
        kindOf(survey, element),
        codeOf(element),
        own,
        doubt === null ? unusedWords[own] : doubtSentences[doubt],
      ]),
  ]);
}
