import type { ArrangementId } from '../../../core/arrangement/arrangement.ts';
import { subgroups } from '../../../core/arrangement/arrangement.ts';
import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import { endOfOwn } from '../../../core/arrangement/ends.ts';
import { orderedByHand } from '../../../core/arrangement/order.ts';
import type { DependencyFilter } from '../../../core/graph/rollUp.ts';
import { unmatched } from '../../../core/plan/byPlan.ts';
import { saidOf, type ModulePlan, type PlanColour } from '../../../core/plan/modulePlan.ts';
import { moduleLinks, planFigures, type PlanFigures } from '../../../core/plan/planFigures.ts';
import { brokenLinks, type BrokenLink, type BrokenRows } from '../../../core/judge/brokenLinks.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import type { NamedState, PlanRecord } from '../../store/modulePlans.ts';
import { labelOf, type ElementLabel } from '../surveyAccess/elements.ts';
import { languageNamed } from '../../../core/languages/registry.ts';
import { languagesApart } from '../../../core/shape/languagesApart.ts';
import { measureValues } from '../surveyAccess/measures.ts';
import { surveyMemo } from '../surveyAccess/surveyMemo.ts';
import { arrangementOf, arrangementsOf } from '../surveyAccess/scope.ts';
import { arranged } from '../graphQuery/arranged.ts';
import { placedByPlan, type PlacedByPlan } from './placedByPlan.ts';
import { ALL_OPEN, NEW_FILES, NOT_PLACED } from './planOpen.ts';

/** References from one module to another, or from another to it. */
export interface ModuleUse {
  module: string;
  references: number;
  /** True where they go against the order. */
  isAgainst: boolean;
  /** Those of them that break rules, and which; null for none. */
  broken: BrokenLink | null;
}

/** A module among the others of its plan. What it holds counts with that of the modules in it. */
export interface ModuleRow {
  id: string;
  name: string;
  purpose: string;
  colour: PlanColour | null;
  parent: string | null;
  depth: number;
  /** Somebody said where it stands among those beside it. */
  isOrdered: boolean;
  /** How evidence is asked for of what it holds itself. */
  end: string;
  files: number;
  codeLines: number;
  /** Code lines of what somebody stands behind. */
  settledLines: number;
  /** Files that another module pulls at nearly as much, or more. */
  doubtful: number;
  /** References that stay in it, and those that begin or end in it, both ends counted once. */
  inside: number;
  touching: number;
  /** The cycle of modules that it takes part in, as every view calls it; null for none. */
  cycle: string | null;
  /** What its own files use, and what uses them, module by module, those with the most references first. */
  uses: ModuleUse[];
  usedBy: ModuleUse[];
  /** What is named as its interface: keys of elements. */
  interface: readonly string[];
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
  /** Who placed it and why, as they said it; null where nobody did. */
  said: string | null;
}

export interface PlanPage {
  plans: PlanRecord[];
  plan: PlanRecord | null;
  states: NamedState[];
  /** As they stand in the one order: what uses stands before what it rests on. */
  modules: ModuleRow[];
  figures: PlanFigures;
  /** What is open: a module, {@link NOT_PLACED}, {@link ALL_OPEN} or {@link NEW_FILES}; its files, the most doubtful first, of those alike the largest, what is settled last. */
  open: string;
  members: MemberRow[];
  /** All files and code lines that count, and how much of them is placed nowhere. */
  files: number;
  codeLines: number;
  notPlaced: { files: number; codeLines: number };
  /** What is placed and is not in this survey, and how many files are new since you last went through them. */
  gone: string[];
  newFiles: number;
  /** Share of the code that somebody stands behind, 0 to 1. */
  settledShare: number;
  /** Languages that have no dependencies on each other, by their names: a proposal from links gives them separate modules. */
  apart: string[][];
  /** The plain groupings that the code has; none beside a plan, where they are not shown. */
  groupings: ArrangementId[];
}

/** What comes so near to its own module's pull makes a file doubtful. */
export const DOUBTFUL = 0.6;

export interface PlanShown {
  plans: PlanRecord[];
  plan: PlanRecord | null;
  states: NamedState[];
  /** Paths that surveys brought since all were known. */
  added: readonly string[];
  content: ModulePlan;
  open: string | null;
  withTests: boolean;
  /** Which references count. */
  filter: DependencyFilter;
  /** What breaks rules. */
  broken?: BrokenRows;
}

