import { elementsOfEnd, endsIn, rowsBetween, subjectOf } from '../../../core/arrangement/ends.ts';
import type { UnitTree } from '../../../core/arrangement/nodes.ts';
import { groupWithKey, parseGroupKey } from '../../../core/arrangement/arrangement.ts';
import type { DependencyFilter } from '../../../core/graph/rollUp.ts';
import {
  certainties,
  dependencyKinds,
  type Certainty,
  type DependencyKind,
} from '../../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { Problem } from '../../problem.ts';
import type { ReadText } from '../../source/readText.ts';
import { elementOf, labelOf, type ElementLabel } from '../surveyAccess/elements.ts';
import { testElements } from '../surveyAccess/tests.ts';
import { placed, type PictureQuestion } from './arranged.ts';
import { allPlaces, MOST_ENDS, type EvidenceChoice } from './evidenceChoice.ts';
import { kindChoices, type KindChoice } from './filters.ts';
import { groupLabel } from './labels.ts';

/** The places behind one claim: `from` uses `to`. */
export interface Evidence {
  from: ElementLabel;
  to: ElementLabel;
  /** Places, as many as the claim counts, in so many files. */
  count: number;
  fileCount: number;
  byKind: { kind: DependencyKind; count: number }[];
  byCertainty: { certainty: Certainty; count: number }[];
  /** Those of one page, of the places that are kept. */
  groups: EvidenceGroup[];
  /** How many places are kept. */
  kept: number;
  page: number;
  pages: number;
  /**
   * With the first page: the keys of the innermost elements that stand at either end of what is kept, each once, up to
   * {@link MOST_ENDS}.
   */
  users: string[];
  used: string[];
}

/** Places of one file, or of one element at either end. */
export interface EvidenceGroup {
  label: ElementLabel;
  isTest: boolean;
  /** Places of the group, on whatever page. */
  total: number;
  places: EvidencePlace[];
}

export interface EvidencePlace {
  path: string;
  line: number;
  text: string;
  kind: DependencyKind;
  certainty: Certainty;
  /** Innermost element at each end. */
  from: ElementLabel;
  to: ElementLabel;
}

export const PAGE_PLACES = 400;

export interface EvidenceQuery {
  question: PictureQuestion;
  from: string;
  to: string;
  page: number;
  choice?: EvidenceChoice;
}

/** A place, and the row of dependencies that it is of. */
interface PlaceOfRow {
  row: number;
  place: number;
}

/** Of a claim that a picture makes, its question; the places are those that the picture counts. O(places · log places). */
export async function evidenceView(
  survey: SurveyedCodebase,
  readText: ReadText,
  { question, from, to, page: asked, choice = allPlaces }: EvidenceQuery,
): Promise<Evidence> {
  const { elements, dependencies } = survey;
  const tree = placed(survey, question);
  const places: PlaceOfRow[] = [];
  const byKind = new Map<number, number>();
  const byCertainty = new Map<number, number>();
  const files = new Set<number>();
  const [users, used] = [new Set<number>(), new Set<number>()];
  const isKept = keptBy(survey, choice);
  let count = 0;
  for (const row of rowsBehind(survey, tree, question.filter, from, to)) {
    const [first, end] = [dependencies.placeStart[row], dependencies.placeStart[row + 1]];
    count += end - first;
    byKind.set(dependencies.kind[row], (byKind.get(dependencies.kind[row]) ?? 0) + end - first);
    const certainty = dependencies.certainty[row];
    byCertainty.set(certainty, (byCertainty.get(certainty) ?? 0) + end - first);
    files.add(elements.file[dependencies.from[row]]);
    if (!isKept(row)) continue;
    users.add(dependencies.from[row]);
    used.add(dependencies.to[row]);
    for (let place = first; place < end; place++) places.push({ row, place });
  }
  const grouping = groupingOf(survey, choice.together, places);
  places.sort(grouping.compare);
  const pages = Math.max(1, Math.ceil(places.length / PAGE_PLACES));
  const page = Math.min(Math.max(0, asked), pages - 1);
  const keysOf = (ends: Set<number>): string[] =>
    page > 0 ? [] : Array.from(ends, (element) => elements.key[element]).slice(0, MOST_ENDS);
  return {
    from: labelOfEnd(survey, tree, from),
    to: labelOfEnd(survey, tree, to),
    count,
    fileCount: files.size,
    byKind: counted(byKind).map(([kind, count]) => ({ kind: dependencyKinds[kind], count })),
    byCertainty: counted(byCertainty).map(([certainty, count]) => ({
      certainty: certainties[certainty],
      count,
    })),
    groups: await groupsOf(
      survey,
      readText,
      grouping,
      places.slice(page * PAGE_PLACES, (page + 1) * PAGE_PLACES),
    ),
    kept: places.length,
    page,
    pages,
    users: keysOf(users),
    used: keysOf(used),
  };
}

function counted(counts: ReadonlyMap<number, number>): [number, number][] {
  return [...counts].sort((a, b) => b[1] - a[1]);
}

/** Whether the places of a row are kept. */
function keptBy(
  { elements, dependencies }: SurveyedCodebase,
  { kind, certainty, named }: EvidenceChoice,
): (row: number) => boolean {
  const wanted = named.trim().toLowerCase();
  const holds = (element: number): boolean => elements.key[element].toLowerCase().includes(wanted);
  return (row) =>
    (kind === null || dependencyKinds[dependencies.kind[row]] === kind) &&
    (certainty === null || certainties[dependencies.certainty[row]] === certainty) &&
    (wanted === '' || holds(dependencies.from[row]) || holds(dependencies.to[row]));
}

