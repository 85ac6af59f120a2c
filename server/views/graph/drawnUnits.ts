import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import { groupWithKey } from '../../../core/arrangement/arrangement.ts';
import { isBelow, nodeOfUnit, parentOfNode, unitOfNode } from '../../../core/arrangement/nodes.ts';
import { passes, reversed, type Graph } from '../../../core/graph/rollUp.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { Problem } from '../../problem.ts';
import { elementOf } from '../surveyAccess/elements.ts';
import { cycleNamed } from '../graphQuery/cycleNames.ts';
import { nodeLabel, type NodeLabel } from '../graphQuery/labels.ts';
import type { GraphQuery } from './graphQuery.ts';
import { MOST_DRAWN, packedUnits, type PackedUnits } from './packedUnits.ts';
import { unitsOf } from './unitKeys.ts';

/** The units of a drawing that is a choice of the whole. */
export interface DrawnUnits extends PackedUnits {
  /** The same links from what is used to what uses it. */
  usedBy: Graph;
  /** One of the shortest ways, where ways are drawn: each uses the next. */
  walk: readonly number[];
  /** Where ways between two were asked for and none leads: what is nearest to both. */
  noWay: NoWay | null;
}

/** What a query means before it is seen how much of it has room: `kept` is drawn in any case, `meant` has what matters most first. */
interface MeantUnits {
  meant: readonly number[];
  kept: readonly number[];
  walk?: readonly number[];
  noWay?: NoWay;
}

/** So much of what a drawing is about is drawn one by one. */
const FEW = 40;

/** What two that are not connected have in common: the nearest that both rest on, and that rests on both; null for none. */
export interface NoWay {
  bothUse: NodeLabel | null;
  usesBoth: NodeLabel | null;
}

/** What a query draws of the whole; null for all of it. Throws a Problem (`notFound`). O(references · steps). */
export function drawnUnits(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  query: GraphQuery,
): DrawnUnits | null {
  const { cycle, around, until } = query;
  if (cycle === null && around === null) return null;
  const usedBy = reversed(picture.graph);
  if (cycle !== null) return { ...membersOf(survey, picture, cycle), usedBy, walk: [], noWay: null };
  const { meant, kept, walk, noWay } =
    until === null
      ? unitsAround(survey, picture, { ...query, around: around! }, usedBy)
      : unitsBetween(survey, picture, { ...query, around: around!, until }, usedBy);
  const { named, others } = addedUnits(survey, picture, query, usedBy);
  // What was asked for by name is drawn one by one, as far as that can be read.
  const own = [...new Set([...kept, ...named])].slice(0, MOST_DRAWN);
  const packed = packedUnits(picture, [...meant, ...named, ...others], new Set(own));
  return { ...packed, usedBy, walk: walk ?? [], noWay: noWay ?? null };
}

/** What was added by hand: elements by their names, and all that use some or are used by them. */
function addedUnits(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  { added, allUsers, allUsed }: GraphQuery,
  usedBy: Graph,
): { named: number[]; others: number[] } {
  const named = added.flatMap((key) => unitsOf(survey, picture, key));
  const others: number[] = [];
  for (const [links, wanted] of [
    [usedBy, allUsers],
    [picture.graph, allUsed],
  ] as const)
    for (const { of, within } of wanted) {
      const group = within === null ? 0 : groupWithKey(picture.arrangement, within);
      if (group === undefined) continue;
      for (const unit of unitsOf(survey, picture, of))
        for (let edge = links.start[unit]; edge < links.start[unit + 1]; edge++)
          if (isBelow(picture, nodeOfUnit(picture, links.to[edge]), group)) others.push(links.to[edge]);
    }
  return { named, others };
}

/** The members of a cycle, each of them closed. */
function membersOf(survey: SurveyedCodebase, picture: ArrangedSurvey, name: string): PackedUnits {
  const { arrangement, units } = picture;
  const found = cycleNamed(survey, picture, name);
  if (!found) throw new Problem('notFound', 'This picture has no such cycle any more.');
  const members = new Set(found.members);
  const all = new Set<number>();
  const open = new Set<number>();
  for (const node of found.members) {
    const unit = unitOfNode(picture, node);
    if (unit >= 0) all.add(unit);
    for (let group = parentOfNode(picture, node); group >= 0; group = arrangement.parent[group])
      open.add(group);
  }
  units.group.forEach((group, unit) => {
    for (let at = group; at >= 0; at = arrangement.parent[at]) if (members.has(at)) all.add(unit);
  });
  return { units: all, open, left: 0 };
}

/** An element or group with so many steps of what uses it and what it uses; of each step those with the most references first. */
function unitsAround(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  { around, up, down }: GraphQuery & { around: string },
  usedBy: Graph,
): MeantUnits {
  const external = elementOf(survey, around);
  const isExternal = external !== undefined && external >= survey.elements.firstExternal;
  const start = isExternal ? usersOfExternal(survey, picture, external) : unitsOf(survey, picture, around);
  if (start.length === 0) throw new Problem('notFound', `${around} is not among what is drawn here.`);
  const meant = new Set(start);
  for (const [links, steps] of [
    // What uses an external is one step from it already, and what they use beside it was not asked for.
    [usedBy, isExternal ? up - 1 : up],
    [picture.graph, isExternal ? 0 : down],
  ] as const) {
    // What stands in a circle with it is reached both ways, and gone on from both ways.
    const reached = new Set(start);
    let front = [...start];
    for (let step = 0; step < steps && front.length > 0; step++) {
      const pulls = new Map<number, number>();
      for (const unit of front)
        for (let edge = links.start[unit]; edge < links.start[unit + 1]; edge++) {
          const next = links.to[edge];
          if (!reached.has(next)) pulls.set(next, (pulls.get(next) ?? 0) + links.weight[edge]);
        }
      front = [...pulls].sort(([a, x], [b, y]) => y - x || a - b).map(([unit]) => unit);
      for (const unit of front) {
        reached.add(unit);
        meant.add(unit);
      }
    }
  }
  // Of something large, its groups stand for what is in them.
  return { meant: [...meant], kept: start.length <= FEW ? start : [] };
}

