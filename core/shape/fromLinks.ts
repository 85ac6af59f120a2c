import { agreedParts, agreementOn } from './agreement.ts';
import { withAttractors } from './attractors.ts';
import { closeness } from './closeness.ts';
import { multilevelParts } from './multilevel.ts';
import { NOWHERE } from './placedFigures.ts';
import { countModules, proposalOf, withoutSmallParts, type Proposal } from './proposal.ts';
import type { Pulls } from './pulls.ts';
import type { ShapeInput } from './shapeInput.ts';

export interface LinksAsked {
  /** What the words of names weigh, and folders, as a share of what links do; 0 for nothing. */
  names: number;
  nearness: number;
  /** How many modules there shall be; null for as many as hold together. */
  count: number | null;
  /** The fewest files of a module; what is smaller goes where it is pulled. As a rule for whole codebases when it is not said. */
  leastFiles?: number;
  /** The same seed gives the same proposal. */
  seed: number;
}

/** Resolutions between which the one is looked for that gives as many modules as are asked for. */
const COARSEST = 0.02;
const FINEST = 50;
const SEARCH_STEPS = 12;
/** So often it is made finer after that, by so much. */
const MOST_TRIES = 6;
const FINER = 1.4;

/**
 * Modules from what links files: those that hold together over several runs. Names and folders help where they are asked to. What
 * everything uses counts less by how many do (closeness), and is told as a hub; taken out beforehand, less is recovered
 * (docs/decisions/hubs.md).
 */
export function proposeFromLinks(input: ShapeInput, asked: LinksAsked): Proposal {
  const pulls = withAttractors(closeness(input.links), input, asked);
  const { count, seed, leastFiles } = asked;
  let resolution = count === null ? 1 : resolutionFor(input, pulls, { ...asked, count });
  for (let tries = 0; ; tries++) {
    const { partition, runs } = agreedParts(pulls, { resolution, seed });
    const found = withoutSmallParts(input, pulls, partition.partOf, leastFiles);
    // What runs agree on may be fewer modules than one of them has.
    if (count !== null && countModules(found) < count && tries < MOST_TRIES) {
      resolution *= FINER;
      continue;
    }
    const moduleOf = count === null ? found : joinedTo(count, found, pulls);
    return proposalOf(input, { moduleOf, pulls, agreement: agreementOn(pulls, runs) });
  }
}

/** The lowest resolution looked at that gives at least so many modules; the number grows with it, but for chance. */
function resolutionFor(
  input: ShapeInput,
  pulls: Pulls,
  { count, seed, leastFiles }: LinksAsked & { count: number },
): number {
  let [low, high] = [COARSEST, FINEST];
  for (let step = 0; step < SEARCH_STEPS; step++) {
    const middle = Math.sqrt(low * high);
    const { partOf } = multilevelParts(pulls, middle, seed);
    if (countModules(withoutSmallParts(input, pulls, partOf, leastFiles)) < count) low = middle;
    else high = middle;
  }
  return high;
}

/** Modules joined until there are no more than so many: always the one that has least with the one that pulls most at it, for its size. */
function joinedTo(count: number, placed: Int32Array, pulls: Pulls): Int32Array {
  const moduleOf = placed.slice();
  const between = new Map<number, Map<number, number>>();
  const sizes = new Map<number, number>();
  moduleOf.forEach((module, v) => {
    if (module === NOWHERE) return;
    sizes.set(module, (sizes.get(module) ?? 0) + 1);
    const row = between.get(module) ?? new Map<number, number>();
    between.set(module, row);
    for (let at = pulls.start[v]; at < pulls.start[v + 1]; at++) {
      const other = pulls.to[at] < moduleOf.length ? moduleOf[pulls.to[at]] : NOWHERE;
      if (other !== NOWHERE && other !== module) row.set(other, (row.get(other) ?? 0) + pulls.weight[at]);
    }
  });
  while (sizes.size > count) {
    const [smallest] = [...sizes].sort(([a, x], [b, y]) => x - y || a - b)[0];
    const row = between.get(smallest)!;
    const relative = (other: number): number => (row.get(other) ?? 0) / sizes.get(other)!;
    const [goal] = [...sizes.keys()]
      .filter((other) => other !== smallest)
      .sort((a, b) => relative(b) - relative(a) || sizes.get(a)! - sizes.get(b)! || a - b);
    sizes.set(goal, sizes.get(goal)! + sizes.get(smallest)!);
    sizes.delete(smallest);
    for (const [other, weight] of row) {
      if (other === goal) continue;
      const [here, there] = [between.get(goal)!, between.get(other)!];
      here.set(other, (here.get(other) ?? 0) + weight);
      there.set(goal, (there.get(goal) ?? 0) + weight);
      there.delete(smallest);
    }
    between.get(goal)!.delete(smallest);
    between.delete(smallest);
    moduleOf.forEach((module, v) => {
      if (module === smallest) moduleOf[v] = goal;
    });
  }
  return moduleOf;
}
