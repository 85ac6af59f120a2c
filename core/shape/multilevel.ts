import { throwIfCancelledAtStep } from '../graph/cancellation.ts';
import { contracted, degrees, type Pulls } from './pulls.ts';
import { randomNumbers, shuffled } from './random.ts';

export interface Partition {
  count: number;
  /** The part of each vertex, from 0. */
  partOf: Int32Array;
}

/** A gain below this, in shares of all pulls, is none: figures are rounded. */
const LEAST_GAIN = 1e-12;
/** A bound only: the value grows with each round, and that ends after few. */
const MOST_ROUNDS = 50;

/**
 * Parts that hold together more than chance would have it: modularity with a resolution (Reichardt and Bornholdt 2006),
 * by moving vertices and then whole parts (Blondel, Guillaume, Lambiotte and Lefebvre 2008), and once more by vertices at
 * the end of each round. A higher resolution makes smaller parts. The seed gives the order in which vertices are looked
 * at. A round is O(E); there are few.
 */
export function multilevelParts(pulls: Pulls, resolution: number, seed: number): Partition {
  const random = randomNumbers(seed);
  let best: Partition = { count: pulls.count, partOf: singles(pulls.count) };
  let reached = -Infinity;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const moved = moveVertices(pulls, best.partOf, resolution, random);
    best = mergeParts(pulls, moved, resolution, random);
    const value = modularity(pulls, best.partOf, resolution);
    if (value <= reached + LEAST_GAIN) break;
    reached = value;
  }
  return best;
}

/** Parts joined, and those joined again, as long as it is a gain. */
function mergeParts(pulls: Pulls, from: Partition, resolution: number, random: () => number): Partition {
  let { count, partOf } = from;
  for (;;) {
    const level = contracted(pulls, partOf, count);
    const joined = moveVertices(level, singles(count), resolution, random);
    if (joined.count === count) return { count, partOf };
    partOf = partOf.map((part) => joined.partOf[part]);
    count = joined.count;
  }
}

const singles = (count: number): Int32Array => Int32Array.from({ length: count }, (_, i) => i);

/**
 * Moves single vertices to where the gain is greatest, be it a part of their own, until no move is one; a vertex is looked at
 * again when one beside it has moved.
 */
function moveVertices(pulls: Pulls, from: Int32Array, resolution: number, random: () => number): Partition {
  const { count, start, to, weight } = pulls;
  const degree = degrees(pulls);
  const total = degree.reduce((sum, each) => sum + each, 0);
  const partOf = from.slice();
  if (total === 0) return numbered(partOf);
  const inPart = new Float64Array(count);
  const members = new Int32Array(count);
  for (let v = 0; v < count; v++) {
    inPart[partOf[v]] += degree[v];
    members[partOf[v]]++;
  }
  const empty = [...members.keys()].filter((part) => members[part] === 0);
  const towards = new Float64Array(count);
  const near: number[] = [];
  const waiting = shuffled(count, random);
  const isWaiting = new Uint8Array(count).fill(1);
  // A ring: as many wait as there are vertices, at most.
  for (let first = 0, length = count, step = 0; length > 0; length--) {
    throwIfCancelledAtStep(step++);
    const v = waiting[first];
    first = (first + 1) % count;
    isWaiting[v] = 0;
    for (let at = start[v]; at < start[v + 1]; at++) {
      const part = partOf[to[at]];
      if (towards[part] === 0) near.push(part);
      towards[part] += weight[at];
    }
    const current = partOf[v];
    const share = (resolution * degree[v]) / total;
    inPart[current] -= degree[v];
    let best = current;
    let gain = towards[current] - share * inPart[current] + LEAST_GAIN * total;
    // Alone it has nothing to gain and nothing to lose.
    if (gain < 0 && members[current] > 1) [best, gain] = [empty.at(-1)!, 0];
    for (const part of near) {
      const here = towards[part] - share * inPart[part];
      if (here > gain) [best, gain] = [part, here];
    }
    inPart[best] += degree[v];
    for (const part of near) towards[part] = 0;
    near.length = 0;
    if (best === current) continue;
    partOf[v] = best;
    if (members[best]++ === 0) empty.pop();
    if (--members[current] === 0) empty.push(current);
    for (let at = start[v]; at < start[v + 1]; at++) {
      const other = to[at];
      if (isWaiting[other] === 1 || partOf[other] === best) continue;
      isWaiting[other] = 1;
      waiting[(first + length - 1) % count] = other;
      length++;
    }
  }
  return numbered(partOf);
}

/** Parts by the numbers 0…count-1, in the order of their first vertices. */
export function numbered(partOf: ArrayLike<number>): Partition {
  const numberOf = new Map<number, number>();
  const renumbered = new Int32Array(partOf.length);
  for (let v = 0; v < partOf.length; v++) {
    let number = numberOf.get(partOf[v]);
    if (number === undefined) numberOf.set(partOf[v], (number = numberOf.size));
    renumbered[v] = number;
  }
  return { count: numberOf.size, partOf: renumbered };
}

/** The value that multilevelParts makes large, as a share of all pulls; −1 to 1. */
export function modularity(pulls: Pulls, partOf: ArrayLike<number>, resolution = 1): number {
  const degree = degrees(pulls);
  const total = degree.reduce((sum, each) => sum + each, 0);
  if (total === 0) return 0;
  const inPart = new Map<number, number>();
  let inside = 0;
  for (let v = 0; v < pulls.count; v++) {
    inPart.set(partOf[v], (inPart.get(partOf[v]) ?? 0) + degree[v]);
    inside += 2 * pulls.own[v];
    for (let at = pulls.start[v]; at < pulls.start[v + 1]; at++)
      if (partOf[pulls.to[at]] === partOf[v]) inside += pulls.weight[at];
  }
  let chance = 0;
  for (const sum of inPart.values()) chance += (sum / total) ** 2;
  return inside / total - resolution * chance;
}
