import type { ArrangedSurvey } from '../../core/arrangement/arranged.ts';
import { EVERYTHING_RESOLVED } from '../../core/graph/rollUp.ts';
import { moduleIdOf, unmatched } from '../../core/plan/byPlan.ts';
import type { ModulePlan } from '../../core/plan/modulePlan.ts';
import { closeness } from '../../core/shape/closeness.ts';
import { NOWHERE, placedFigures, type Why } from '../../core/shape/proposal.ts';
import { eachAlone, keptTogether, type Bundles } from '../../core/shape/keptTogether.ts';
import { shapeInput, type ShapeInput } from '../../core/shape/shapeInput.ts';
import { whyInWords } from '../../core/shape/whyInWords.ts';
import type { Pulls } from '../../core/shape/pulls.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { PlanRecord } from '../store/modulePlans.ts';
import { labelOf, type ElementLabel } from './ground/elements.ts';
import { measureValues, remembered } from './ground/memory.ts';
import { arrangementOf } from './ground/scope.ts';
import { arranged } from './picture/arranged.ts';
import { counted } from './ground/tests.ts';
import { ALL_OPEN, NOT_PLACED } from './planOpen.ts';

/** A module among the others of its plan. */
export interface ModuleRow {
  id: string;
  name: string;
  purpose: string;
  files: number;
  codeLines: number;
  /** Code lines of what somebody stands behind. */
  settledLines: number;
  /** Files that another module pulls at nearly as much, or more. */
  doubtful: number;
  /** References that stay in it, and those that begin or end in it, both ends counted once. */
  inside: number;
  touching: number;
  /** Modules that it uses, with the references, the most used first. */
  uses: { module: string; references: number }[];
  usedBy: { module: string; references: number }[];
}

/** A file of a module, as it is gone through. */
export interface MemberRow extends ElementLabel {
  codeLines: number;
  doubt: number;
  why: string;
  /** The module that it stands in, and the one that pulls next; null for none. */
  module: string | null;
  next: string | null;
  isSettled: boolean;
}

export interface PlanPage {
  plans: PlanRecord[];
  plan: PlanRecord | null;
  modules: ModuleRow[];
  /**
   * The module that is open, {@link NOT_PLACED} or {@link ALL_OPEN}; its files, the most doubtful first, what is settled last.
   */
  open: string;
  members: MemberRow[];
  /** All files and code lines that count, and how much of them is placed nowhere. */
  files: number;
  codeLines: number;
  notPlaced: { files: number; codeLines: number };
  /** What is placed and is not in this survey. */
  gone: string[];
  /** Share of the code that somebody stands behind, 0 to 1. */
  settledShare: number;
}

/** What comes so near to its own module's pull makes a file doubtful. */
export const DOUBTFUL = 0.6;

/** What doubts and reasons of a plan are worked out from, each file by itself; once a survey. */
function shapeOf(survey: SurveyedCodebase): { input: ShapeInput; pulls: Pulls; together: Bundles } {
  return remembered(survey, 'shape', () => {
    const input = shapeInput(survey, eachAlone(survey.files.length));
    return { input, pulls: closeness(input.links), together: keptTogether(survey) };
  });
}

/** Where a plan puts the files of a survey, and what is told of that. */
export interface PlacedByPlan {
  survey: SurveyedCodebase;
  /** The module of each file, by its id; null for none. */
  moduleOfFile: (string | null)[];
  doubtOf: (file: number) => number;
  whyOf: (file: number) => Why;
  inWords: (why: Why) => string;
}

/** O(files + pulls). */
export function placedByPlan(
  whole: SurveyedCodebase,
  { modules }: ModulePlan,
  withTests: boolean,
): PlacedByPlan {
  const survey = counted(whole, withTests);
  const { input, pulls, together } = shapeOf(survey);
  const arrangement = arrangementOf(whole, 'plan');
  const numberOf = new Map(modules.map(({ id }, at) => [id, at]));
  const moduleOfFile = survey.files.map(({ element }) => moduleIdOf(arrangement, element));
  const moduleOf = Int32Array.from(moduleOfFile, (id) => (id === null ? NOWHERE : numberOf.get(id)!));
  const figures = placedFigures(input, { moduleOf, pulls });
  return {
    survey,
    moduleOfFile,
    doubtOf: (file) => figures.doubts[file],
    whyOf(file) {
      const [first] = together.files[together.bundleOf[file]];
      const reason = together.why[file];
      const isKept = reason !== null && moduleOf[first] === moduleOf[file];
      return { ...figures.reasons(file), keptWith: isKept ? { file: first, reason } : null };
    },
    inWords: (why) => whyInWords(why, { modules }, survey.files),
  };
}

