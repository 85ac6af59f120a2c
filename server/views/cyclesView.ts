import { groupKey } from '../../core/arrangement/arrangement.ts';
import type { ArrangedSurvey } from '../../core/arrangement/arranged.ts';
import type { Cycle } from '../../core/arrangement/cycles.ts';
import { endOfNode } from '../../core/arrangement/ends.ts';
import { isBelow, nodesOfUnits, unitOfNode } from '../../core/arrangement/nodes.ts';
import { goesAgainst } from '../../core/arrangement/order.ts';
import { shortestCycleThrough, shortestCycleWith, stepsInside } from '../../core/graph/cycleWalk.ts';
import { rollUpUnits, weightBetween } from '../../core/graph/rollUp.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { Scope } from './ground/scope.ts';
import { csvOf } from '../export/csv.ts';
import { arranged, type PictureQuestion } from './picture/arranged.ts';
import { cycleKey, cycleNamed, cyclesInScope } from './picture/cycleNames.ts';
import { nodeLabel, type NodeLabel } from './picture/labels.ts';

export interface CyclesQuery extends PictureQuestion {
  scope: Scope;
  /** Name of the cycle that is opened, as {@link cycleKey} gives it; null for the first. */
  cycle: string | null;
  /** The member through which a way round is asked for, as an end of evidence; null for one that the first candidate to cut breaks. */
  through: string | null;
}

export interface CycleStep {
  from: NodeLabel;
  to: NodeLabel;
  count: number;
  /** True when it goes against the one order: a first candidate to cut. */
  against: boolean;
}

/** A cycle as it is listed. */
export interface CycleSummary {
  tag: string;
  key: string;
  size: number;
  /** Its first members. */
  names: NodeLabel[];
  /** The group whose children the members are; null for a cycle among elements of the grain. */
  within: string | null;
}

/** A cycle opened. */
export interface CycleDetails extends CycleSummary {
  members: NodeLabel[];
  /** A shortest closed walk through the member asked for, or over the first candidate to cut. */
  walk: CycleStep[];
  /** The member asked for; null when there was none, or it is none of this cycle. */
  through: NodeLabel | null;
  /** Dependencies inside, those against the order first, then the lightest first. */
  steps: CycleStep[];
  stepCount: number;
  against: { steps: number; references: number };
  references: number;
}

export interface CyclesPicture {
  cycles: CycleSummary[];
  open: CycleDetails | null;
  /** The name that the address asks for, when this picture has no such cycle. */
  unknown: string | null;
  /** How many elements of the grain there are in the scope, and how many of them are in cycles. */
  elements: number;
  inCycles: number;
}

const MAX_STEPS = 200;
const NAMES = 4;

function summaryOf(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  { tag, members, group }: Cycle,
): CycleSummary {
  return {
    tag,
    key: cycleKey(survey, picture, tag, members),
    size: members.length,
    names: members.slice(0, NAMES).map((node) => nodeLabel(survey, picture, node)),
    within: group < 0 ? null : groupKey(picture.arrangement, group),
  };
}

/** The first cycles among elements of the grain, and how many there are. */
export function cycleList(
  survey: SurveyedCodebase,
  query: PictureQuestion,
  limit: number,
): { cycles: CycleSummary[]; cycleCount: number } {
  const picture = arranged(survey, query);
  const found = picture.cycles.filter(({ group }) => group < 0);
  return {
    cycles: found.slice(0, limit).map((cycle) => summaryOf(survey, picture, cycle)),
    cycleCount: found.length,
  };
}

export function cyclesView(survey: SurveyedCodebase, query: CyclesQuery): CyclesPicture {
  const picture = arranged(survey, query);
  const { arrangement, units } = picture;
  const isInside = (node: number): boolean => isBelow(picture, node, query.scope.group);
  const found = cyclesInScope(picture, query.scope.group);
  const named = query.cycle === null ? found[0] : cycleNamed(survey, picture, query.cycle);
  const chosen = named ?? found[0];
  const inCycle = new Uint8Array(units.count);
  for (const { members, group } of picture.cycles)
    if (group < 0) for (const node of members) inCycle[unitOfNode(picture, node)] = 1;
  let elements = 0;
  let inCycles = 0;
  for (let unit = 0; unit < units.count; unit++) {
    if (units.isOfGrain[unit] === 0 || !isInside(arrangement.count + unit)) continue;
    elements++;
    inCycles += inCycle[unit];
  }
  return {
    cycles: found.map((cycle) => summaryOf(survey, picture, cycle)),
    open: chosen
      ? { ...summaryOf(survey, picture, chosen), ...details(survey, picture, chosen, query.through) }
      : null,
    unknown: named || query.cycle === null ? null : query.cycle,
    elements,
    inCycles,
  };
}

function details(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  { members }: Cycle,
  asked: string | null,
): Omit<CycleDetails, keyof CycleSummary> {
  const { graph, all, against, steps } = stepsOf(picture, members);
  const labels = members.map((node) => nodeLabel(survey, picture, node));
  const step = (from: number, to: number): CycleStep => ({
    from: labels[from],
    to: labels[to],
    count: weightBetween(graph, from, to),
    against: goesAgainst(picture.order, members[from], members[to]),
  });
  const through = asked === null ? -1 : labels.findIndex(({ end }) => end === asked);
  const inside = new Set(all);
  const walk =
    through < 0
      ? shortestCycleWith(graph, steps[0].from, steps[0].to, inside)
      : shortestCycleThrough(graph, through, inside);
  return {
    members: labels,
    walk: walk.map((unit, i) => step(unit, walk[(i + 1) % walk.length])),
    through: labels[through] ?? null,
    steps: steps.slice(0, MAX_STEPS).map(({ from, to }) => step(from, to)),
    stepCount: steps.length,
    against: {
      steps: against.length,
      references: against.reduce((sum, { weight }) => sum + weight, 0),
    },
    references: steps.reduce((sum, { weight }) => sum + weight, 0),
  };
}

/** Dependencies inside a cycle, by the places of their ends among the members: those against the order first. */
function stepsOf(picture: ArrangedSurvey, members: readonly number[]) {
  const graph = rollUpUnits(picture.graph, nodesOfUnits(picture, members), members.length);
  const all = members.map((_, i) => i);
  const inside = stepsInside(graph, all);
  const isAgainst = ({ from, to }: { from: number; to: number }): boolean =>
    goesAgainst(picture.order, members[from], members[to]);
  const against = inside.filter(isAgainst);
  return { graph, all, against, steps: [...against, ...inside.filter((step) => !isAgainst(step))] };
}

/** Every dependency inside every cycle as comma-separated values, those to cut first at the head of each cycle. */
export function cyclesCsv(survey: SurveyedCodebase, query: PictureQuestion): string {
  const picture = arranged(survey, query);
  const rows = picture.cycles.flatMap(({ tag, members }) =>
    stepsOf(picture, members).steps.map(({ from, to, weight }) => [
      tag,
      endOfNode(picture, survey.elements, members[from]),
      endOfNode(picture, survey.elements, members[to]),
      weight,
      goesAgainst(picture.order, members[from], members[to]) ? 'against' : '',
    ]),
  );
  return csvOf([['cycle', 'from', 'to', 'references', 'order'], ...rows]);
}
