import { subgroups, type Arrangement } from '../arrangement/arrangement.ts';
import { NOWHERE } from './placedFigures.ts';
import { groupNames } from './groupNames.ts';
import { proposalOf, withoutSmallParts, type Proposal } from './proposal.ts';
import { pullsOf } from './linkPulls.ts';
import { degrees } from './pulls.ts';
import type { ShapeInput } from './shapeInput.ts';

/**
 * Groups of an arrangement as modules, each at the depth where links stay inside best: the choice of groups, one over each
 * file, with the largest modularity. Depths may differ. What an opened group holds itself is a module too. O(links + groups · depth).
 */
export function proposeFromArrangement(input: ShapeInput, arrangement: Arrangement): Proposal {
  const { bundles, files } = input;
  const groupOf = Int32Array.from(bundles.files, ([first]) => arrangement.groupOf[files[first].element]);
  const pulls = pullsOf(input.links);
  const opened = bestOpened(arrangement, groupOf, pulls);
  const grouped = groupOf.map((group) => {
    if (group < 0 || group === arrangement.rest) return NOWHERE;
    // The outermost group that stays closed; else what the innermost holds itself.
    let found = group;
    for (let at = group; at >= 0; at = arrangement.parent[at]) if (opened[at] === 0) found = at;
    return found;
  });
  // What holds tests alone is no module; they go where they are pulled.
  const moduleOf = withoutSmallParts(input, pulls, grouped, 1);
  const used = [...new Set(moduleOf)].filter((group) => group !== NOWHERE);
  const names: string[] = [];
  groupNames(used.map((group) => arrangement.name[group])).forEach((name, at) => {
    names[used[at]] = name === '' ? '(at the top)' : name;
  });
  return proposalOf(input, { moduleOf, pulls }, names);
}

/** 1 for each group that is better taken apart than kept whole; exact, from the innermost groups outward. */
function bestOpened(
  arrangement: Arrangement,
  groupOf: Int32Array,
  pulls: ReturnType<typeof pullsOf>,
): Uint8Array {
  const { count, parent } = arrangement;
  const degree = degrees(pulls);
  const total = degree.reduce((sum, each) => sum + each, 0) || 1;
  const inside = new Float64Array(count);
  const own = new Float64Array(count);
  const ownInside = new Float64Array(count);
  const chainOf = (group: number): number[] => {
    const chain: number[] = [];
    for (let at = group; at >= 0; at = parent[at]) chain.push(at);
    return chain;
  };
  const chains = Array.from({ length: count }, (_, group) => chainOf(group));
  const sum = new Float64Array(count);
  groupOf.forEach((group, v) => {
    if (group < 0) return;
    own[group] += degree[v];
    for (const at of chains[group]) sum[at] += degree[v];
    const around = new Set(chains[group]);
    for (let at = pulls.start[v]; at < pulls.start[v + 1]; at++) {
      const other = groupOf[pulls.to[at]];
      if (other < 0) continue;
      if (other === group) ownInside[group] += pulls.weight[at];
      for (const each of chains[other]) if (around.has(each)) inside[each] += pulls.weight[at];
    }
  });
  const value = (held: number, ends: number): number => held / total - (ends / total) ** 2;
  const best = new Float64Array(count);
  const opened = new Uint8Array(count);
  for (let group = count - 1; group >= 0; group--) {
    const below = subgroups(arrangement, group);
    const whole = value(inside[group], sum[group]);
    const apart = below.reduce((total, child) => total + best[child], value(ownInside[group], own[group]));
    opened[group] = below.length > 0 && (apart > whole || group === 0) ? 1 : 0;
    best[group] = opened[group] === 1 ? apart : whole;
  }
  return opened;
}