interface Grouping {
  /** The element that a row's places stand under. */
  groupOf(row: number): number;
  isTest(group: number): boolean;
  total(group: number): number;
  compare(a: PlaceOfRow, b: PlaceOfRow): number;
}

/** Own code comes before tests; files in their order, elements with the most places first; within a group by file and line. */
function groupingOf(
  survey: SurveyedCodebase,
  together: EvidenceChoice['together'],
  places: readonly PlaceOfRow[],
): Grouping {
  const { elements, dependencies } = survey;
  const fileOf = (row: number): number => elements.file[dependencies.from[row]];
  const groupOf = (row: number): number =>
    together === 'file' ? fileOf(row) : together === 'user' ? dependencies.from[row] : dependencies.to[row];
  const tests = testElements(survey);
  const isTest = (group: number): boolean => tests[group] === 1;
  const totals = new Map<number, number>();
  for (const { row } of places) totals.set(groupOf(row), (totals.get(groupOf(row)) ?? 0) + 1);
  const total = (group: number): number => totals.get(group) ?? 0;
  return {
    groupOf,
    isTest,
    total,
    compare(a, b) {
      const [one, other] = [groupOf(a.row), groupOf(b.row)];
      return (
        Number(isTest(one)) - Number(isTest(other)) ||
        (together === 'file' ? 0 : total(other) - total(one)) ||
        one - other ||
        fileOf(a.row) - fileOf(b.row) ||
        dependencies.line[a.place] - dependencies.line[b.place] ||
        dependencies.column[a.place] - dependencies.column[b.place]
      );
    },
  };
}

/** The places of a page in their groups, with the lines that they stand in. */
async function groupsOf(
  survey: SurveyedCodebase,
  readText: ReadText,
  grouping: Grouping,
  shown: readonly PlaceOfRow[],
): Promise<EvidenceGroup[]> {
  const { elements, dependencies } = survey;
  const groups = new Map<number, EvidenceGroup>();
  const byPath = new Map<string, EvidencePlace[]>();
  for (const { row, place } of shown) {
    const group = grouping.groupOf(row);
    let entry = groups.get(group);
    if (!entry)
      groups.set(
        group,
        (entry = {
          label: labelOf(survey, group),
          isTest: grouping.isTest(group),
          total: grouping.total(group),
          places: [],
        }),
      );
    const path = elements.key[elements.file[dependencies.from[row]]];
    const told: EvidencePlace = {
      path,
      line: dependencies.line[place],
      text: '',
      kind: dependencyKinds[dependencies.kind[row]],
      certainty: certainties[dependencies.certainty[row]],
      from: labelOf(survey, dependencies.from[row]),
      to: labelOf(survey, dependencies.to[row]),
    };
    entry.places.push(told);
    const ofPath = byPath.get(path);
    if (ofPath) ofPath.push(told);
    else byPath.set(path, [told]);
  }
  await Promise.all(
    [...byPath].map(async ([path, places]) => {
      const lines = (await readText(path))?.text.split('\n') ?? [];
      for (const place of places) place.text = (lines[place.line - 1] ?? '').trim().slice(0, 300);
    }),
  );
  return [...groups.values()];
}

/** Rows of dependencies behind a claim. Throws a Problem when the survey does not have one of its ends. */
export function rowsBehind(
  survey: SurveyedCodebase,
  tree: UnitTree,
  filter: DependencyFilter,
  from: string,
  to: string,
): Iterable<number> {
  const marksOf = (end: string): Uint8Array => {
    const marks = elementsOfEnd(tree, survey.elements, (key) => elementOf(survey, key), end);
    if (!marks) throw new Problem('notFound', `There is no ${subjectOf(end)} in this survey.`);
    return marks;
  };
  return rowsBetween(survey.dependencies, filter, marksOf(from), marksOf(to));
}

function labelOfEnd(survey: SurveyedCodebase, { arrangement }: UnitTree, end: string): ElementLabel {
  const several = endsIn(end).length;
  const key = subjectOf(endsIn(end)[0]);
  if (several > 1) return { key, name: `${several} that are drawn as one`, kind: 'group' };
  const group = groupWithKey(arrangement, key);
  return group === undefined ? labelOf(survey, elementOf(survey, key)!) : groupLabel(arrangement, group);
}

/**
 * The question of a claim that is made beside a picture, by the dossier: of the kinds that it names, not confined to what
 * the picture is. Tests count where one of its ends is one.
 */
export function claimQuestion(
  survey: SurveyedCodebase,
  from: string,
  to: string,
  { withTests, filter: { certainties } }: PictureQuestion,
  via: KindChoice,
): PictureQuestion {
  const isTest = (end: string): boolean => {
    const element = elementOf(survey, subjectOf(end));
    return element !== undefined && testElements(survey)[element] === 1;
  };
  const by = [from, to].map((end) => parseGroupKey(end)?.id).find((id) => id !== undefined) ?? 'folders';
  return {
    by,
    grain: 'files',
    filter: { kinds: kindChoices[via].kinds, certainties },
    withTests: withTests || isTest(from) || isTest(to),
  };
}
