import { groupKey } from '../../core/arrangement/arrangement.ts';
import type { SplitPackage } from '../../core/arrangement/splitPackages.ts';
import type { FolderPair } from '../../core/completeness/folderPairs.ts';
import { elementKinds } from '../../core/facts/fileFacts.ts';
import type { DoubtfulExternal } from '../../core/completeness/gapRoots.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { Gap } from '../../core/contracts/linked.ts';
import { ACCEPTED } from '../../core/link/imports.ts';
import type { IntakeRules } from '../intake/rules.ts';
import { gapItem, type Completeness, keptItem } from '../survey/completeness.ts';
import type { ReadText } from '../source/readText.ts';
import type { ElementLabel } from './surveyAccess/elements.ts';
import { labelOf } from './surveyAccess/elements.ts';
import { arrangementOf } from './surveyAccess/scope.ts';
import { splitOf } from './graphQuery/labels.ts';

export interface CompletenessPage {
  gaps: GapRow[];
  accepted: { name: string; files: number }[];
  doubtful: DoubtfulExternal[];
  partly: {
    path: string;
    isTest: boolean;
    failed: boolean;
    parseErrors: [number, number][];
    unparsedLines: number;
    lines: number;
  }[];
  versions: FolderPair[];
  clashes: {
    name: string;
    likeness: number;
    contents: number;
    files: { path: string; copy: number; lines: number }[];
  }[];
  twice: {
    name: string;
    scope: string | null;
    kind: string;
    places: (ElementLabel & { file: string; line: number })[];
  }[];
  unreferred: { path: string; lines: number }[];
  /** Packages, or namespaces, whose files stand in several build modules. */
  split: { key: string; name: string; modules: SplitPackage }[];
  /** How many there are of each, where not all are listed. */
  totals: {
    gaps: number;
    doubtful: number;
    partly: number;
    versions: number;
    clashes: number;
    twice: number;
    unreferred: number;
    split: number;
  };
}

export interface GapRow {
  name: string;
  kind: string;
  reason: string;
  /** What was left out, when that is the reason. */
  leftOut: { path: string; reason: string } | null;
  count: number;
  files: number;
  onlyInTests: boolean;
  places: { file: string; line: number }[];
  roots: string[];
  item: string;
}

function splitRows(survey: SurveyedCodebase): CompletenessPage['split'] {
  const packages = arrangementOf(survey, 'packages');
  return [...splitOf(survey, packages)]
    .map(([group, modules]) => ({ key: groupKey(packages, group), name: packages.name[group], modules }))
    .sort((a, b) => b.modules.length - a.modules.length || (a.name < b.name ? -1 : 1));
}

const LISTED = 300;
const PLACES = 20;

