import { tellStep } from '../graph/giveUp.ts';
import { withAttractors } from './attractors.ts';
import { closeness } from './closeness.ts';
import { NOWHERE } from './placedFigures.ts';
import { proposalOf, type Proposal } from './proposal.ts';
import { degrees, type Pulls } from './pulls.ts';
import type { ShapeInput } from './shapeInput.ts';

export interface Anchors {
  name: string;
  /** Files that are typical of the module, by their indexes in the survey. */
  files: readonly number[];
}

/** At each step a walk begins anew at its anchors with this chance. */
const RESTART = 0.5;
/** After so many steps, a thousandth of a walk has not begun anew. */
const STEPS = 10;
/** What comes at least so near to the first makes an element doubtful; with so many modules as near it is shared. */
const AS_NEAR = 0.9;
const SHARED_BY = 3;

/** The name of the module of what several pull at alike. */
export const SHARED = 'shared';

/**
 * Modules grown from a few typical files each: a walk along weighted links that keeps beginning anew at a module's anchors
 * (Tong, Faloutsos and Pan 2006) comes by what belongs to it, and each file goes to the module whose walk comes by most.
 * Anchors stay where they are. What three modules pull at alike is shared; what no walk reaches is not placed.
 * O(modules · pulls).
 */
export function proposeFromAnchors(
  input: ShapeInput,
  anchors: readonly Anchors[],
  asked: { names: number; nearness: number },
): Proposal {
  const { bundles } = input;
  const pulls = withAttractors(closeness(input.links), input, asked);
  const anchored = new Int32Array(bundles.count).fill(NOWHERE);
  anchors.forEach(({ files }, module) => {
    for (const file of files) anchored[bundles.bundleOf[file]] = module;
  });
  const walks = anchors.map((_, module) => {
    tellStep(module, anchors.length);
    return walkFrom(pulls, (v) => v < bundles.count && anchored[v] === module);
  });
  const shared = anchors.length;
  const moduleOf = anchored.map((module, bundle) => {
    if (module !== NOWHERE) return module;
    let best = NOWHERE;
    for (let at = 0; at < walks.length; at++)
      if (walks[at][bundle] > (best === NOWHERE ? 0 : walks[best][bundle])) best = at;
    if (best === NOWHERE) return NOWHERE;
    const near = walks.filter((walk) => walk[bundle] >= AS_NEAR * walks[best][bundle]);
    return near.length >= SHARED_BY ? shared : best;
  });
  return proposalOf(input, { moduleOf, pulls }, [...anchors.map(({ name }) => name), SHARED]);
}

/** How often walks from what `isAnchor` marks, one from each, come by each vertex: who names more anchors has more walks. */
function walkFrom(pulls: Pulls, isAnchor: (vertex: number) => boolean): Float64Array {
  const { count, start, to, weight } = pulls;
  const degree = degrees(pulls);
  const anchors: number[] = [];
  for (let v = 0; v < count; v++) if (isAnchor(v)) anchors.push(v);
  let at = new Float64Array(count);
  if (anchors.length === 0) return at;
  for (const v of anchors) at[v] = 1;
  for (let step = 0; step < STEPS; step++) {
    const next = new Float64Array(count);
    for (let v = 0; v < count; v++) {
      if (at[v] === 0 || degree[v] === 0) continue;
      const share = ((1 - RESTART) * at[v]) / degree[v];
      for (let edge = start[v]; edge < start[v + 1]; edge++) next[to[edge]] += share * weight[edge];
    }
    for (const v of anchors) next[v] += RESTART;
    at = next;
  }
  return at;
}