/** The modules of the plan by which a survey is arranged, and the files of one of them. O(files + pulls). */
export function planView(
  whole: SurveyedCodebase,
  {
    plans,
    plan,
    content,
    open,
    withTests,
  }: {
    plans: PlanRecord[];
    plan: PlanRecord | null;
    content: ModulePlan;
    open: string | null;
    withTests: boolean;
  },
): PlanPage {
  const placed = placedByPlan(whole, content, withTests);
  const { survey, moduleOfFile } = placed;
  const code = measureValues(survey, 'codeLines');
  const numberOf = new Map(content.modules.map(({ id }, at) => [id, at]));
  const settled = new Set(content.placings.filter(({ isSettled }) => isSettled).map(({ target }) => target));
  const rows = content.modules.map(({ id, name, purpose }): ModuleRow => ({
    id,
    name,
    purpose,
    files: 0,
    codeLines: 0,
    settledLines: 0,
    doubtful: 0,
    inside: 0,
    touching: 0,
    uses: [],
    usedBy: [],
  }));
  const notPlaced = { files: 0, codeLines: 0 };
  const members: MemberRow[] = [];
  const opened = openedIn(content, open);
  survey.files.forEach(({ element, path }, file) => {
    const id = moduleOfFile[file];
    const doubt = placed.doubtOf(file);
    const row = id === null ? null : rows[numberOf.get(id)!];
    const sum = row ?? notPlaced;
    const isSettled = settled.has(path);
    sum.files++;
    sum.codeLines += code[element];
    if (row) {
      if (isSettled) row.settledLines += code[element];
      else if (doubt >= DOUBTFUL) row.doubtful++;
    }
    const isListed = opened === ALL_OPEN ? id !== null && !isSettled : (id ?? NOT_PLACED) === opened;
    if (!isListed) return;
    const why = placed.whyOf(file);
    members.push({
      ...labelOf(survey, element),
      codeLines: code[element],
      doubt,
      why: placed.inWords(why),
      module: id,
      next: why.next === null ? null : content.modules[why.next.module].id,
      isSettled,
    });
  });
  addReferences(
    rows,
    arranged(whole, { by: 'plan', grain: 'files', filter: EVERYTHING_RESOLVED, withTests }),
  );
  members.sort(
    (a, b) => Number(a.isSettled) - Number(b.isSettled) || b.doubt - a.doubt || (a.key < b.key ? -1 : 1),
  );
  const codeLines = survey.files.reduce((sum, { element }) => sum + code[element], 0);
  const settledLines = rows.reduce((sum, row) => sum + row.settledLines, 0);
  return {
    plans,
    plan,
    modules: rows,
    open: opened,
    members,
    files: survey.files.length,
    codeLines,
    notPlaced,
    gone: unmatched(whole, content, () => arrangementOf(whole, 'packages')),
    settledShare: codeLines === 0 ? 0 : settledLines / codeLines,
  };
}

/** What an address opens: the first module where it names none that is there. */
function openedIn({ modules }: ModulePlan, open: string | null): string {
  const isThere = open === NOT_PLACED || open === ALL_OPEN || modules.some(({ id }) => id === open);
  return isThere && open !== null ? open : (modules[0]?.id ?? NOT_PLACED);
}

/** References between the files of modules, as the pictures by modules count them. */
function addReferences(rows: ModuleRow[], { arrangement, units, graph }: ArrangedSurvey): void {
  const numberOf = new Map(rows.map(({ id }, at) => [id, at]));
  const moduleOf = Int32Array.from(units.group, (group) => numberOf.get(arrangement.name[group]) ?? NOWHERE);
  const between = rows.map(() => new Map<number, number>());
  for (let from = 0; from < graph.count; from++)
    for (let edge = graph.start[from]; edge < graph.start[from + 1]; edge++) {
      const [a, b] = [moduleOf[from], moduleOf[graph.to[edge]]];
      const references = graph.weight[edge];
      if (a !== NOWHERE) rows[a].touching += references;
      if (a === b && a !== NOWHERE) rows[a].inside += references;
      else if (b !== NOWHERE) rows[b].touching += references;
      if (a !== b && a !== NOWHERE && b !== NOWHERE) between[a].set(b, (between[a].get(b) ?? 0) + references);
    }
  between.forEach((row, from) => {
    for (const [to, references] of row) {
      rows[from].uses.push({ module: rows[to].id, references });
      rows[to].usedBy.push({ module: rows[from].id, references });
    }
  });
  for (const row of rows)
    for (const list of [row.uses, row.usedBy]) list.sort((a, b) => b.references - a.references);
}
