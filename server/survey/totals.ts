import { byFolders } from '../../core/arrangement/folders.ts';
import { unitTree } from '../../core/arrangement/nodes.ts';
import { isRoutineItself, isTypeItself } from '../../core/measures/definitions.ts';
import { cycles } from '../../core/graph/components.ts';
import { propagationCost } from '../../core/graph/reach.ts';
import { rollUp } from '../../core/graph/rollUp.ts';
import { isImportKind } from '../../core/contracts/linked.ts';
import { fileGraph } from '../../core/measures/coupling.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { withoutTests } from '../../core/testCode.ts';

/** The whole codebase in a few figures, kept with the survey so that lists need not load it. */
export interface Totals {
  files: number;
  lines: number;
  codeLines: number;
  types: number;
  routines: number;
  dependencies: number;
  /** Places of resolved imports. */
  imports: number;
  externals: number;
  gaps: number;
  /** True where imports of barrels lead elsewhere than they are written; absent in surveys that did not ask. */
  hasBarrels?: boolean;
  gapPlaces: number;
  partlyRead: number;
  leftOut: number;
  fileCycles: number;
  /** The same with tests left out. */
  fileCyclesWithoutTests: number;
  /** Cycles of folders, each taken with the files it holds itself. */
  folderCycles: number;
  /** Share of the files that are in the largest cycle, 0 to 1. */
  largestCycleShare: number;
  /** Share of the codebase that a change to a random file may touch, 0 to 1. */
  propagationCost: number;
}

/** Above this many files the reachability matrix is not worth its time in every survey. */
export const MAX_REACH_FILES = 100_000;

export function totalsOf(survey: SurveyedCodebase, leftOut: number): Totals {
  const { elements, files, gaps } = survey;
  const graph = fileGraph(survey);
  const fileCycles = cycles(graph);
  const folders = unitTree(
    elements,
    byFolders(elements),
    'groups',
    new Uint8Array(elements.count).fill(1),
  ).units;
  const sum = (value: (file: (typeof files)[number]) => number): number =>
    files.reduce((total, file) => total + value(file), 0);
  const count = (isCounted: (survey: SurveyedCodebase, element: number) => boolean): number =>
    files.reduce((total, { element }) => {
      for (let e = element; e < elements.subtreeEnd[element]; e++) if (isCounted(survey, e)) total++;
      return total;
    }, 0);
  return {
    files: files.length,
    lines: sum(({ lines }) => lines.lines),
    codeLines: sum(({ lines }) => lines.code),
    types: count(isTypeItself),
    routines: count(isRoutineItself),
    dependencies: survey.dependencies.line.length,
    imports: importPlaces(survey),
    externals: survey.externals.length,
    gaps: gaps.length,
    gapPlaces: gaps.reduce((total, { places }) => total + places.length, 0),
    partlyRead: files.filter(({ parse }) => parse !== 'clean').length,
    leftOut,
    fileCycles: fileCycles.length,
    fileCyclesWithoutTests: cycles(fileGraph(withoutTests(survey))).length,
    folderCycles: cycles(rollUp(survey.dependencies, folders.unitOf, folders.count)).length,
    largestCycleShare: (fileCycles[0]?.length ?? 0) / Math.max(1, files.length),
    propagationCost: files.length > MAX_REACH_FILES ? NaN : propagationCost(graph),
  };
}

/** How many places import something that was found. */
export function importPlaces({ dependencies }: SurveyedCodebase): number {
  let places = 0;
  for (let row = 0; row < dependencies.count; row++) {
    if (!isImportKind[dependencies.kind[row]]) continue;
    places += dependencies.placeStart[row + 1] - dependencies.placeStart[row];
  }
  return places;
}
