import { pullsOf } from '../../core/shape/linkPulls.ts';
import { multilevelParts } from '../../core/shape/multilevel.ts';
import type { Pulls } from '../../core/shape/pulls.ts';
import { randomNumbers, shuffled } from '../../core/shape/random.ts';
import type { ShapeInput } from '../../core/shape/shapeInput.ts';

/** What anything better must beat: the part of each bundle. */
export const baselines: Record<string, (input: ShapeInput) => ArrayLike<number>> = {
  'all in one': ({ bundles }) => new Int32Array(bundles.count),
  'label propagation': (input) => propagatedLabels(plainPulls(input)),
  'plain multilevel': (input) => multilevelParts(plainPulls(input), 1, 1).partOf,
};

/** Links as they are counted, damped, in either direction. */
const plainPulls = ({ links }: ShapeInput): Pulls => pullsOf(links);

const MOST_ROUNDS = 100;

/** Labels that each vertex takes over from where it is pulled most (Raghavan, Albert and Kumara 2007). */
function propagatedLabels({ count, start, to, weight }: Pulls): Int32Array {
  const random = randomNumbers(1);
  const labels = Int32Array.from({ length: count }, (_, v) => v);
  const sums = new Map<number, number>();
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let changed = 0;
    for (const v of shuffled(count, random)) {
      sums.clear();
      for (let at = start[v]; at < start[v + 1]; at++)
        sums.set(labels[to[at]], (sums.get(labels[to[at]]) ?? 0) + weight[at]);
      let best = labels[v];
      for (const [label, sum] of sums) if (sum > (sums.get(best) ?? 0)) best = label;
      if (best !== labels[v]) changed++;
      labels[v] = best;
    }
    if (changed === 0) break;
  }
  return labels;
}
