import { z } from 'zod';
import { nameOf, pathsByContent, renamedFiles } from '../../../core/plan/renames.ts';
import type { Judgement } from '../../../core/judge/rules.ts';
import type { Violation } from '../../../core/judge/violation.ts';
import { parsedText } from '../../plans/parsedText.ts';
import { Problem } from '../../problem.ts';

const FORMAT = 'yletope-baseline';
const VERSION = 1;

const schema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  /** Each violation by its rule, ends and kind, with how many references it has. */
  found: z.array(
    z.strictObject({
      rule: z.string(),
      from: z.string(),
      to: z.string(),
      kind: z.string(),
      count: z.number().int().min(1),
      /** How far a measure lies beyond its bound. */
      excess: z.number().default(0),
      /** Of a cycle, all of its members. */
      members: z.array(z.string()).optional(),
    }),
  ),
  /** Hashes of the files that are named, by which one is known that was renamed. */
  files: z.array(z.tuple([z.string(), z.string()])).optional(),
});

/** Violations that were there at some time: no more of each is new. */
export type Baseline = z.infer<typeof schema>;

/** Hashes of contents by the paths of files. */
export type Hashes = ReadonlyMap<string, string>;

export function baselineOf({ violations }: Pick<Judgement, 'violations'>, hashes: Hashes): Baseline {
  const found = violations.map(({ rule, from, to, kind, lines, excess, members }) => ({
    ...{ rule, from, to, kind, count: lines.length, excess },
    ...(members === undefined ? {} : { members: [...members] }),
  }));
  const named = new Set(found.flatMap(({ from, to, members = [] }) => [from, fileOf(to), ...members]));
  const files = [...named].sort().flatMap((path): [string, string][] => {
    const hash = hashes.get(path);
    return hash === undefined ? [] : [[path, hash]];
  });
  return { format: FORMAT, version: VERSION, found, files };
}

/** The path of a key: what stands before the name of what is in the file. */
const fileOf = (key: string): string => key.split('#')[0];

/**
 * Files that a baseline names and that are gone, with where each is now: the one file of its content that the baseline does not name.
 * Where `isComplete`, as the baseline names all files that there were, what was moved and edited is followed as well: of one name, the one
 * file that is gone and the one that is new. O(files).
 */
export function renamedSince(
  { files = [] }: Pick<Baseline, 'files'>,
  hashes: Hashes,
  { isComplete }: { isComplete: boolean },
): Map<string, string> {
  const before = new Map(files);
  const gone = files.filter(([path]) => !hashes.has(path));
  const byHash = pathsByContent(hashes, before);
  const renamed = new Map<string, string>();
  for (const [path, hash] of gone) {
    const now = byHash.get(hash) ?? [];
    if (now.length === 1) renamed.set(path, now[0]);
  }
  if (!isComplete) return renamed;
  const taken = new Set(renamed.values());
  const lost = gone.map(([path]) => path).filter((path) => !renamed.has(path));
  const open = [...hashes.keys()].filter((path) => !before.has(path) && !taken.has(path));
  const byName = (paths: readonly string[]): Map<string, string> =>
    new Map(paths.map((path) => [path, nameOf(path)]));
  return new Map([...renamed, ...renamedFiles(byName(lost), byName(open))]);
}

/** A baseline as it would be had its files been called what they are called now. */
export function withNewNames(baseline: Baseline, renamed: ReadonlyMap<string, string>): Baseline {
  const named = (key: string): string => {
    const file = fileOf(key);
    return (renamed.get(file) ?? file) + key.slice(file.length);
  };
  return {
    ...baseline,
    found: baseline.found.map(({ from, to, members, ...each }) => ({
      ...{ ...each, from: named(from), to: named(to) },
      ...(members === undefined ? {} : { members: members.map(named) }),
    })),
  };
}

/**
 * The baseline that a file holds. Throws a Problem (`badRequest`) for one that is none, or of other code: `isKnown` says whether a path
 * is of the codebase, of which a baseline that is not empty names something.
 */
export function readBaseline(
  { name, text }: { name: string; text: string },
  isKnown: (path: string) => boolean,
): Baseline {
  const read = schema.safeParse(parsedText(text, name));
  if (!read.success) throw new Problem('badRequest', `${name} is no baseline of this version of Yletope.`);
  const { found } = read.data;
  if (found.length > 0 && !found.some(({ from }) => isKnown(from)))
    throw new Problem(
      'badRequest',
      `${name} is the baseline of other code: none of the files that it names is here.`,
    );
  return read.data;
}

const idOf = ({ rule, from, to, kind }: Pick<Violation, 'rule' | 'from' | 'to' | 'kind'>): string =>
  [rule, from, to, kind].join('\n');

/**
 * What of a judgement is new since a baseline: violations that it does not have, that have more references than then, or lie farther out.
 * A cycle is new unless all of its members were in one cycle then.
 */
export function newSince(violations: readonly Violation[], { found }: Baseline): Violation[] {
  const known = new Map(found.map((each) => [idOf(each), each]));
  const before = cyclesBy(found);
  return violations.filter((violation) => {
    const { rule, members } = violation;
    if (members !== undefined && before.has(rule)) return !before.get(rule)!.holdsAll(members);
    const then = known.get(idOf(violation));
    return then === undefined || isMore(sizeOf(violation), then);
  });
}

/** How many violations of a baseline are gone, or less than they were: it could be written anew, and hold to less. */
export function goneSince(violations: readonly Violation[], { found }: Baseline): number {
  const now = new Map(violations.map((violation) => [idOf(violation), violation]));
  const cycles = cyclesBy(violations);
  return found.filter((before) => {
    if (before.members !== undefined) return !(cycles.get(before.rule)?.holdsAll(before.members) ?? false);
    const left = now.get(idOf(before));
    return left === undefined || isMore(before, sizeOf(left));
  }).length;
}

/** The cycles of each rule, asked whether one of them holds all of some members. O(members). */
function cyclesBy(
  all: readonly { rule: string; members?: readonly string[] }[],
): Map<string, { holdsAll(members: readonly string[]): boolean }> {
  const cycleOf = new Map<string, Map<string, number>>();
  all.forEach(({ rule, members }, cycle) => {
    if (members === undefined) return;
    const own = cycleOf.get(rule) ?? new Map<string, number>();
    cycleOf.set(rule, own);
    for (const member of members) own.set(member, cycle);
  });
  return new Map(
    [...cycleOf].map(([rule, own]) => [
      rule,
      {
        holdsAll(members) {
          const cycle = own.get(members[0]);
          return cycle !== undefined && members.every((member) => own.get(member) === cycle);
        },
      },
    ]),
  );
}

interface Size {
  count: number;
  excess: number;
}

const sizeOf = ({ lines, excess }: Violation): Size => ({ count: lines.length, excess });
/** Figures that were written and read again differ in their last places. */
const isMore = (a: Size, b: Size): boolean => a.count > b.count || a.excess > b.excess + 1e-9;