export function completenessView(
  survey: SurveyedCodebase,
  { roots, doubtful, versions, clashes, twice, unreferred }: Completeness,
  { rules, settled }: { rules: IntakeRules; settled: ReadonlySet<string> },
): CompletenessPage {
  const { elements, files } = survey;
  const split = splitRows(survey);
  // Where somebody has said that both are wanted, nothing is asked any more.
  const open = versions.filter((pair) => !settled.has(keptItem(pair)));
  const partly = files.filter(({ parse }) => parse !== 'clean');
  const linesOf = new Map(files.map(({ path, lines }) => [path, lines.lines]));
  return {
    gaps: gapsInOrder(survey).map(({ gap, index, inCode }) => ({
      name: gap.name,
      kind: gap.kind,
      reason: gap.reason,
      leftOut: gap.leftOut ?? null,
      count: gap.places.length,
      files: new Set(gap.places.map(({ file }) => file)).size,
      onlyInTests: inCode === 0,
      places: gap.places.slice(0, PLACES).map(({ file, line }) => ({ file: elements.key[file], line })),
      roots: roots[index] ?? [],
      item: gapItem(gap),
    })),
    accepted: acceptedOnes(survey, rules),
    doubtful: doubtful.slice(0, LISTED),
    partly: partly
      .map(({ path, parse, parseErrors, lines, isTest }) => ({
        isTest,
        path,
        failed: parse === 'failed',
        parseErrors,
        unparsedLines: parseErrors.reduce((sum, [from, to]) => sum + to - from + 1, 0),
        lines: lines.lines,
      }))
      .sort(
        (a, b) =>
          Number(a.isTest) - Number(b.isTest) ||
          b.unparsedLines / Math.max(1, b.lines) - a.unparsedLines / Math.max(1, a.lines),
      )
      .slice(0, LISTED),
    split: split.slice(0, LISTED),
    versions: open.slice(0, LISTED),
    clashes: clashes.slice(0, LISTED).map(({ name, likeness, contents, files: members }) => {
      const kinds = [...new Set(members.map(({ hash }) => hash))];
      return {
        name,
        likeness,
        contents,
        files: members.map(({ path, hash, lines }) => ({ path, lines, copy: kinds.indexOf(hash) })),
      };
    }),
    twice: twice.slice(0, LISTED).map(({ name, scope, elements: places }) => ({
      name,
      scope,
      kind: elementKinds[elements.kind[places[0]]],
      places: places.slice(0, PLACES).map((e) => ({
        ...labelOf(survey, e),
        file: elements.key[elements.file[e]],
        line: elements.startLine[e],
      })),
    })),
    unreferred: unreferred
      .map((path) => ({ path, lines: linesOf.get(path) ?? 0 }))
      .sort((a, b) => b.lines - a.lines)
      .slice(0, LISTED),
    totals: {
      gaps: survey.gaps.length,
      doubtful: doubtful.length,
      partly: partly.length,
      versions: open.length,
      clashes: clashes.length,
      twice: twice.length,
      unreferred: unreferred.length,
      split: split.length,
    },
  };
}

/** Gaps with the index of each, those that code refers to most first; what only tests refer to comes last. */
function gapsInOrder({ gaps, files }: SurveyedCodebase): { gap: Gap; index: number; inCode: number }[] {
  const isTest = new Set(files.filter((file) => file.isTest).map(({ element }) => element));
  return gaps
    .map((gap, index) => ({ gap, index, inCode: gap.places.filter(({ file }) => !isTest.has(file)).length }))
    .sort((a, b) => b.inCode - a.inCode || b.gap.places.length - a.gap.places.length || a.index - b.index)
    .slice(0, LISTED);
}

/** What was accepted as lying outside, with how many files use it now. */
function acceptedOnes(survey: SurveyedCodebase, { externals }: IntakeRules): CompletenessPage['accepted'] {
  const { dependencies, elements } = survey;
  const users = new Map<string, Set<number>>();
  for (let row = 0; row < dependencies.count; row++) {
    const external = survey.externals[dependencies.to[row] - elements.firstExternal];
    if (external?.ecosystem !== ACCEPTED) continue;
    const known = users.get(external.name);
    const file = elements.file[dependencies.from[row]];
    if (known) known.add(file);
    else users.set(external.name, new Set([file]));
  }
  return externals.map((name) => ({ name, files: users.get(name)?.size ?? 0 }));
}

/** Two files side by side. */
export interface Comparison {
  left: { path: string; text: string | null };
  right: { path: string; text: string | null };
}

export async function comparisonView(
  survey: SurveyedCodebase,
  readText: ReadText,
  left: string,
  right: string,
): Promise<Comparison> {
  // Only what was surveyed is read: beside the code lie files that are nobody's business.
  const surveyed = new Set(survey.files.map(({ path }) => path));
  const textOf = async (path: string): Promise<string | null> =>
    surveyed.has(path) ? ((await readText(path))?.text ?? null) : null;
  const [a, b] = await Promise.all([textOf(left), textOf(right)]);
  return { left: { path: left, text: a }, right: { path: right, text: b } };
}
