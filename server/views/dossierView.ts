import { parseGroupKey, subgroups } from '../../core/arrangement/arrangement.ts';
import { unitOfNode } from '../../core/arrangement/nodes.ts';
import type { Grain } from '../../core/arrangement/units.ts';
import { declarationForms, KIND } from '../../core/facts/fileFacts.ts';
import { recursionOf } from '../../core/graph/recursion.ts';
import { EVERYTHING_RESOLVED } from '../../core/graph/rollUp.ts';
import { NO_FORM } from '../../core/contracts/linked.ts';
import type { MeasuredKind } from '../../core/measures/measure.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { describe, undescribed, type Description } from './described.ts';
import { kindOf, labelOf, neededElement, type ElementLabel } from './surveyAccess/elements.ts';
import { measure, measureValues } from './surveyAccess/measures.ts';
import { surveyMemo } from './surveyAccess/surveyMemo.ts';
import { arrangementOf, groupValues, neededGroup, type Scope } from './surveyAccess/scope.ts';
import { counted, testElements } from './surveyAccess/tests.ts';
import { hierarchyLinks, type HierarchyLink } from './hierarchy/links.ts';
import { arranged, type PictureQuestion } from './graphQuery/arranged.ts';
import { cycleKey } from './graphQuery/cycleNames.ts';
import { groupWord } from './graphQuery/groupText.ts';
import { groupLabel } from './graphQuery/labels.ts';
import { neighbours, type Neighbours } from './graphQuery/neighbours.ts';
import type { ReadText } from '../source/readText.ts';

/** All that is known of the focus. */
export interface Dossier extends ElementLabel {
  /** `class`, `method`, `folder`: the kind as people say it. */
  form: string;
  file: string | null;
  startLine: number;
  endLine: number;
  /** Elements (or groups) it stands in, outermost first. */
  path: ElementLabel[];
  /** The group of the arrangement at hand that it stands in; null for groups, and where groups are folders. */
  group: (ElementLabel & { arrangement: string }) | null;
  /** Of a file that is split: the groups in which parts of it stand, beside the one that holds most of its code. */
  alsoIn: ElementLabel[];
  measures: DossierMeasure[];
  peers: number;
  /** How it introduces itself in its source. */
  description: Description;
  uses: Neighbours;
  usedBy: Neighbours;
  parents: HierarchyLink[];
  children: HierarchyLink[];
  cycles: DossierCycle[];
  /** The lines on which a routine calls itself. */
  recursion: number[];
  /** What it holds, the first of so many. */
  holds: ElementLabel[];
  holdsCount: number;
  gaps: { name: string; reason: string; line: number }[];
  parseErrors: [number, number][];
}

/** A cycle that the focus takes part in. */
export interface DossierCycle {
  tag: string;
  key: string;
  grain: Grain;
  size: number;
}

export interface DossierMeasure {
  id: string;
  name: string;
  unit: string;
  decimals: number;
  definition: string;
  value: number;
  /** Place among its peers by value, 1 the largest. */
  rank: number;
  /** Value and median as shares of the largest. */
  share: number;
  medianShare: number;
}

const measuresShown: Record<MeasuredKind, string[]> = {
  group: ['codeLines', 'files', 'complexityMean', 'instability', 'internalShare', 'commentShare'],
  file: ['codeLines', 'complexitySum', 'complexityMax', 'instability', 'level', 'reachedBy', 'commentShare'],
  type: ['codeLines', 'routines', 'wmc', 'cbo', 'dit', 'usedByTypes'],
  routine: [
    'cyclomatic',
    'nested',
    'nesting',
    'codeLines',
    'parameters',
    'fanIn',
    'fanOut',
    'maintainability',
  ],
};

/** Entries of one list in the dossier. */
const MAX_LISTED = 60;

export interface DossierQuery {
  focus: string;
  /** The picture beside which it stands: its arrangement, its certainty, its tests. */
  question: PictureQuestion;
}

export async function dossierView(
  survey: SurveyedCodebase,
  readText: ReadText,
  { focus, question }: DossierQuery,
): Promise<Dossier> {
  const named = parseGroupKey(focus);
  return named
    ? groupDossier(survey, neededGroup(survey, named), question)
    : elementDossier(survey, readText, neededElement(survey, focus), question);
}

