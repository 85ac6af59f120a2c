import { z } from 'zod';
import type { Judgement } from '../../../core/judge/rules.ts';
import type { Violation } from '../../../core/judge/violation.ts';
import { parsedText } from '../../plans/parsedText.ts';
import { Problem } from '../../problem.ts';

const FORMAT = 'yletope-baseline';
const VERSION = 1;

const schema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  /** Each break by its rule, ends and kind, with how many references it has. */
  found: z.array(
    z.strictObject({
      rule: z.string(),
      from: z.string(),
      to: z.string(),
      kind: z.string(),
      count: z.number().int().min(1),
      /** How far a measure lies beyond its bound. */
      excess: z.number().default(0),
    }),
  ),
});

/** Breaks that were there at some time: no more of each is new. */
export type Baseline = z.infer<typeof schema>;

export function baselineOf({ violations }: Pick<Judgement, 'violations'>): Baseline {
  const found = violations.map(({ rule, from, to, kind, lines, excess }) => ({
    ...{ rule, from, to, kind, count: lines.length, excess },
  }));
  return { format: FORMAT, version: VERSION, found };
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

/** What of a judgement is new since a baseline: breaks that it does not have, that have more references than then, or lie farther out. */
export function newSince(violations: readonly Violation[], { found }: Baseline): Violation[] {
  const known = new Map(found.map((each) => [idOf(each), each]));
  return violations.filter((violation) => {
    const before = known.get(idOf(violation));
    return before === undefined || isMore(sizeOf(violation), before);
  });
}

/** How many breaks of a baseline are gone, or less than they were: it could be written anew, and hold to less. */
export function goneSince(violations: readonly Violation[], { found }: Baseline): number {
  const now = new Map(violations.map((violation) => [idOf(violation), violation]));
  return found.filter((before) => {
    const left = now.get(idOf(before));
    return left === undefined || isMore(before, sizeOf(left));
  }).length;
}

interface Size {
  count: number;
  excess: number;
}

const sizeOf = ({ lines, excess }: Violation): Size => ({ count: lines.length, excess });
/** Figures that were written and read again differ in their last places. */
const isMore = (a: Size, b: Size): boolean => a.count > b.count || a.excess > b.excess + 1e-9;
