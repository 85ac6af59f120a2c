import fc from 'fast-check';
import { DONE, FLAGS, OF, STOP, withCancellation } from '../graph/cancellation.ts';
import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { subgroups, type Arrangement } from '../arrangement/arrangement.ts';
import { byFolders } from '../arrangement/folders.ts';
import { agreedParts, agreementOn } from './agreement.ts';
import { closeness } from './closeness.ts';
import { proposeFromArrangement } from './fromArrangement.ts';
import { pullsOf, type BundleLinks } from './linkPulls.ts';
import { modularity } from './multilevel.ts';
import { shapeInput } from './shapeInput.ts';

/** Links from pairs, each pair once and none with itself. */
function linksOf(count: number, pairs: readonly (readonly [number, number])[]): BundleLinks {
  const rows = Array.from({ length: count }, () => new Set<number>());
  for (const [from, to] of pairs) if (from !== to) rows[from].add(to);
  const to = rows.flatMap((row) => [...row].sort((a, b) => a - b));
  const start = new Int32Array(count + 1);
  rows.forEach((row, from) => (start[from + 1] = start[from] + row.size));
  return {
    count,
    start,
    to: Int32Array.from(to),
    weight: Float64Array.from(to, (_, at) => 1 + (at % 3)),
    references: new Int32Array(to.length).fill(1),
    hasCalls: new Uint8Array(to.length),
  };
}

const COUNT = 7;
const anyLinks = fc
  .array(fc.tuple(fc.nat(COUNT - 1), fc.nat(COUNT - 1)), { maxLength: 20 })
  .map((pairs) => linksOf(COUNT, pairs));

/** Slow and obvious: for each two, the links between them, and each third that both use or that uses both. */
function slowCloseness(links: BundleLinks, a: number, b: number): number {
  const weightOf = (from: number, to: number): number => {
    for (let at = links.start[from]; at < links.start[from + 1]; at++)
      if (links.to[at] === to) return links.weight[at];
    return 0;
  };
  const all = Array.from({ length: links.count }, (_, v) => v);
  const users = (of: number): number => all.filter((v) => weightOf(v, of) > 0).length;
  const used = (by: number): number => all.filter((v) => weightOf(by, v) > 0).length;
  const damp = (of: number): number => users(of) ** -0.3;
  let sum = 0;
  if (weightOf(a, b) > 0) sum += weightOf(a, b) * damp(b);
  if (weightOf(b, a) > 0) sum += weightOf(b, a) * damp(a);
  for (const c of all) {
    if (c === a || c === b) continue;
    const bothUse = Math.min(weightOf(a, c), weightOf(b, c));
    if (bothUse > 0) sum += (bothUse * damp(c)) / (users(c) - 1);
    const usesBoth = Math.min(weightOf(c, a), weightOf(c, b));
    if (usesBoth > 0) sum += (usesBoth * Math.min(damp(a), damp(b))) / (used(c) - 1);
  }
  return sum;
}

it('closeness is what each two have in common, counted one by one', () => {
  fc.assert(
    fc.property(anyLinks, (links) => {
      const pulls = closeness(links);
      for (let a = 0; a < COUNT; a++) {
        const towards = new Map<number, number>();
        for (let at = pulls.start[a]; at < pulls.start[a + 1]; at++)
          towards.set(pulls.to[at], pulls.weight[at]);
        for (let b = 0; b < COUNT; b++)
          if (a !== b) expect(towards.get(b) ?? 0).toBeCloseTo(slowCloseness(links, a, b));
      }
    }),
  );
});

describe('the agreement of runs', () => {
  it('is a share that both ends of a pull see alike', () => {
    fc.assert(
      fc.property(anyLinks, fc.nat(9), (links, seed) => {
        const pulls = closeness(links);
        const { runs, partition } = agreedParts(pulls, { resolution: 1, seed });
        const agreement = agreementOn(pulls, runs);
        for (let v = 0; v < COUNT; v++)
          for (let at = pulls.start[v]; at < pulls.start[v + 1]; at++) {
            const other = pulls.to[at];
            const back = Array.from(pulls.to.subarray(pulls.start[other], pulls.start[other + 1])).indexOf(v);
            expect(agreement[at]).toBeCloseTo(agreement[pulls.start[other] + back]);
            expect(agreement[at]).toBeGreaterThanOrEqual(0);
            expect(agreement[at]).toBeLessThanOrEqual(1 + 1e-9);
          }
        // Whoever ends up with others stood together with one of them in some run.
        for (let v = 0; v < COUNT; v++) {
          if (partition.partOf.filter((part) => part === partition.partOf[v]).length === 1) continue;
          const row = Array.from(
            { length: pulls.start[v + 1] - pulls.start[v] },
            (_, i) => pulls.start[v] + i,
          );
          const agrees = row.some(
            (at) => agreement[at] > 0 && partition.partOf[pulls.to[at]] === partition.partOf[v],
          );
          expect(agrees).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('tells how far it is, and is given up between two runs', async () => {
    const flags = new Int32Array(new SharedArrayBuffer(4 * FLAGS));
    const links = linksOf(3, [[0, 1]]);
    const asked = { resolution: 1, seed: 1 };
    await withCancellation(flags, () => agreedParts(closeness(links), asked));
    expect([flags[DONE], flags[OF]]).toEqual([4, 5]);
    flags[STOP] = 1;
    await expect(withCancellation(flags, () => agreedParts(closeness(links), asked))).rejects.toThrow(
      'cancelled',
    );
  });
});

/** Every way to take the groups of an arrangement apart: for each group below the top, whole or in its parts. */
function cutsOf(arrangement: Arrangement, group: number): Map<number, number>[] {
  const below = subgroups(arrangement, group);
  const apart = below
    .map((child) => cutsOf(arrangement, child))
    .reduce<Map<number, number>[]>(
      (all, own) => all.flatMap((left) => own.map((right) => new Map([...left, ...right]))),
      [new Map([[group, group]])],
    );
  if (group === 0) return apart;
  const whole = new Map<number, number>();
  for (let each = group; each < arrangement.subtreeEnd[group]; each++) whole.set(each, group);
  return below.length === 0 ? [whole] : [whole, ...apart];
}

describe('the depths at which groups become modules', () => {
  const paths = ['a/x/1.ts', 'a/x/v/2.ts', 'a/y/3.ts', 'a/4.ts', 'b/z/5.ts', 'b/w/6.ts', 'c/7.ts'];

  it('are the best of all there are', async () => {
    const survey = await surveyText(Object.fromEntries(paths.map((path) => [path, 'export const n = 1;\n'])));
    const arrangement = byFolders(survey.elements);
    const empty = shapeInput(survey);
    const groupOf = survey.files.map(({ element }) => arrangement.groupOf[element]);
    const cuts = cutsOf(arrangement, 0);
    expect(cuts.length).toBe(6);
    fc.assert(
      fc.property(anyLinks, (links) => {
        const pulls = pullsOf(links);
        const best = Math.max(
          ...cuts.map((cut) =>
            modularity(
              pulls,
              groupOf.map((group) => cut.get(group)!),
            ),
          ),
        );
        const { modules } = proposeFromArrangement({ ...empty, links }, arrangement);
        const moduleOf = new Int32Array(COUNT);
        modules.forEach(({ members }, module) => members.forEach(({ file }) => (moduleOf[file] = module)));
        expect(modularity(pulls, moduleOf)).toBeCloseTo(best);
      }),
    );
  });
});
