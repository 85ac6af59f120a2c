import { KIND } from '../../core/facts/fileFacts.ts';
import { incomingRows } from '../../core/graph/incoming.ts';
import { passes, type DependencyFilter } from '../../core/graph/rollUp.ts';
import { CERTAINTY, dependencyKinds, type DependencyKind } from '../../core/link/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import { firstRow } from './evidenceView.ts';
import { elementOf, labelOf, remembered, testElements, type ElementLabel } from './remembered.ts';

export type Direction = 'uses' | 'usedBy';

/** Who stands at the other end of some dependencies. */
export interface Neighbour extends ElementLabel {
  count: number;
  kinds: DependencyKind[];
  /** True when no reference in it was settled by name resolution alone. */
  inferred: boolean;
  /** The file it stands in; null for folders and externals. */
  file: string | null;
  /** True when it uses (or is used by) something in its turn. */
  goesOn: boolean;
}

export interface NeighbourQuery {
  direction: Direction;
  filter: DependencyFilter;
  withTests: boolean;
  limit: number;
}

export interface Neighbours {
  total: number;
  listed: Neighbour[];
}

/**
 * The neighbours of an element. A folder is told its neighbours among folders, a file among files, anything smaller
 * the elements themselves. O(dependencies of the element).
 */
export function neighbours(survey: SurveyedCodebase, element: number, query: NeighbourQuery): Neighbours {
  const { dependencies } = survey;
  const found = new Map<number, { count: number; kinds: number; exact: boolean }>();
  const { direction } = query;
  eachRow(survey, element, query, (row) => {
    const far = direction === 'uses' ? dependencies.to[row] : dependencies.from[row];
    const other = counterpart(survey, element, far);
    let entry = found.get(other);
    if (!entry) found.set(other, (entry = { count: 0, kinds: 0, exact: false }));
    entry.count += dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    entry.kinds |= 1 << dependencies.kind[row];
    if (dependencies.certainty[row] === CERTAINTY.exact) entry.exact = true;
  });
  const { elements } = survey;
  const listed = [...found]
    .sort(([a, { count: m }], [b, { count: n }]) => n - m || a - b)
    .slice(0, query.limit)
    .map(([other, { count, kinds, exact }]): Neighbour => ({
      ...labelOf(survey, other),
      count,
      kinds: dependencyKinds.filter((_, kind) => kinds & (1 << kind)),
      inferred: !exact,
      file: elements.file[other] < 0 ? null : elements.key[elements.file[other]],
      goesOn: hasAny(survey, other, query),
    }));
  return { total: found.size, listed };
}

/** One step of a tree of uses: the neighbours of the element with a key. */
export function neighboursOf(survey: SurveyedCodebase, key: string, query: NeighbourQuery): Neighbours {
  const element = elementOf(survey, key);
  if (element === undefined) throw new Problem('notFound', `This survey has no ${key}.`);
  return neighbours(survey, element, query);
}

/** Calls `take` for each row between the element, with all it holds, and what lies outside; stops when it gives true. */
function eachRow(
  survey: SurveyedCodebase,
  element: number,
  { direction, filter, withTests }: NeighbourQuery,
  take: (row: number) => boolean | void,
): void {
  const { elements, dependencies } = survey;
  const isTest = withTests ? null : testElements(survey);
  const end = elements.subtreeEnd[element];
  const isInside = (e: number): boolean => e >= element && e < end;
  const consider = (row: number, far: number): boolean | void => {
    if (isInside(far) || !passes(dependencies, row, filter)) return;
    if (isTest?.[dependencies.from[row]] && !isTest[element]) return;
    return take(row);
  };
  if (direction === 'uses') {
    for (let row = firstRow(dependencies.from, element); row < dependencies.count; row++) {
      if (dependencies.from[row] >= end) return;
      if (consider(row, dependencies.to[row])) return;
    }
    return;
  }
  const { start, rows } = incomingOf(survey);
  for (let at = start[element]; at < start[end]; at++)
    if (consider(rows[at], dependencies.from[rows[at]])) return;
}

export function incomingOf(survey: SurveyedCodebase): ReturnType<typeof incomingRows> {
  return remembered(survey, 'incoming rows', () => incomingRows(survey.dependencies, survey.elements.count));
}

function hasAny(survey: SurveyedCodebase, element: number, query: NeighbourQuery): boolean {
  let any = false;
  eachRow(survey, element, query, () => (any = true));
  return any;
}

function counterpart({ elements }: SurveyedCodebase, focus: number, other: number): number {
  if (other >= elements.firstExternal) return other;
  if (elements.kind[focus] === KIND.file || focus >= elements.firstExternal)
    return elements.file[other] < 0 ? other : elements.file[other];
  if (elements.file[focus] >= 0) return other;
  // A folder's neighbour is the outermost folder or file that does not hold the focus.
  let at = other;
  while (!(elements.parent[at] <= focus && focus < elements.subtreeEnd[elements.parent[at]]))
    at = elements.parent[at];
  return at;
}