/** The modules of the plan by which a survey is arranged, and the files of one of them. O(files + pulls). */
export function planView(whole: SurveyedCodebase, shown: PlanShown): PlanPage {
  const { plans, plan, states, content, withTests, filter, broken = new Map() } = shown;
  const placed = placedByPlan(whole, content, withTests);
  const code = measureValues(placed.survey, 'codeLines');
  const picture = arranged(whole, { by: 'plan', grain: 'files', filter, withTests });
  const rows = moduleRows(picture, content);
  const notPlaced = addFiles(rows, placed, code);
  addReferences(rows, picture, brokenBetween(whole, picture, broken));
  const files = placed.survey.files;
  const codeLines = files.reduce((sum, { element }) => sum + code[element], 0);
  const settledLines = rows
    .filter(({ depth }) => depth === 0)
    .reduce((sum, row) => sum + row.settledLines, 0);
  const added = new Set(shown.added);
  const open = openedIn(content, shown.open);
  return {
    plans,
    plan,
    states,
    modules: rows,
    figures: planFigures(
      { arrangement: picture.arrangement, groupOfUnit: picture.units.group, graph: picture.graph },
      picture.order,
    ),
    open,
    members: membersOf(placed, content, { open, added, code }),
    files: files.length,
    codeLines,
    notPlaced,
    gone: unmatched(whole, content, () => arrangementOf(whole, 'packages')),
    newFiles: files.filter(({ path }) => added.has(path)).length,
    settledShare: codeLines === 0 ? 0 : settledLines / codeLines,
    apart: languagesApartOf(whole)
      .map((set) => set.flatMap((id) => nameOfCode(id) ?? []))
      .filter((set) => set.length > 0),
    groupings:
      plan === null ? arrangementsOf(whole).filter((by) => by !== 'plan' && by !== 'modulePackages') : [],
  };
}

const languagesApartOf = surveyMemo(languagesApart);

/** The name of a language; null for what only names code. */
function nameOfCode(id: string): string | null {
  const language = languageNamed(id);
  return language === undefined ? id : language.namesOnly ? null : language.name;
}

/** What an address opens: the first module where it names none that is there. */
function openedIn({ modules }: ModulePlan, open: string | null): string {
  const isThere =
    open === NOT_PLACED || open === ALL_OPEN || open === NEW_FILES || modules.some(({ id }) => id === open);
  return isThere && open !== null ? open : (modules[0]?.id ?? NOT_PLACED);
}

/** Modules without their figures, in the one order: of those side by side what uses first, each before those in it. */
function moduleRows({ arrangement, order, cycles }: ArrangedSurvey, { modules }: ModulePlan): ModuleRow[] {
  const byId = new Map(modules.map((module) => [module.id, module]));
  const cycleOf = new Map(cycles.flatMap(({ tag, members }) => members.map((member) => [member, tag])));
  const rows: ModuleRow[] = [];
  const enter = (group: number, depth: number): void => {
    const module = byId.get(arrangement.name[group])!;
    const { id, name, purpose, colour = null, interface: named = [] } = module;
    const parent = depth === 0 ? null : arrangement.name[arrangement.parent[group]];
    rows.push({
      ...{ id, name, purpose, colour, parent, depth, interface: named },
      isOrdered: module.place !== undefined,
      end: endOfOwn(arrangement, group),
      ...{ files: 0, codeLines: 0, settledLines: 0, doubtful: 0, inside: 0, touching: 0 },
      cycle: cycleOf.get(group) ?? null,
      uses: [],
      usedBy: [],
    });
    below(group, depth + 1);
  };
  const below = (group: number, depth: number): void => {
    const ordered = order.children[group].filter((child) => child < arrangement.count);
    const isIn = new Set(ordered);
    // Modules without any file stand in no order but one made by hand, and at the bottom without it.
    const empty = subgroups(arrangement, group).filter((child) => !isIn.has(child));
    // The order has what is used first, the page what uses.
    const bottomUp = orderedByHand(arrangement, [...empty.reverse(), ...ordered]);
    for (const child of bottomUp.reverse()) if (child !== arrangement.rest) enter(child, depth);
  };
  below(0, 0);
  return rows;
}

