import type { DependencyFilter } from '../../core/graph/rollUp.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { Shortlist } from '../store/shortlists.ts';
import { neighbours, type Direction } from './graphQuery/neighbours.ts';
import { elementOf, kindOf, labelOf, type ElementLabel } from './surveyAccess/elements.ts';

/** A shortlist as the tray shows it. */
export interface ShortlistSummary {
  id: number;
  name: string;
  count: number;
  /** Members that this survey does not have. */
  gone: number;
}

export interface ShortlistPage extends ShortlistSummary {
  members: (ElementLabel & { isGone: boolean })[];
  more: number;
}

const MAX_LISTED = 2_000;

export function shortlistSummary(survey: SurveyedCodebase, { id, name, keys }: Shortlist): ShortlistSummary {
  const gone = keys.filter((key) => elementOf(survey, key) === undefined).length;
  return { id, name, count: keys.length, gone };
}

export function shortlistPage(survey: SurveyedCodebase, list: Shortlist): ShortlistPage {
  return {
    ...shortlistSummary(survey, list),
    members: list.keys.slice(0, MAX_LISTED).map((key) => {
      const element = elementOf(survey, key);
      return element === undefined
        ? { key, name: key.split(/[#/]/).at(-1)!, kind: 'file' as const, isGone: true }
        : { ...labelOf(survey, element), isGone: false };
    }),
    more: Math.max(0, list.keys.length - MAX_LISTED),
  };
}

/** Elements that are in a list or stand in something that is: 1; what is above them: 2; all else 0. */
export function listedElements(survey: SurveyedCodebase, keys: readonly string[]): Uint8Array {
  const { elements } = survey;
  const marks = new Uint8Array(elements.count);
  const members = keys.map((key) => elementOf(survey, key)).filter((element) => element !== undefined);
  for (const element of members)
    for (let e = elements.parent[element]; e >= 0 && marks[e] === 0; e = elements.parent[e]) marks[e] = 2;
  for (const element of members) marks.fill(1, element, elements.subtreeEnd[element]);
  return marks;
}

/** All that the members use, or are used by, within so many steps, with the members themselves. */
export function completed(
  survey: SurveyedCodebase,
  keys: readonly string[],
  { direction, steps, filter }: { direction: Direction; steps: number; filter: DependencyFilter },
): string[] {
  const reached = new Set(keys);
  let frontier = [...keys];
  for (let step = 0; step < steps && frontier.length > 0; step++) {
    const next: string[] = [];
    for (const key of frontier) {
      if (elementOf(survey, key) === undefined) continue;
      const { listed } = neighbours(survey, key, { direction, filter, withTests: true, limit: Infinity });
      for (const other of listed) {
        if (reached.has(other.key)) continue;
        reached.add(other.key);
        next.push(other.key);
      }
    }
    frontier = next;
  }
  return [...reached];
}

/** Elements of the same kinds as the members that are not in the list. */
export function inverted(survey: SurveyedCodebase, keys: readonly string[]): string[] {
  const { elements } = survey;
  const members = keys.map((key) => elementOf(survey, key)).filter((element) => element !== undefined);
  const kinds = new Set(members.map((element) => kindOf(survey, element)));
  const listed = new Set(keys);
  const found: string[] = [];
  for (let e = 0; e < elements.firstExternal; e++)
    if (kinds.has(kindOf(survey, e)) && !listed.has(elements.key[e])) found.push(elements.key[e]);
  return found;
}
