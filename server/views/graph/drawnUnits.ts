import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import { groupWithKey } from '../../../core/arrangement/arrangement.ts';
import { elementsOfEnd, subjectOf } from '../../../core/arrangement/ends.ts';
import { reversed, type Graph } from '../../../core/graph/rollUp.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { Problem } from '../../problem.ts';
import { elementOf } from '../ground/elements.ts';
import type { GraphQuery } from './graphQuery.ts';

/** More units are not drawn by themselves: a drawing of so many says nothing. */
export const MOST_DRAWN = 150;

/** The units of a drawing that is a choice of the whole. */
export interface DrawnUnits {
  units: ReadonlySet<number>;
  /** How many more there would be, were there room. */
  left: number;
  /** The same links from what is used to what uses it. */
  usedBy: Graph;
}

/**
 * An element or group with so many steps of what uses it and what it uses, and what was added by hand. Where there are too many,
 * those with the most references come first. Throws a Problem (`notFound`). O(references · steps).
 */
export function unitsAround(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  { around, up, down, added }: GraphQuery & { around: string },
): DrawnUnits {
  const { graph } = picture;
  const usedBy = reversed(graph);
  const start = unitsOf(survey, picture, around);
  if (start.length === 0) throw new Problem('notFound', `${around} is not among what is drawn here.`);
  const units = new Set(start.slice(0, MOST_DRAWN));
  let left = start.length - units.size;
  for (const [links, steps] of [
    [usedBy, up],
    [graph, down],
  ] as const) {
    let front = [...start];
    for (let step = 0; step < steps && front.length > 0; step++) {
      const pulls = new Map<number, number>();
      for (const unit of front)
        for (let edge = links.start[unit]; edge < links.start[unit + 1]; edge++) {
          const next = links.to[edge];
          if (!units.has(next)) pulls.set(next, (pulls.get(next) ?? 0) + links.weight[edge]);
        }
      const strongest = [...pulls].sort(([a, x], [b, y]) => y - x || a - b).map(([unit]) => unit);
      front = strongest.slice(0, Math.max(0, MOST_DRAWN - units.size));
      left += strongest.length - front.length;
      for (const unit of front) units.add(unit);
    }
  }
  for (const key of added) for (const unit of unitsOf(survey, picture, key)) units.add(unit);
  return { units, left, usedBy };
}

/**
 * What lies on the ways by which one element or group uses another, be it the first the second or the second the first; the
 * nearest first where there are too many. Both alone where no way leads. Throws a Problem (`notFound`). O(references).
 */
export function unitsBetween(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  { around, until, ways, added }: GraphQuery & { around: string; until: string },
): DrawnUnits {
  const { graph } = picture;
  const usedBy = reversed(graph);
  const ends = [around, until].map((key) => {
    const found = unitsOf(survey, picture, key);
    if (found.length === 0) throw new Problem('notFound', `${key} is not among what is drawn here.`);
    return found;
  });
  const [first, second] = ends;
  const lengths =
    waysFrom(graph, usedBy, first, second) ??
    waysFrom(graph, usedBy, second, first) ??
    new Map<number, number>();
  const shortest = Math.min(...lengths.values());
  const on = [...lengths]
    .filter(([, length]) => ways === 'all' || length === shortest)
    .sort(([a, x], [b, y]) => x - y || a - b)
    .map(([unit]) => unit);
  const chosen = lengths.size === 0 ? ends.flat() : on;
  const units = new Set(chosen.slice(0, MOST_DRAWN));
  const left = chosen.length - units.size;
  for (const key of added) for (const unit of unitsOf(survey, picture, key)) units.add(unit);
  return { units, left, usedBy };
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

/** The units that a key means: those of a group or an element with all it holds; none for a key of another survey. */
function unitsOf(survey: SurveyedCodebase, picture: ArrangedSurvey, key: string): number[] {
  const marks = elementsOfEnd(picture, survey.elements, (each) => elementOf(survey, each), key);
  const found = new Set<number>();
  marks?.forEach((mark, element) => {
    if (mark === 1 && picture.units.unitOf[element] >= 0) found.add(picture.units.unitOf[element]);
  });
  // Of what stands in a unit and is none itself, that unit is meant.
  if (found.size === 0) {
    const element = elementOf(survey, subjectOf(key));
    const unit = element === undefined ? -1 : picture.units.unitOf[element];
    if (unit >= 0) found.add(unit);
  }
  return [...found].sort((a, b) => a - b);
}

/** The groups that units stand in, at any depth. */
export function groupsAround(
  { arrangement, units }: ArrangedSurvey,
  drawn: ReadonlySet<number>,
): Set<number> {
  const groups = new Set<number>();
  for (const unit of drawn)
    for (let group = units.group[unit]; group >= 0 && !groups.has(group); group = arrangement.parent[group])
      groups.add(group);
  return groups;
}

/** Groups and elements by their keys, as nodes of the picture; what is not there is passed by. */
export function nodesNamed(
  survey: SurveyedCodebase,
  { arrangement, units }: ArrangedSurvey,
  keys: readonly string[],
): Set<number> {
  return new Set(
    keys.flatMap((end) => {
      const key = subjectOf(end);
      const group = groupWithKey(arrangement, key);
      if (group !== undefined) return [group];
      const element = elementOf(survey, key);
      const unit = element === undefined ? -1 : units.unitOf[element];
      return unit >= 0 && units.element[unit] === element ? [arrangement.count + unit] : [];
    }),
  );
}
