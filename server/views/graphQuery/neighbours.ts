import { groupWithKey, isWithin, parseGroupKey } from '../../../core/arrangement/arrangement.ts';
import { endOfElement } from '../../../core/arrangement/ends.ts';
import { nodeOfUnit, parentOfNode, type UnitTree } from '../../../core/arrangement/nodes.ts';
import { incomingRows } from '../../../core/graph/incoming.ts';
import { passes, type DependencyFilter } from '../../../core/graph/rollUp.ts';
import { CERTAINTY, dependencyKinds, firstRow, type DependencyKind } from '../../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { Problem } from '../../problem.ts';
import { elementOf, labelOf } from '../surveyAccess/elements.ts';
import { surveyMemo } from '../surveyAccess/surveyMemo.ts';
import { testElements } from '../surveyAccess/tests.ts';
import { placed, type PictureQuestion } from './arranged.ts';
import { nodeLabel, type NodeLabel } from './labels.ts';

export type Direction = 'uses' | 'usedBy';

/** Who stands at the other end of some dependencies. */
export interface Neighbour extends NodeLabel {
  /** Places of the dependencies with it. */
  count: number;
  kinds: DependencyKind[];
  /** True when no reference in it was settled by name resolution alone. */
  inferred: boolean;
  /** The file it stands in; null for groups and externals. */
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
 * The question under which an element is told its neighbours: groups of the arrangement to a group, files to a file,
 * elements to anything smaller. Tests count when the element is one.
 */
export function neighbourQuestion(
  survey: SurveyedCodebase,
  key: string,
  { filter, withTests }: Pick<NeighbourQuery, 'filter' | 'withTests'>,
): PictureQuestion {
  const element = elementOf(survey, key);
  const isTest = element !== undefined && testElements(survey)[element] === 1;
  const by = parseGroupKey(key)?.id ?? 'folders';
  return { by, grain: 'files', filter, withTests: withTests || isTest };
}

/** The neighbours of the element or group with a key. O(dependencies of an element), O(all dependencies) for a group. */
export function neighbours(survey: SurveyedCodebase, key: string, query: NeighbourQuery): Neighbours {
  const { dependencies, elements } = survey;
  const { direction, limit } = query;
  const tree = placed(survey, neighbourQuestion(survey, key, query));
  const subject = subjectNamed(survey, tree, key);
  const found = new Map<number, { count: number; kinds: number; exact: boolean }>();
  eachRow(survey, subject, query, (row) => {
    const far = subject.counterpart(direction === 'uses' ? dependencies.to[row] : dependencies.from[row]);
    let entry = found.get(far);
    if (!entry) found.set(far, (entry = { count: 0, kinds: 0, exact: false }));
    entry.count += dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    entry.kinds |= 1 << dependencies.kind[row];
    if (dependencies.certainty[row] === CERTAINTY.exact) entry.exact = true;
  });
  const listed = [...found]
    .sort(([a, { count: m }], [b, { count: n }]) => n - m || a - b)
    .slice(0, limit)
    .map(([far, { count, kinds, exact }]): Neighbour => {
      const label = subject.labelOf(far);
      const element = elementOf(survey, label.key);
      const file = element === undefined ? -1 : elements.file[element];
      return {
        ...label,
        count,
        kinds: dependencyKinds.filter((_, kind) => kinds & (1 << kind)),
        inferred: !exact,
        file: file < 0 ? null : elements.key[file],
        goesOn: goesOn(survey, tree, label.key, query),
      };
    });
  return { total: found.size, listed };
}

/** What neighbours are asked of. */
export interface Subject {
  /** True for an element that it is or holds, and that counts. */
  isNear(element: number): boolean;
  /** True for an element outside of it that counts. */
  isFar(element: number): boolean;
  /** The element that it is with all it holds; -1 for a group. */
  element: number;
  /** Who a far element is told as: an element, or a node of the picture plus all elements. */
  counterpart(far: number): number;
  labelOf(counterpart: number): NodeLabel;
}

export function subjectNamed(survey: SurveyedCodebase, tree: UnitTree, key: string): Subject {
  const group = groupWithKey(tree.arrangement, key);
  if (group !== undefined) return groupSubject(survey, tree, group);
  const element = elementOf(survey, key);
  if (element === undefined) throw new Problem('notFound', `There is no ${key} in this survey.`);
  return elementSubject(survey, tree, element);
}

/** Files are told files, all else the elements themselves. */
function elementSubject(survey: SurveyedCodebase, { counts }: UnitTree, element: number): Subject {
  const { elements } = survey;
  const end = elements.subtreeEnd[element];
  const isHeld = (e: number): boolean => e >= element && e < end;
  const isFile = element >= elements.firstExternal || elements.file[element] === element;
  return {
    element,
    isNear: (e) => isHeld(e) && counts[e] === 1,
    isFar: (e) => !isHeld(e) && counts[e] === 1,
    counterpart: (far) => (isFile && elements.file[far] >= 0 ? elements.file[far] : far),
    labelOf(far) {
      const label = labelOf(survey, far);
      return { ...label, end: isFile ? label.key : endOfElement(elements, far), isRest: false };
    },
  };
}

/** Several elements, marked 1, as if they were one: files are told to it, and externals. */
export function setSubject(survey: SurveyedCodebase, { counts }: UnitTree, marks: Uint8Array): Subject {
  const { elements } = survey;
  return {
    element: -1,
    isNear: (e) => marks[e] === 1,
    isFar: (e) => marks[e] !== 1 && counts[e] === 1,
    counterpart: (far) => (elements.file[far] >= 0 ? elements.file[far] : far),
    labelOf(far) {
      const label = labelOf(survey, far);
      return { ...label, end: label.key, isRest: false };
    },
  };
}

/** To a group, the outermost group or file that does not hold it. */
function groupSubject(survey: SurveyedCodebase, tree: UnitTree, group: number): Subject {
  const { elements } = survey;
  const { arrangement, units, counts } = tree;
  const isHeld = (e: number): boolean =>
    units.unitOf[e] >= 0 && isWithin(arrangement, units.group[units.unitOf[e]], group);
  return {
    element: -1,
    isNear: isHeld,
    isFar: (e) => !isHeld(e) && counts[e] === 1,
    counterpart(far) {
      if (units.unitOf[far] < 0) return far;
      let node = nodeOfUnit(tree, units.unitOf[far]);
      for (
        let above = parentOfNode(tree, node);
        !isWithin(arrangement, group, above);
        above = arrangement.parent[above]
      )
        node = above;
      return elements.count + node;
    },
    labelOf(far) {
      if (far >= elements.count) return nodeLabel(survey, tree, far - elements.count);
      const label = labelOf(survey, far);
      return { ...label, end: label.key, isRest: false };
    },
  };
}

/** Calls `take` for each row between the subject and what lies outside; stops when it gives true. */
export function eachRow(
  survey: SurveyedCodebase,
  { isNear, isFar, element }: Subject,
  { direction, filter }: Pick<NeighbourQuery, 'direction' | 'filter'>,
  take: (row: number) => boolean | void,
): void {
  const { elements, dependencies } = survey;
  const [near, far] =
    direction === 'uses' ? [dependencies.from, dependencies.to] : [dependencies.to, dependencies.from];
  const consider = (row: number): boolean | void => {
    if (isNear(near[row]) && isFar(far[row]) && passes(dependencies, row, filter)) return take(row);
  };
  if (element < 0) {
    for (let row = 0; row < dependencies.count; row++) if (consider(row)) return;
    return;
  }
  const end = elements.subtreeEnd[element];
  if (direction === 'uses') {
    for (let row = firstRow(dependencies.from, element); row < dependencies.count; row++)
      if (dependencies.from[row] >= end || consider(row)) return;
    return;
  }
  const { start, rows } = incomingOf(survey);
  for (let at = start[element]; at < start[end]; at++) if (consider(rows[at])) return;
}

export const incomingOf = surveyMemo(
  ({ dependencies, elements }: SurveyedCodebase) => incomingRows(dependencies, elements.count),
  { isAlwaysKept: true },
);

/** Whether unfolding it would show anything; a group is not gone through for it. */
function goesOn(survey: SurveyedCodebase, tree: UnitTree, key: string, query: NeighbourQuery): boolean {
  const subject = subjectNamed(survey, tree, key);
  if (subject.element < 0) return true;
  let any = false;
  eachRow(survey, subject, query, () => (any = true));
  return any;
}
