import { groupKey } from '../../core/arrangement/arrangement.ts';
import type { ArrangedSurvey } from '../../core/arrangement/arranged.ts';
import type { Cycle } from '../../core/arrangement/cycles.ts';
import { endOfNode } from '../../core/arrangement/ends.ts';
import { isBelow, nodesOfUnits } from '../../core/arrangement/nodes.ts';
import { goesAgainst } from '../../core/arrangement/order.ts';
import { shortestCycleThrough, shortestCycleWith, stepsInside } from '../../core/graph/cycleWalk.ts';
import { rollUpUnits, weightBetween } from '../../core/graph/rollUp.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { Scope } from './surveyAccess/scope.ts';
import { csvOf } from '../export/csv.ts';
import { arranged, type PictureQuestion } from './graphQuery/arranged.ts';
import { cycleKey, cycleNamed, cyclesInScope } from './graphQuery/cycleNames.ts';
import { nodeLabel, type NodeLabel } from './graphQuery/labels.ts';

export interface CyclesQuery extends PictureQuestion {
  scope: Scope;
  /** The survey as written and with imports of barrels led on, of which it is one; null where both are the same. */
  barrels?: { written: SurveyedCodebase; led: SurveyedCodebase } | null;
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
  /** How many members are in a cycle for barrels alone; null where they are counted where they lead anyway. */
  throughBarrels: number | null;
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
  /** How many are in cycles with imports of barrels counted the other way; null where there are none. */
  otherwiseInCycles: number | null;
}

const MAX_STEPS = 200;
const NAMES = 4;
/** The group of a cycle among elements. */
const NO_GROUP = -1;

function summaryOf(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  { tag, members, group }: Cycle,
  staysIn: NodesInCycles | null = null,
): CycleSummary {
  const stays = staysIn?.(group) ?? null;
  return {
    throughBarrels: stays === null ? null : members.filter((node) => !stays.has(node)).length,
    tag,
    key: cycleKey(survey, picture, tag, members),
    size: members.length,
    names: members.slice(0, NAMES).map((node) => nodeLabel(survey, picture, node)),
    within: group < 0 ? null : groupKey(picture.arrangement, group),
  };
}

/** The nodes that are in cycles among the children of a group, or (-1) among elements of the grain. */
type NodesInCycles = (group: number) => ReadonlySet<number>;

/** O(members of cycles). */
function nodesInCycles({ cycles }: ArrangedSurvey): NodesInCycles {
  const byGroup = new Map<number, Set<number>>();
  for (const { group, members } of cycles) {
    const nodes = byGroup.get(group) ?? new Set<number>();
    byGroup.set(group, nodes);
    for (const node of members) nodes.add(node);
  }
  return (group) => byGroup.get(group) ?? new Set();
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
  const ofGrain = [...units.isOfGrain.keys()]
    .filter((unit) => units.isOfGrain[unit] === 1)
    .map((unit) => arrangement.count + unit)
    .filter(isInside);
  // Nodes are numbered alike: elements and groups are the same, whatever counts.
  const { written, led: ledSurvey } = query.barrels ?? { written: survey, led: survey };
  const isWritten = survey === written;
  const otherwise = written === ledSurvey ? null : arranged(isWritten ? ledSurvey : written, query);
  const led = isWritten && otherwise ? nodesInCycles(otherwise) : null;
  const howMany = (of: ArrangedSurvey): number => {
    const inside = nodesInCycles(of)(NO_GROUP);
    return ofGrain.filter((node) => inside.has(node)).length;
  };
  return {
    cycles: found.map((cycle) => summaryOf(survey, picture, cycle, led)),
    open: chosen
      ? { ...summaryOf(survey, picture, chosen, led), ...details(survey, picture, chosen, query.through) }
      : null,
    unknown: named || query.cycle === null ? null : query.cycle,
    elements: ofGrain.length,
    inCycles: howMany(picture),
    otherwiseInCycles: otherwise && howMany(otherwise),
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

/** Every dependency inside every cycle as CSV, those to cut first at the head of each cycle. */
export function cyclesCsv(survey: SurveyedCodebase, query: PictureQuestion): string {
  const picture = arranged(survey, query);
  // Of the grain that was asked for alone: among groups, or within them.
  const asked = picture.cycles.filter(({ group }) => (query.grain === 'groups' ? group >= 0 : group < 0));
  const rows = asked.flatMap(({ tag, members }) =>
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
