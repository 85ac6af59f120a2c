import { pullsOf } from './linkPulls.ts';
import { NOWHERE, placedFigures } from './placedFigures.ts';
import type { ShapeInput } from './shapeInput.ts';

/** Something that has more to do with another group than with its own. */
export interface Stray {
  bundle: number;
  /** The group that it has more to do with. */
  towards: number;
  /** How much more its links pull there. */
  margin: number;
}

/** What several groups pull at alike belongs to none of them more than to its own: one of them must have at least so much of all. */
const LEAST_SHARE = 0.4;

/**
 * Bundles that another group pulls at by their links more than their own does, and with a good part of all that pulls at them;
 * those of which that is most so first. What stands nowhere is no stray. Only what links them counts, not what is used alike:
 * each is to be followed to the code. `moduleOf` is the group of each bundle, or NOWHERE. O(links).
 */
export function strays(input: ShapeInput, moduleOf: Int32Array): Stray[] {
  const { pulls } = placedFigures(input, { moduleOf, pulls: pullsOf(input.links) });
  const found: Stray[] = [];
  for (let bundle = 0; bundle < moduleOf.length; bundle++) {
    const [own, next] = [pulls.own[bundle], pulls.next[bundle]];
    if (moduleOf[bundle] === NOWHERE || next <= own || next < LEAST_SHARE * pulls.all[bundle]) continue;
    found.push({ bundle, towards: pulls.nextModule[bundle], margin: next - own });
  }
  return found.sort((a, b) => b.margin - a.margin || a.bundle - b.bundle);
}