/** Units that use an external, those with the most references first. */
function usersOfExternal(
  { dependencies }: SurveyedCodebase,
  { units, filter, counts }: ArrangedSurvey,
  external: number,
): number[] {
  const uses = new Map<number, number>();
  for (let row = 0; row < dependencies.count; row++) {
    if (dependencies.to[row] !== external || counts[external] !== 1 || !passes(dependencies, row, filter))
      continue;
    const unit = units.unitOf[dependencies.from[row]];
    const references = dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    if (unit >= 0) uses.set(unit, (uses.get(unit) ?? 0) + references);
  }
  return [...uses].sort(([a, x], [b, y]) => y - x || a - b).map(([unit]) => unit);
}

/**
 * What lies on the ways by which one element or group uses another, be it the first the second or the second the first; the
 * nearest first. Where no way leads, both with what is nearest to both.
 */
function unitsBetween(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  { around, until, ways }: GraphQuery & { around: string; until: string },
  usedBy: Graph,
): MeantUnits {
  const { graph } = picture;
  const ends = [around, until].map((key) => {
    const found = unitsOf(survey, picture, key);
    if (found.length === 0) throw new Problem('notFound', `${key} is not among what is drawn here.`);
    return found;
  });
  const [first, second] = ends;
  if (ways === 'direct') return { meant: linkedAcross(graph, first, second), kept: [] };
  const there = waysFrom(graph, usedBy, first, second);
  const lengths = there ?? waysFrom(graph, usedBy, second, first);
  if (lengths === null) {
    const below = nearestCommon(graph, first, second);
    const above = nearestCommon(usedBy, first, second);
    const label = (unit: number | null): NodeLabel | null =>
      unit === null ? null : nodeLabel(survey, picture, nodeOfUnit(picture, unit));
    const kept = [below, above].flatMap((unit) => unit ?? []);
    return { meant: ends.flat(), kept, noWay: { bothUse: label(below), usesBoth: label(above) } };
  }
  const shortest = Math.min(...lengths.values());
  const on = [...lengths]
    .filter(([, length]) => ways === 'all' || length === shortest)
    .sort(([a, x], [b, y]) => x - y || a - b)
    .map(([unit]) => unit);
  const walk = there ? shortestWalk(graph, first, second) : shortestWalk(graph, second, first);
  return { meant: on, kept: walk, walk };
}

/** The units of a shortest way from one set to another, which must be reached. */
function shortestWalk(uses: Graph, from: readonly number[], to: readonly number[]): number[] {
  const left = distances(reversed(uses), to);
  let at = from.reduce((best, unit) =>
    left[unit] >= 0 && (left[best] < 0 || left[unit] < left[best]) ? unit : best,
  );
  const walk = [at];
  while (left[at] > 0) {
    const next = uses.to
      .subarray(uses.start[at], uses.start[at + 1])
      .find((unit) => left[unit] === left[at] - 1)!;
    walk.push(next);
    at = next;
  }
  return walk;
}

/** The units of two sets that a link leads from or to, from the first set to the second: those with the most references first. */
function linkedAcross(graph: Graph, from: readonly number[], to: readonly number[]): number[] {
  const isUsed = new Set(to);
  const weight = new Map<number, number>();
  for (const unit of from)
    for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++)
      if (isUsed.has(graph.to[edge]))
        for (const end of [unit, graph.to[edge]])
          weight.set(end, (weight.get(end) ?? 0) + graph.weight[edge]);
  return [...weight].sort(([a, x], [b, y]) => y - x || a - b).map(([unit]) => unit);
}

/** The unit that is reached from both sets in the fewest steps together, of those in neither; null for none. */
function nearestCommon(links: Graph, first: readonly number[], second: readonly number[]): number | null {
  const [one, other] = [distances(links, first), distances(links, second)];
  let nearest: number | null = null;
  let fewest = Infinity;
  one.forEach((distance, unit) => {
    if (distance <= 0 || other[unit] <= 0 || distance + other[unit] >= fewest) return;
    fewest = distance + other[unit];
    nearest = unit;
  });
  return nearest;
}

/** For each unit on a way from one set to another how long the shortest is by way of it; null where none leads there. */
function waysFrom(
  uses: Graph,
  usedBy: Graph,
  from: readonly number[],
  to: readonly number[],
): Map<number, number> | null {
  const [there, back] = [distances(uses, from), distances(usedBy, to)];
  const lengths = new Map<number, number>();
  there.forEach((distance, unit) => {
    if (distance >= 0 && back[unit] >= 0) lengths.set(unit, distance + back[unit]);
  });
  return lengths.size === 0 ? null : lengths;
}

/** Steps from the nearest of some vertices to each; -1 for what is not reached. */
function distances(links: Graph, from: readonly number[]): Int32Array {
  const distance = new Int32Array(links.count).fill(-1);
  const waiting = [...from];
  for (const unit of waiting) distance[unit] = 0;
  for (const unit of waiting)
    for (let edge = links.start[unit]; edge < links.start[unit + 1]; edge++) {
      const next = links.to[edge];
      if (distance[next] >= 0) continue;
      distance[next] = distance[unit] + 1;
      waiting.push(next);
    }
  return distance;
}
