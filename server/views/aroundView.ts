import { groupWithKey } from '../../core/arrangement/arrangement.ts';
import { joinedEnds } from '../../core/arrangement/ends.ts';
import type { UnitTree } from '../../core/arrangement/nodes.ts';
import {
  certainties,
  dependencyKinds,
  type Certainty,
  type DependencyKind,
} from '../../core/contracts/linked.ts';
import { throwIfCancelledAtStep } from '../../core/graph/cancellation.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { AroundState } from './aroundQuery.ts';
import { elementOf, labelOf, type ElementLabel } from './surveyAccess/elements.ts';
import { arrangementOf } from './surveyAccess/scope.ts';
import { testElements } from './surveyAccess/tests.ts';
import { placed, type PictureQuestion } from './graphQuery/arranged.ts';
import { groupLabel } from './graphQuery/labels.ts';
import {
  eachRow,
  neighbourQuestion,
  setSubject,
  subjectNamed,
  type Subject,
} from './graphQuery/neighbours.ts';
import type { StartingSet } from './startingSet.ts';

/** What stands around an element: who uses it, or what it uses, in groups. */
export interface Around {
  focus: ElementLabel;
  groups: AroundGroup[];
  /** How many there are, and in how many places they refer to each other (of direct ones). */
  total: number;
  places: number;
  /** How many are not told, for there are too many. */
  untold: number;
  /** How evidence is asked for at the side of what is looked at; null for a set that is too large to be named. */
  end: string | null;
  /** Of all files that count, so many are found, and so many of these are tests. */
  files: { found: number; tests: number; all: number };
}

export interface AroundGroup {
  key: string;
  label: ElementLabel | null;
  /** What it holds, in words, where it is no group: a kind of dependency, a certainty, a distance. */
  words: string;
  /** Own code, tests, or what lies outside: the own comes first, the others are folded at first. */
  sort: 'own' | 'tests' | 'outside';
  places: number;
  members: AroundMember[];
}

export interface AroundMember extends ElementLabel {
  /** How evidence is asked for. */
  end: string;
  /** Places in which it refers, or is referred to; 0 for one that is reached through others alone. */
  count: number;
  kinds: DependencyKind[];
  certainty: Certainty;
  /** Steps from the focus. */
  distance: number;
}

/** So many elements of a set are named as one end of a claim. */
const MOST_ENDS = 200;
/** More than this are not sent to a page. */
const MOST_MEMBERS = 20_000;

interface Found {
  element: number;
  count: number;
  /** Places by kind of dependency. */
  kinds: Map<number, number>;
  certainty: number;
  distance: number;
}

/** `start` is the key of an element or of a group, or a set. O(dependencies of what is found), of all for a group or a set. */
export function aroundView(
  survey: SurveyedCodebase,
  start: string | StartingSet,
  question: PictureQuestion,
  { direction, reach, together }: AroundState,
): Around {
  const key = typeof start === 'string' ? start : (start.keys[0] ?? '');
  const tree = placed(survey, neighbourQuestion(survey, key, question));
  const subject =
    typeof start === 'string' ? subjectNamed(survey, tree, start) : setSubject(survey, tree, start.marks);
  const found = directlyFound(survey, subject, question, direction);
  if (reach === 'all') addReached(survey, tree, subject, question, direction, found);
  const all = [...found.values()].sort(
    (a, b) => a.distance - b.distance || b.count - a.count || a.element - b.element,
  );
  const told = all.slice(0, MOST_MEMBERS);
  const groups = together === 'kind' ? byKind(survey, told) : byOne(survey, question, told, together);
  const places = all.reduce((sum, { count }) => sum + count, 0);
  return {
    focus:
      typeof start === 'string'
        ? labelOfStart(survey, tree, start)
        : { key: '', name: start.name, kind: 'group' },
    end:
      typeof start === 'string'
        ? start
        : start.keys.length === 0 || start.keys.length > MOST_ENDS
          ? null
          : joinedEnds(start.keys),
    files: filesFound(survey, tree, all),
    groups: groups.sort(
      (a, b) =>
        sorts.indexOf(a.sort) - sorts.indexOf(b.sort) ||
        b.places - a.places ||
        b.members.length - a.members.length,
    ),
    total: all.length,
    places,
    untold: all.length - told.length,
  };
}

function labelOfStart(survey: SurveyedCodebase, tree: UnitTree, key: string): ElementLabel {
  const group = groupWithKey(tree.arrangement, key);
  return group === undefined ? labelOf(survey, elementOf(survey, key)!) : groupLabel(tree.arrangement, group);
}

function filesFound(
  survey: SurveyedCodebase,
  { counts }: UnitTree,
  found: readonly Found[],
): Around['files'] {
  const { elements, files } = survey;
  const isTest = testElements(survey);
  const reached = new Set(found.map(({ element }) => elements.file[element]).filter((file) => file >= 0));
  return {
    found: reached.size,
    tests: [...reached].filter((file) => isTest[file] === 1).length,
    all: files.filter(({ element }) => counts[element] === 1).length,
  };
}

