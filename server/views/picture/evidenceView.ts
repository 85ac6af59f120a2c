import { elementsOfEnd, rowsBetween, subjectOf } from '../../../core/arrangement/ends.ts';
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
import { elementOf, labelOf, type ElementLabel } from '../ground/elements.ts';
import { testElements } from '../ground/tests.ts';
import { placed, type PictureQuestion } from './arranged.ts';
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
  /** Those of one page, by file and line. */
  files: EvidenceFile[];
  page: number;
  pages: number;
}

export interface EvidenceFile {
  path: string;
  places: EvidencePlace[];
}

export interface EvidencePlace {
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
}

/** Of a claim that a picture makes, its question; the places are those that the picture counts. */
export async function evidenceView(
  survey: SurveyedCodebase,
  readText: ReadText,
  { question, from, to, page: asked }: EvidenceQuery,
): Promise<Evidence> {
  const { elements, dependencies } = survey;
  const tree = placed(survey, question);
  const places: { row: number; place: number }[] = [];
  const byKind = new Map<number, number>();
  const files = new Set<number>();
  for (const row of rowsBehind(survey, tree, question.filter, from, to)) {
    for (let place = dependencies.placeStart[row]; place < dependencies.placeStart[row + 1]; place++)
      places.push({ row, place });
    const count = dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    byKind.set(dependencies.kind[row], (byKind.get(dependencies.kind[row]) ?? 0) + count);
    files.add(elements.file[dependencies.from[row]]);
  }
  const fileOf = ({ row }: { row: number }): number => elements.file[dependencies.from[row]];
  places.sort(
    (a, b) =>
      fileOf(a) - fileOf(b) ||
      dependencies.line[a.place] - dependencies.line[b.place] ||
      dependencies.column[a.place] - dependencies.column[b.place],
  );
  const pages = Math.max(1, Math.ceil(places.length / PAGE_PLACES));
  const page = Math.min(Math.max(0, asked), pages - 1);
  const shown = places.slice(page * PAGE_PLACES, (page + 1) * PAGE_PLACES);
  const byFile = new Map<number, EvidencePlace[]>();
  for (const { row, place } of shown) {
    const file = fileOf({ row });
    let listed = byFile.get(file);
    if (!listed) byFile.set(file, (listed = []));
    listed.push({
      line: dependencies.line[place],
      text: '',
      kind: dependencyKinds[dependencies.kind[row]],
      certainty: certainties[dependencies.certainty[row]],
      from: labelOf(survey, dependencies.from[row]),
      to: labelOf(survey, dependencies.to[row]),
    });
  }
  return {
    from: labelOfEnd(survey, tree, from),
    to: labelOfEnd(survey, tree, to),
    count: places.length,
    fileCount: files.size,
    byKind: [...byKind]
      .map(([kind, count]) => ({ kind: dependencyKinds[kind], count }))
      .sort((a, b) => b.count - a.count),
    files: await Promise.all(
      [...byFile].map(async ([file, listed]): Promise<EvidenceFile> => {
        const path = elements.key[file];
        const lines = (await readText(path))?.text.split('\n') ?? [];
        for (const place of listed) place.text = (lines[place.line - 1] ?? '').trim().slice(0, 300);
        return { path, places: listed };
      }),
    ),
    page,
    pages,
  };
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
    if (!marks) throw new Problem('notFound', `This survey has no ${subjectOf(end)}.`);
    return marks;
  };
  return rowsBetween(survey.dependencies, filter, marksOf(from), marksOf(to));
}

function labelOfEnd(survey: SurveyedCodebase, { arrangement }: UnitTree, end: string): ElementLabel {
  const key = subjectOf(end);
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