async function elementDossier(
  survey: SurveyedCodebase,
  readText: ReadText,
  element: number,
  question: PictureQuestion,
): Promise<Dossier> {
  const { elements } = survey;
  const file = elements.file[element];
  const label = labelOf(survey, element);
  // The figures of a test are of a survey with tests.
  const withTests = question.withTests || testElements(survey)[element] === 1;
  const kind = elements.kind[element] === KIND.folder ? 'group' : kindOf(survey, element);
  const isMeasured = kind in measuresShown;
  const peers = isMeasured ? peersOf(survey, withTests, survey.elements.kind[element]) : [];
  return {
    ...label,
    form: formName(survey, element),
    file: file < 0 ? null : elements.key[file],
    startLine: elements.startLine[element],
    endLine: elements.endLine[element],
    path: pathTo(survey, element),
    ...placeAmongGroups(survey, element, question),
    measures: isMeasured ? measuresOf(counted(survey, withTests), kind as MeasuredKind, element, peers) : [],
    peers: peers.length,
    description: await describe(survey, element, readText),
    ...usesOf(survey, label.key, question),
    parents: hierarchyLinks(survey, element, 'up'),
    children: hierarchyLinks(survey, element, 'down'),
    cycles: cyclesWith(survey, question, {
      element,
      group:
        kind === 'group' && question.by === 'folders'
          ? arrangementOf(survey, 'folders').groupOf[element]
          : -1,
    }),
    recursion: recursionLines(survey, element, question),
    ...childrenOf(survey, element),
    gaps: file === element ? gapsOf(survey, element) : [],
    parseErrors: survey.files.find((record) => record.element === element)?.parseErrors ?? [],
  };
}

function recursionLines(
  { dependencies }: SurveyedCodebase,
  element: number,
  { filter }: PictureQuestion,
): number[] {
  const lines = recursionOf(dependencies, element, filter).flatMap((row) => [
    ...dependencies.line.subarray(dependencies.placeStart[row], dependencies.placeStart[row + 1]),
  ]);
  return lines.sort((a, b) => a - b);
}

function groupDossier(
  survey: SurveyedCodebase,
  { arrangement, group }: Scope,
  question: PictureQuestion,
): Dossier {
  const path: ElementLabel[] = [];
  for (let g = arrangement.parent[group]; g > 0; g = arrangement.parent[g])
    path.unshift(groupLabel(arrangement, g));
  const shown = counted(survey, question.withTests);
  const files = groupValues(shown, arrangement, 'files');
  const peers = [...files.keys()].filter((g) => g > 0 && files[g] > 0);
  const own = shown.files.filter(({ element }) => arrangement.groupOf[element] === group);
  const label = groupLabel(arrangement, group);
  const held = [
    ...subgroups(arrangement, group)
      .filter((g) => files[g] > 0)
      .map((g) => groupLabel(arrangement, g)),
    ...own.map(({ element }) => labelOf(survey, element)),
  ];
  return {
    ...label,
    form: groupWord(arrangement.id, arrangement.name[group]),
    file: null,
    startLine: 0,
    endLine: 0,
    path,
    group: null,
    alsoIn: [],
    measures: groupMeasures(shown, { arrangement, group }, peers),
    peers: peers.length,
    description: undescribed,
    ...usesOf(survey, label.key, question),
    parents: [],
    children: [],
    cycles: cyclesWith(survey, { ...question, by: arrangement.id }, { element: -1, group }),
    holds: held.slice(0, MAX_LISTED),
    holdsCount: held.length,
    recursion: [],
    gaps: [],
    parseErrors: [],
  };
}

/** Uses by kind and count: of any kind, with the certainty and the tests of the picture. */
function usesOf(
  survey: SurveyedCodebase,
  key: string,
  { filter: { certainties }, withTests }: PictureQuestion,
): Pick<Dossier, 'uses' | 'usedBy'> {
  const query = { filter: { ...EVERYTHING_RESOLVED, certainties }, withTests, limit: MAX_LISTED };
  return {
    uses: neighbours(survey, key, { ...query, direction: 'uses' }),
    usedBy: neighbours(survey, key, { ...query, direction: 'usedBy' }),
  };
}

/** Where an element stands in an arrangement that is not the folders. */
function placeAmongGroups(
  survey: SurveyedCodebase,
  element: number,
  { by }: PictureQuestion,
): Pick<Dossier, 'group' | 'alsoIn'> {
  const { elements } = survey;
  const arrangement = arrangementOf(survey, by);
  const own = arrangement.groupOf[element];
  if (by === 'folders' || own < 0) return { group: null, alsoIn: [] };
  const others = new Set<number>();
  for (let e = element + 1; elements.file[element] === element && e < elements.subtreeEnd[element]; e++)
    if (arrangement.groupOf[e] !== own) others.add(arrangement.groupOf[e]);
  return {
    group: { ...groupLabel(arrangement, own), arrangement: groupWord(by, arrangement.name[own]) },
    alsoIn: [...others].map((group) => groupLabel(arrangement, group)),
  };
}

/** `class`, `method`, `folder`: the kind of an element as people say it. */
export function formName(survey: SurveyedCodebase, element: number): string {
  const { elements, externals } = survey;
  if (element >= elements.firstExternal) {
    return `external, ${externals[element - elements.firstExternal].ecosystem}`;
  }
  const form = elements.form[element];
  if (declarationForms[form] === 'property' && hasFields(survey, element)) return 'field';
  return form === NO_FORM ? (elements.file[element] === element ? 'file' : 'folder') : declarationForms[form];
}

