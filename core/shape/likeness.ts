/**
 * How alike two partitions of the same elements are. A partition gives each element the number of its part, from 0; parts
 * may be empty. Both hold the same number of elements.
 */
export interface Likeness {
  /** MoJoFM from the first to the second, and back; 0 to 100. */
  moJoFm: [there: number, back: number];
  /** Adjusted Rand index (Hubert and Arabie 1985); 1 for the same partition, 0 for what chance would give. */
  adjustedRand: number;
}

export function likeness(first: ArrayLike<number>, second: ArrayLike<number>): Likeness {
  return {
    moJoFm: [moJoFm(first, second), moJoFm(second, first)],
    adjustedRand: adjustedRand(first, second),
  };
}

/**
 * MoJoFM (Wen and Tzerpos 2004): the share, in percent, of the moves and joins that the worst partition would need to become
 * `to` and that `from` does not need.
 */
export function moJoFm(from: ArrayLike<number>, to: ArrayLike<number>): number {
  const worst = mostMoves(to);
  return worst === 0 ? 100 : 100 * (1 - moves(from, to) / worst);
}

/** The fewest moves of single elements and joins of two parts that turn one partition into another (MoJo). */
export function moves(from: ArrayLike<number>, to: ArrayLike<number>): number {
  const shared = overlaps(from, to);
  const goals: number[][] = [];
  let kept = 0;
  for (const row of shared.values()) {
    const most = Math.max(...row.values());
    kept += most;
    goals.push([...row].filter(([, count]) => count === most).map(([part]) => part));
  }
  // Every part becomes one of those that it shares most with; what becomes the same one is joined.
  return from.length - kept + (goals.length - largestMatching(goals));
}

/** The moves and joins that the partition farthest from `to` needs. */
function mostMoves(to: ArrayLike<number>): number {
  const sizes = [...counted(to).values()].sort((a, b) => a - b);
  let groups = 0;
  for (const size of sizes) if (groups < size) groups++;
  return to.length - groups;
}

/** How many elements each two parts share, where they share any: the parts of `to` by those of `from`. */
export function overlaps(from: ArrayLike<number>, to: ArrayLike<number>): Map<number, Map<number, number>> {
  const shared = new Map<number, Map<number, number>>();
  for (let i = 0; i < from.length; i++) {
    let row = shared.get(from[i]);
    if (!row) shared.set(from[i], (row = new Map<number, number>()));
    row.set(to[i], (row.get(to[i]) ?? 0) + 1);
  }
  return shared;
}

/** Size of the largest set of pairs (i, one of its goals) in which no goal stands twice (augmenting paths, by breadth). */
function largestMatching(goals: readonly number[][]): number {
  const takerOf = new Map<number, number>();
  const goalOf = new Map<number, number>();
  for (let root = 0; root < goals.length; root++) {
    const reachedBy = new Map<number, number>();
    const free = freeGoal(root, goals, takerOf, reachedBy);
    // Back along the way, each takes the goal that it reached and leaves its own to the one before it.
    for (let goal = free; goal !== undefined;) {
      const taker = reachedBy.get(goal)!;
      const left = goalOf.get(taker);
      takerOf.set(goal, taker);
      goalOf.set(taker, goal);
      goal = left;
    }
  }
  return goalOf.size;
}

/** A goal that nobody has, which can be had if each on the way there takes that of the next; undefined when there is none. */
function freeGoal(
  root: number,
  goals: readonly number[][],
  takerOf: ReadonlyMap<number, number>,
  reachedBy: Map<number, number>,
): number | undefined {
  const waiting = [root];
  for (const at of waiting)
    for (const goal of goals[at]) {
      if (reachedBy.has(goal)) continue;
      reachedBy.set(goal, at);
      const taker = takerOf.get(goal);
      if (taker === undefined) return goal;
      waiting.push(taker);
    }
  return undefined;
}

function counted(parts: ArrayLike<number>): Map<number, number> {
  const sizes = new Map<number, number>();
  for (let i = 0; i < parts.length; i++) sizes.set(parts[i], (sizes.get(parts[i]) ?? 0) + 1);
  return sizes;
}

const pairs = (count: number): number => (count * (count - 1)) / 2;

function adjustedRand(first: ArrayLike<number>, second: ArrayLike<number>): number {
  let together = 0;
  for (const row of overlaps(first, second).values())
    for (const count of row.values()) together += pairs(count);
  const sum = (parts: ArrayLike<number>): number =>
    [...counted(parts).values()].reduce((total, size) => total + pairs(size), 0);
  const [inFirst, inSecond] = [sum(first), sum(second)];
  const all = pairs(first.length);
  const expected = all === 0 ? 0 : (inFirst * inSecond) / all;
  const most = (inFirst + inSecond) / 2;
  return most === expected ? 1 : (together - expected) / (most - expected);
}