const sorts = ['own', 'tests', 'outside'] as const;

type Direction = AroundState['direction'];

/** Elements (of a file and of a group: files) with a dependency on the subject, or of it; externals as they are. */
function directlyFound(
  survey: SurveyedCodebase,
  subject: Subject,
  question: PictureQuestion,
  direction: Direction,
): Map<number, Found> {
  const { dependencies, elements } = survey;
  const wantsFiles = subject.element < 0 || elements.file[subject.element] === subject.element;
  const found = new Map<number, Found>();
  eachRow(survey, subject, { ...question, direction }, (row) => {
    const far = direction === 'uses' ? dependencies.to[row] : dependencies.from[row];
    const element = wantsFiles && elements.file[far] >= 0 ? elements.file[far] : far;
    let entry = found.get(element);
    if (!entry)
      found.set(element, (entry = { element, count: 0, kinds: new Map(), certainty: 2, distance: 1 }));
    const places = dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    entry.count += places;
    entry.kinds.set(dependencies.kind[row], (entry.kinds.get(dependencies.kind[row]) ?? 0) + places);
    entry.certainty = Math.min(entry.certainty, dependencies.certainty[row]);
  });
  return found;
}

/** Adds what is reached through others, with the steps that it takes; breadth first. */
function addReached(
  survey: SurveyedCodebase,
  tree: UnitTree,
  subject: Subject,
  question: PictureQuestion,
  direction: Direction,
  found: Map<number, Found>,
): void {
  const { elements, dependencies } = survey;
  const queue = [...found.keys()];
  for (let at = 0; at < queue.length; at++) {
    throwIfCancelledAtStep(at << 8);
    const element = queue[at];
    if (element >= elements.firstExternal) continue;
    const { distance } = found.get(element)!;
    const own = subjectNamed(survey, tree, elements.key[element]);
    const isFile = elements.file[element] === element;
    eachRow(survey, own, { ...question, direction }, (row) => {
      const far = direction === 'uses' ? dependencies.to[row] : dependencies.from[row];
      const next = isFile && elements.file[far] >= 0 ? elements.file[far] : far;
      if (found.has(next) || subject.isNear(next)) return;
      found.set(next, {
        element: next,
        count: 0,
        kinds: new Map(),
        certainty: dependencies.certainty[row],
        distance: distance + 1,
      });
      queue.push(next);
    });
  }
}

/** One group for each member: the group of the arrangement, a certainty or a distance. */
function byOne(
  survey: SurveyedCodebase,
  question: PictureQuestion,
  found: readonly Found[],
  together: 'group' | 'certainty' | 'distance',
): AroundGroup[] {
  const arrangement = arrangementOf(survey, question.by);
  const { elements } = survey;
  const groups = new Map<string, AroundGroup>();
  for (const one of found) {
    const sort = sortOf(survey, one.element);
    const group = sort === 'outside' ? -1 : arrangement.groupOf[one.element];
    const [name, label, words] =
      together === 'certainty'
        ? [certainties[one.certainty], null, certainties[one.certainty]]
        : together === 'distance'
          ? [String(one.distance), null, one.distance === 1 ? 'directly' : `in ${one.distance} steps`]
          : group < 0
            ? [
                elements.key[one.element].split(':')[0],
                null,
                `outside, ${survey.externals[one.element - elements.firstExternal]?.ecosystem ?? ''}`,
              ]
            : [`${group}`, groupLabel(arrangement, group), ''];
    const key = `${sort} ${name}`;
    let entry = groups.get(key);
    if (!entry) groups.set(key, (entry = { key, label, words, sort, places: 0, members: [] }));
    entry.places += one.count;
    entry.members.push(memberOf(survey, one, one.count));
  }
  return [...groups.values()];
}

/** Each member under every kind of dependency that it has, with the places of that kind. */
function byKind(survey: SurveyedCodebase, found: readonly Found[]): AroundGroup[] {
  const groups = new Map<string, AroundGroup>();
  for (const one of found)
    for (const [kind, count] of one.kinds.size > 0 ? one.kinds : ([[-1, 0]] as const)) {
      const sort = sortOf(survey, one.element);
      const words = kind < 0 ? 'through others' : dependencyKinds[kind];
      const key = `${sort} ${words}`;
      let entry = groups.get(key);
      if (!entry) groups.set(key, (entry = { key, label: null, words, sort, places: 0, members: [] }));
      entry.places += count;
      entry.members.push(memberOf(survey, one, count));
    }
  return [...groups.values()];
}

function sortOf(survey: SurveyedCodebase, element: number): AroundGroup['sort'] {
  if (element >= survey.elements.firstExternal) return 'outside';
  return testElements(survey)[element] === 1 ? 'tests' : 'own';
}

function memberOf(
  survey: SurveyedCodebase,
  { element, kinds, certainty, distance }: Found,
  count: number,
): AroundMember {
  const label = labelOf(survey, element);
  return {
    ...label,
    end: label.key,
    count,
    kinds: dependencyKinds.filter((_, kind) => kinds.has(kind)),
    certainty: certainties[certainty],
    distance,
  };
}
