import { reportProgress } from '../graph/cancellation.ts';
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
/** After so many steps, three hundredths of a walk have not begun anew; what comes after changes next to nothing. */
const STEPS = 5;
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
  const walks = walksFrom(pulls, anchored, anchors.length);
  const shared = anchors.length;
  const moduleOf = anchored.map((module, bundle) => {
    if (module !== NOWHERE) return module;
    const own = walks.subarray(bundle * anchors.length, (bundle + 1) * anchors.length);
    let best = NOWHERE;
    for (let at = 0; at < own.length; at++) if (own[at] > (best === NOWHERE ? 0 : own[best])) best = at;
    if (best === NOWHERE) return NOWHERE;
    const near = own.filter((walk) => walk >= AS_NEAR * own[best]);
    return near.length >= SHARED_BY ? shared : best;
  });
  return proposalOf(input, { moduleOf, pulls }, [...anchors.map(({ name }) => name), SHARED]);
}

/**
 * How often walks from the anchors of each module, one from each anchor, come by each vertex: who names more anchors has more walks.
 * One row a vertex, one column a module, so that all walks take a step in one go. `anchored` is the module of each vertex that is an
 * anchor; there may be more vertices than it has.
 */
function walksFrom(pulls: Pulls, anchored: Int32Array, modules: number): Float64Array {
  const { count, start, to, weight } = pulls;
  const degree = degrees(pulls);
  const begin = (at: Float64Array, chance: number): void =>
    anchored.forEach((module, v) => {
      if (module !== NOWHERE) at[v * modules + module] += chance;
    });
  let at = new Float64Array(count * modules);
  begin(at, 1);
  for (let step = 0; step < STEPS; step++) {
    reportProgress(step, STEPS);
    // What a vertex hands on to each pull, for a weight of one.
    for (let v = 0; v < count; v++) {
      const share = degree[v] === 0 ? 0 : (1 - RESTART) / degree[v];
      for (let cell = v * modules; cell < (v + 1) * modules; cell++) at[cell] *= share;
    }
    const next = new Float64Array(count * modules);
    const sum = new Float64Array(modules);
    for (let v = 0; v < count; v++) {
      sum.fill(0);
      for (let edge = start[v]; edge < start[v + 1]; edge++) {
        const pull = weight[edge];
        let cell = to[edge] * modules;
        for (let module = 0; module < modules; module++) sum[module] += pull * at[cell++];
      }
      next.set(sum, v * modules);
    }
    begin(next, RESTART);
    at = next;
  }
  return at;
}
