import { reportProgress } from '../graph/cancellation.ts';
import { multilevelParts, type Partition } from './multilevel.ts';
import type { Pulls } from './pulls.ts';

/** Runs from which the agreement is taken. */
const RUNS = 5;
/** Seeds of the runs lie apart by a prime, so that those of two neighbouring seeds share none. */
const STRIDE = 7_919;
/** Pulls between what mostly stood apart are weak already: parts are joined more readily than in the runs. */
const FINAL_RESOLUTION = 0.5;

export interface Agreed {
  partition: Partition;
  /** The part of each vertex in each run. */
  runs: Int32Array[];
}

/**
 * Parts on which several runs agree (after Lancichinetti and Fortunato 2012): a pull counts by the share of the runs that
 * put both its ends together, and what then holds together is the result.
 */
export function agreedParts(
  pulls: Pulls,
  { resolution, seed }: { resolution: number; seed: number },
): Agreed {
  const runs: Int32Array[] = [];
  for (let run = 0; run < RUNS; run++) {
    reportProgress(run, RUNS);
    runs.push(multilevelParts(pulls, resolution, seed + run * STRIDE).partOf);
  }
  const agreement = agreementOn(pulls, runs);
  const agreed = { ...pulls, weight: pulls.weight.map((weight, at) => weight * agreement[at]) };
  return { partition: multilevelParts(agreed, resolution * FINAL_RESOLUTION, seed), runs };
}

/** For each pull the share of runs in which both ends stood together. O(runs · pulls). */
export function agreementOn({ count, start, to }: Pulls, runs: readonly Int32Array[]): Float64Array {
  const agreement = new Float64Array(to.length);
  for (const partOf of runs)
    for (let v = 0; v < count; v++)
      for (let at = start[v]; at < start[v + 1]; at++)
        if (partOf[v] === partOf[to[at]]) agreement[at] += 1 / runs.length;
  return agreement;
}
