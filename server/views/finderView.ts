import { elementOf } from './surveyAccess/elements.ts';
import type { ViewRequest } from './viewRequest.ts';
import { declarationForms, elementKinds, type ElementKind } from '../../core/facts/fileFacts.ts';
import { NO_FORM } from '../../core/contracts/linked.ts';
import { parseFindQuery, type FindQuery } from '../../core/search/findQuery.ts';
import { nameMatcher, type Candidate } from '../../core/search/namePattern.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { labelOf, type ElementLabel } from './surveyAccess/elements.ts';
import { surveyMemo } from './surveyAccess/surveyMemo.ts';

export interface FoundElement extends ElementLabel {
  form: string;
  place: string;
}

export interface Found {
  total: number;
  listed: FoundElement[];
  /** What was typed and means nothing. */
  unknown: string[];
}

/** Of two that answer equally well, what people look for more often comes first. */
const kindOrder: ElementKind[] = ['type', 'file', 'routine', 'folder', 'external', 'field'];
const orderOfKind = elementKinds.map((kind) => kindOrder.indexOf(kind));
/** How much what was looked at lately is preferred: more than its kind, less than a better answer by two ranks. */
const RECENT_BONUS = 15;

/** Elements that answer what was typed, the best first; `recent` are keys, the latest first. O(elements). */
export function findElements(
  survey: SurveyedCodebase,
  typed: string,
  recent: readonly string[] = [],
  limit = 50,
): Found {
  const query = parseFindQuery(typed);
  const { elements } = survey;
  const recency = new Map(recent.map((key, at) => [key, RECENT_BONUS - at / recent.length]));
  const scored: [score: number, element: number][] = [];
  for (const [e, rank] of answers(survey, query))
    scored.push([rank * 10 + orderOfKind[elements.kind[e]] - (recency.get(elements.key[e]) ?? 0), e]);
  const best = bestOf(scored, limit);
  best.sort(([a, x], [b, y]) => a - b || elements.name[x].length - elements.name[y].length || x - y);
  return {
    total: scored.length,
    listed: best.slice(0, limit).map(([, e]) => foundElement(survey, e)),
    unknown: query.unknown,
  };
}

/** Enough of the lowest scores to hold the first `limit`: sorting all that one letter finds would take too long. */
function bestOf(scored: [score: number, element: number][], limit: number): [number, number][] {
  if (scored.length <= limit) return scored;
  const counts = new Map<number, number>();
  for (const [score] of scored) counts.set(Math.floor(score), (counts.get(Math.floor(score)) ?? 0) + 1);
  let enough = 0;
  for (const [score, count] of [...counts].sort(([a], [b]) => a - b)) {
    enough += count;
    if (enough >= limit) return scored.filter(([own]) => Math.floor(own) <= score);
  }
  return scored;
}

/** Keys of all that answers, for a shortlist of it. */
export function foundKeys(survey: SurveyedCodebase, typed: string): string[] {
  return [...answers(survey, parseFindQuery(typed))].map(([e]) => survey.elements.key[e]);
}

export function foundElement(survey: SurveyedCodebase, e: number): FoundElement {
  const { elements } = survey;
  const form = elements.form[e];
  return {
    ...labelOf(survey, e),
    form: form === NO_FORM ? elementKinds[elements.kind[e]] : declarationForms[form],
    place: elements.file[e] < 0 ? '' : elements.key[elements.file[e]],
  };
}

function* answers(survey: SurveyedCodebase, query: FindQuery): Iterable<[element: number, rank: number]> {
  const { elements } = survey;
  const isWanted = Uint8Array.from(elementKinds, (kind) => (query.kinds.includes(kind) ? 1 : 0));
  const forms = new Set(query.forms.map((form) => declarationForms.indexOf(form)));
  const anyKind = query.kinds.length + query.forms.length === 0;
  const matches = query.pattern === '' ? () => 0 : nameMatcher(query.pattern);
  const isRestricted = query.within.length + query.outside.length > 0;
  if (query.pattern === '' && anyKind && !isRestricted) return;
  const candidates = candidatesOf(survey);
  for (let e = 1; e < elements.count; e++) {
    if (!anyKind && !isWanted[elements.kind[e]] && !forms.has(elements.form[e])) continue;
    const rank = matches(candidates[e]);
    if (rank === null || (isRestricted && !standsRight(candidates[e].lowerKey, query))) continue;
    yield [e, rank];
  }
}

const candidatesOf = surveyMemo(({ elements }: SurveyedCodebase): Candidate[] =>
  elements.name.map((name, e) => ({
    name,
    lowerName: name.toLowerCase(),
    lowerKey: elements.key[e].toLowerCase(),
  })),
);

function standsRight(key: string, { within, outside }: FindQuery): boolean {
  return within.every((place) => key.includes(place)) && !outside.some((place) => key.includes(place));
}

/** Elements looked at lately that are listed before anything is typed. */
const MOST_RECENT = 40;

/** Elements that answer what is typed; without anything typed, those looked at lately. */
export function findView({ survey, params }: Pick<ViewRequest, 'survey' | 'params'>) {
  const asked = params.get('q') ?? '';
  const recent = params.getAll('recent').slice(0, MOST_RECENT);
  if (asked.trim() !== '') return { asked, ...findElements(survey, asked, recent) };
  const known = recent.flatMap((key) => elementOf(survey, key) ?? []);
  const listed = known.map((element) => foundElement(survey, element));
  return { asked, total: listed.length, listed, unknown: [] };
}