/** Languages in which what a type holds is called a field. */
const fieldLanguages = new Set(['java', 'c', 'cpp']);

function hasFields(survey: SurveyedCodebase, element: number): boolean {
  return fieldLanguages.has(languagesByFile(survey).get(survey.elements.file[element]) ?? '');
}

const languagesByFile = surveyMemo(
  ({ files }: SurveyedCodebase) => new Map(files.map((file) => [file.element, file.language])),
);

function pathTo(survey: SurveyedCodebase, element: number): ElementLabel[] {
  const path: ElementLabel[] = [];
  for (let e = survey.elements.parent[element]; e > 0; e = survey.elements.parent[e])
    path.unshift(labelOf(survey, e));
  return path;
}

/** Elements of the same kind, those of tests among them only when tests count. */
const peersOf = surveyMemo((survey: SurveyedCodebase, withTests: boolean, kind: number): number[] => {
  const isTest = testElements(survey);
  const peers: number[] = [];
  survey.elements.kind.forEach((k, e) => {
    if (k === kind && (withTests || isTest[e] === 0)) peers.push(e);
  });
  return peers;
});

/** The values of a measure over all peers of a kind, ascending. */
const sortedOf = surveyMemo(
  (shown: SurveyedCodebase, _kind: MeasuredKind, id: string, peers: readonly number[]) =>
    sortedValues(measureValues(shown, id), peers),
  { keyOf: (kind, id) => [kind, id] },
);

function measuresOf(
  shown: SurveyedCodebase,
  kind: MeasuredKind,
  element: number,
  peers: readonly number[],
): DossierMeasure[] {
  return measuresShown[kind].flatMap((id) =>
    rankedMeasure(id, measureValues(shown, id), element, () => sortedOf(shown, kind, id, peers)),
  );
}

function groupMeasures(
  shown: SurveyedCodebase,
  { arrangement, group }: Scope,
  peers: readonly number[],
): DossierMeasure[] {
  return measuresShown.group.flatMap((id) => {
    const values = groupValues(shown, arrangement, id);
    return rankedMeasure(id, values, group, () => sortedValues(values, peers));
  });
}

function sortedValues(values: Float64Array, members: readonly number[]): Float64Array {
  return Float64Array.from(members.map((i) => values[i]).filter((value) => !Number.isNaN(value))).sort();
}

/** A value with its place among those of its peers; nothing where it has none. */
function rankedMeasure(
  id: string,
  values: Float64Array,
  at: number,
  peerValues: () => Float64Array,
): DossierMeasure[] {
  const value = values[at];
  if (Number.isNaN(value)) return [];
  const { name, unit, decimals, definition } = measure(id);
  const sorted = peerValues();
  const largest = sorted.at(-1) || 1;
  const rank = sorted.length - upperBound(sorted, value) + 1;
  const medianShare = sorted[sorted.length >> 1] / largest;
  return [{ id, name, unit, decimals, definition, value, rank, share: value / largest, medianShare }];
}

function upperBound(sorted: Float64Array, value: number): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle] <= value) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Cycles of files, and of groups, under the question at hand, in which an element or a group takes part; -1 for none. */
function cyclesWith(
  survey: SurveyedCodebase,
  question: PictureQuestion,
  focus: { element: number; group: number },
): DossierCycle[] {
  return cycleGrains.flatMap((grain) => {
    const picture = arranged(survey, { ...question, grain });
    const isFocus = (node: number): boolean => {
      const unit = unitOfNode(picture, node);
      if (unit < 0) return node === focus.group;
      const element = picture.units.element[unit];
      return element < 0 ? picture.units.group[unit] === focus.group : element === focus.element;
    };
    return (
      picture.cycles
        // Neighbours with all they hold are the same at either grain, but for what a group holds itself.
        .filter(({ group, members }) => (grain === 'files' || group < 0) && members.some(isFocus))
        .map(({ tag, members }) => ({
          tag,
          key: cycleKey(survey, picture, tag, members),
          grain,
          size: members.length,
        }))
    );
  });
}

const cycleGrains: readonly Grain[] = ['files', 'groups'];

function childrenOf(survey: SurveyedCodebase, element: number): Pick<Dossier, 'holds' | 'holdsCount'> {
  const { elements } = survey;
  const found: number[] = [];
  for (let e = element + 1; e < elements.subtreeEnd[element]; e = elements.subtreeEnd[e]) found.push(e);
  return {
    holds: found.slice(0, MAX_LISTED).map((e) => labelOf(survey, e)),
    holdsCount: found.length,
  };
}

function gapsOf({ gaps }: SurveyedCodebase, file: number): Dossier['gaps'] {
  return gaps.flatMap(({ name, reason, places }) =>
    places.filter((place) => place.file === file).map(({ line }) => ({ name, reason, line })),
  );
}
