import { CERTAINTY, dependencyKinds, type DependencyKind } from '../contracts/linked.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { fileIndexes, type Bundles } from './keptTogether.ts';
import { joinPulls, type Pulls } from './pulls.ts';

/** What one reference of a kind says of two files belonging together, before many of them are damped. */
const kindWeights: Record<DependencyKind, number> = {
  import: 1,
  typeImport: 1,
  reExport: 1,
  dynamicImport: 1,
  require: 1,
  include: 1,
  call: 1,
  construct: 1,
  inherit: 3,
  implement: 3,
  typeUse: 1,
  read: 0.5,
  write: 0.5,
  part: 3,
  initialize: 0,
  throughMacro: 0,
  named: 0.5,
};
const weightOfKind = dependencyKinds.map((kind) => kindWeights[kind]);
const isCall = dependencyKinds.map((kind) => kind === 'call' || kind === 'construct');

interface LinkSum {
  weighted: number;
  references: number;
  hasCalls: boolean;
}

/** Links from one bundle to another, in compressed sparse rows. */
export interface BundleLinks {
  count: number;
  start: Int32Array;
  to: Int32Array;
  /** References of all kinds together, damped: many are little more than some. */
  weight: Float64Array;
  /** References, as they are counted everywhere. */
  references: Int32Array;
  /** 1 where any of them is a call or makes an instance. */
  hasCalls: Uint8Array;
}

/** What links bundles, from what is resolved: exact and inferred. O(dependencies). */
export function bundleLinks(survey: SurveyedCodebase, { count, bundleOf }: Bundles): BundleLinks {
  const { elements, dependencies } = survey;
  const fileAt = fileIndexes(survey);
  const bundleAt = Int32Array.from({ length: elements.count }, (_, e) => {
    const file = elements.file[e] < 0 ? undefined : fileAt[elements.file[e]];
    return file === undefined ? -1 : bundleOf[file];
  });
  const sums = Array.from({ length: count }, () => new Map<number, LinkSum>());
  for (let row = 0; row < dependencies.count; row++) {
    if (dependencies.certainty[row] === CERTAINTY.ambiguous) continue;
    const from = bundleAt[dependencies.from[row]];
    const to = bundleAt[dependencies.to[row]];
    const each = weightOfKind[dependencies.kind[row]];
    if (from < 0 || to < 0 || from === to || each === 0) continue;
    const places = dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    let sum = sums[from].get(to);
    if (!sum) sums[from].set(to, (sum = { weighted: 0, references: 0, hasCalls: false }));
    sum.weighted += each * places;
    sum.references += places;
    sum.hasCalls ||= isCall[dependencies.kind[row]];
  }
  const start = new Int32Array(count + 1);
  sums.forEach((row, from) => (start[from + 1] = start[from] + row.size));
  const to = new Int32Array(start[count]);
  const weight = new Float64Array(start[count]);
  const references = new Int32Array(start[count]);
  const hasCalls = new Uint8Array(start[count]);
  sums.forEach((row, from) => {
    let at = start[from];
    for (const [target, sum] of [...row].sort(([a], [b]) => a - b)) {
      to[at] = target;
      weight[at] = Math.log2(1 + sum.weighted);
      hasCalls[at] = sum.hasCalls ? 1 : 0;
      references[at++] = sum.references;
    }
  });
  return { count, start, to, weight, references, hasCalls };
}

/** How many bundles use each. */
export function usersOf({ count, to }: BundleLinks): Int32Array {
  const users = new Int32Array(count);
  for (const target of to) users[target]++;
  return users;
}

/** Links as pulls, with their weights. */
export function pullsOf({ count, start, to, weight }: BundleLinks): Pulls {
  return joinPulls(count, (take) => {
    for (let from = 0; from < count; from++)
      for (let at = start[from]; at < start[from + 1]; at++) take(from, to[at], weight[at]);
  });
}