/** For each row those around it, from the row itself outward. */
function chainsOf(rows: readonly ModuleRow[]): Map<string, ModuleRow[]> {
  const chains = new Map<string, ModuleRow[]>();
  for (const row of rows) chains.set(row.id, [row, ...(row.parent === null ? [] : chains.get(row.parent)!)]);
  return chains;
}

/** Adds what files come to, and gives what stands in no module. */
function addFiles(
  rows: readonly ModuleRow[],
  { survey, moduleOfFile, placingOf, figures }: PlacedByPlan,
  code: Float64Array,
): PlanPage['notPlaced'] {
  const chains = chainsOf(rows);
  const notPlaced = { files: 0, codeLines: 0 };
  survey.files.forEach(({ element }, file) => {
    const id = moduleOfFile[file];
    const isSettled = placingOf[file]?.isSettled ?? false;
    if (id === null) {
      notPlaced.files++;
      notPlaced.codeLines += code[element];
    } else
      for (const row of chains.get(id)!) {
        row.files++;
        row.codeLines += code[element];
        if (isSettled) row.settledLines += code[element];
        else if (figures.doubts[file] >= DOUBTFUL) row.doubtful++;
      }
  });
  return notPlaced;
}

function membersOf(
  { survey, moduleOfFile, placingOf, figures, whyOf, inWords }: PlacedByPlan,
  { modules }: ModulePlan,
  { open, added, code }: { open: string; added: ReadonlySet<string>; code: Float64Array },
): MemberRow[] {
  const members: MemberRow[] = [];
  survey.files.forEach(({ element, path }, file) => {
    const module = moduleOfFile[file];
    const isSettled = module !== null && (placingOf[file]?.isSettled ?? false);
    const isListed =
      open === NEW_FILES
        ? added.has(path)
        : open === ALL_OPEN
          ? module !== null && !isSettled
          : (module ?? NOT_PLACED) === open;
    if (!isListed) return;
    const why = whyOf(file);
    members.push({
      ...labelOf(survey, element),
      codeLines: code[element],
      doubt: figures.doubts[file],
      why: inWords(why),
      module,
      next: why.next === null ? null : modules[why.next.module].id,
      isSettled,
      said: saidOf(placingOf[file] ?? {}) || null,
    });
  });
  return members.sort(
    (a, b) =>
      Number(a.isSettled) - Number(b.isSettled) ||
      b.doubt - a.doubt ||
      b.codeLines - a.codeLines ||
      (a.key < b.key ? -1 : 1),
  );
}

/** What breaks rules from the files of one group to those of another, as {@link brokenLinks} has it. O(breaks). */
function brokenBetween(
  { dependencies }: SurveyedCodebase,
  { arrangement, units, filter }: ArrangedSurvey,
  broken: BrokenRows,
): Map<number, BrokenLink> {
  const nodeOf = (element: number): number => units.group[units.unitOf[element]] ?? -1;
  return brokenLinks(dependencies, broken, { filter, count: arrangement.count, nodeOf });
}

/** References between the files of modules, as the pictures by modules count them. */
function addReferences(
  rows: readonly ModuleRow[],
  { arrangement, units, graph, order }: ArrangedSurvey,
  broken: ReadonlyMap<number, BrokenLink>,
): void {
  const chains = chainsOf(rows);
  const chainOf = (group: number): readonly ModuleRow[] => chains.get(arrangement.name[group]) ?? [];
  for (let from = 0; from < graph.count; from++)
    for (let edge = graph.start[from]; edge < graph.start[from + 1]; edge++) {
      const references = graph.weight[edge];
      const [one, other] = [chainOf(units.group[from]), chainOf(units.group[graph.to[edge]])];
      for (const row of one) {
        row.touching += references;
        if (other.includes(row)) row.inside += references;
      }
      for (const row of other) if (!one.includes(row)) row.touching += references;
    }
  const files = { arrangement, groupOfUnit: units.group, graph };
  for (const { from, to, references, isAgainst } of moduleLinks(files, order)) {
    const [[user], [used]] = [chainOf(from), chainOf(to)];
    const of = { references, isAgainst, broken: broken.get(from * arrangement.count + to) ?? null };
    user.uses.push({ module: used.id, ...of });
    used.usedBy.push({ module: user.id, ...of });
  }
  for (const row of rows)
    for (const list of [row.uses, row.usedBy]) list.sort((a, b) => b.references - a.references);
}
