import { throwIfCancelledAtStep } from '../graph/cancellation.ts';
import { usersOf, type BundleLinks } from './linkPulls.ts';
import { joinPulls, type Pulls } from './pulls.ts';

/** How much less it says that two use, or are used by, the same thing, when many do: the power of their number. */
const POPULARITY = 0.3;
/** What more bundles use, or what uses more, joins no two of them: it says next to nothing, and costs the square. */
const MOST_SHARED = 100;

/** Bundles that use one, in compressed sparse rows as in {@link BundleLinks}. */
interface Users {
  start: Int32Array;
  from: Int32Array;
  weight: Float64Array;
}

/**
 * How close bundles are by their links: where one uses the other, where both use the same, and where both are used by the
 * same. What a use of something says is damped by how many use that. O(links + Σ min(links of a bundle, 100)²).
 */
export function closeness(links: BundleLinks): Pulls {
  const { count, start, to, weight } = links;
  const users = usersOf(links);
  const damp = Float64Array.from(users, (number) => (number === 0 ? 1 : number ** -POPULARITY));
  const usedBy = usersByTarget(links);
  return joinPulls(count, (take) => {
    for (let from = 0; from < count; from++) {
      throwIfCancelledAtStep(from << 6);
      const [begin, end] = [start[from], start[from + 1]];
      for (let at = begin; at < end; at++) take(from, to[at], weight[at] * damp[to[at]]);
      const share = shareOf(end - begin);
      if (share === 0) continue;
      for (let i = begin; i < end; i++)
        for (let j = i + 1; j < end; j++)
          take(to[i], to[j], share * Math.min(weight[i], weight[j]) * Math.min(damp[to[i]], damp[to[j]]));
    }
    for (let target = 0; target < count; target++) {
      const [begin, end] = [usedBy.start[target], usedBy.start[target + 1]];
      const share = shareOf(end - begin) * damp[target];
      if (share === 0) continue;
      for (let i = begin; i < end; i++)
        for (let j = i + 1; j < end; j++)
          take(usedBy.from[i], usedBy.from[j], share * Math.min(usedBy.weight[i], usedBy.weight[j]));
    }
  });
}

/** What each pair of so many gets, so that each of them gets as much as by one link of its own. */
function shareOf(number: number): number {
  return number < 2 || number > MOST_SHARED ? 0 : 1 / (number - 1);
}

function usersByTarget({ count, start, to, weight }: BundleLinks): Users {
  const begin = new Int32Array(count + 1);
  for (const target of to) begin[target + 1]++;
  for (let target = 0; target < count; target++) begin[target + 1] += begin[target];
  const next = begin.slice();
  const users: Users = {
    start: begin,
    from: new Int32Array(to.length),
    weight: new Float64Array(to.length),
  };
  for (let from = 0; from < count; from++)
    for (let at = start[from]; at < start[from + 1]; at++) {
      const place = next[to[at]]++;
      users.from[place] = from;
      users.weight[place] = weight[at];
    }
  return users;
}
