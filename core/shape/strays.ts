import { pullsOf } from './linkPulls.ts';
import { NOWHERE } from './placedFigures.ts';
import { degrees } from './pulls.ts';
import type { ShapeInput } from './shapeInput.ts';

/** Something that has more to do with another group than with its own. */
export interface Stray {
  bundle: number;
  /** The group that it has more to do with. */
  towards: number;
  /** How much more its links pull there, beyond what chance would have. */
  margin: number;
}

/** What several groups pull at alike belongs to none of them more than to its own: one of them must have at least so much of all. */
const LEAST_SHARE = 0.4;

/**
 * Bundles that would stand better in another group: whose links pull there more than to their own, both beyond what chance would
 * have (a large group pulls at everything, and what many use is pulled by everyone), and with a good part of all that pulls at
 * them. Moving one makes modularity larger by its margin; those of which that is most come first. What stands nowhere is no
 * stray. Only what links them counts, not what is used alike: each is to be followed to the code. `moduleOf` is the group of
 * each bundle, or NOWHERE. O(links).
 */
export function strays(input: ShapeInput, moduleOf: Int32Array): Stray[] {
  const pulls = pullsOf(input.links);
  const degree = degrees(pulls);
  const total = degree.reduce((sum, each) => sum + each, 0) || 1;
  const ends = new Map<number, number>();
  moduleOf.forEach((group, bundle) => ends.set(group, (ends.get(group) ?? 0) + degree[bundle]));
  const found: Stray[] = [];
  const towards = new Map<number, number>();
  for (let bundle = 0; bundle < moduleOf.length; bundle++) {
    const own = moduleOf[bundle];
    if (own === NOWHERE) continue;
    towards.clear();
    for (let at = pulls.start[bundle]; at < pulls.start[bundle + 1]; at++) {
      const group = moduleOf[pulls.to[at]];
      if (group !== NOWHERE) towards.set(group, (towards.get(group) ?? 0) + pulls.weight[at]);
    }
    const all = [...towards.values()].reduce((sum, each) => sum + each, 0);
    const beyond = (group: number): number => {
      const others = ends.get(group)! - (group === own ? degree[bundle] : 0);
      return (towards.get(group) ?? 0) - (degree[bundle] * others) / total;
    };
    const here = beyond(own);
    let best: Stray | null = null;
    for (const [group, pull] of towards) {
      if (group === own || pull < LEAST_SHARE * all || pull <= (towards.get(own) ?? 0)) continue;
      const margin = beyond(group) - here;
      if (margin > (best?.margin ?? 0)) best = { bundle, towards: group, margin };
    }
    if (best) found.push(best);
  }
  return found.sort((a, b) => b.margin - a.margin || a.bundle - b.bundle);
}
