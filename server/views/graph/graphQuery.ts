import { z } from 'zod';
import { MOST_STEPS, PART, USUAL_STEPS } from './steps.ts';

/** All that use a thing, or are used by it: those in one group, or (null) in any. */
export interface AllBeside {
  of: string;
  within: string | null;
}

/** Where a box was put by hand: its upper left corner, in pixels of the drawing. */
export interface PutBox {
  end: string;
  x: number;
  y: number;
}

/** What is to be drawn, as an address says it. */
export interface GraphQuery {
  /** Keys of the groups opened by hand; null for those that the picture opens by itself. */
  open: readonly string[] | null;
  /** In a drawing of a choice: keys of the groups that were closed by hand. */
  shut: readonly string[];
  /** The name of a cycle whose members alone are drawn; null for none. */
  cycle: string | null;
  /** The key of what is drawn with its surroundings; null for the whole. */
  around: string | null;
  /** Where ways from there lead that are drawn in place of its surroundings; null for none. */
  until: string | null;
  /** The links from the first to the second alone, the shortest ways between both, or all. */
  ways: 'direct' | 'shortest' | 'all';
  /** How many steps of users above it and of used below it are drawn. */
  up: number;
  down: number;
  /** Elements that are drawn as well, by their keys, and all that use something or are used by it. */
  added: readonly string[];
  allUsers: readonly AllBeside[];
  allUsed: readonly AllBeside[];
  /** Elements and groups that are not drawn, by their keys or by patterns of paths. */
  without: readonly string[];
  /** Links of fewer references are left out. */
  least: number;
  /** True where links that a longer path implies are left out. */
  hidesImplied: boolean;
  /** Whether packages, libraries and system files are drawn, and each of them in a box of its own. */
  externals: 'out' | 'in' | 'apart';
  /** True where a cycle is drawn as one box, but for those with a member, by its end, in `apart`. */
  condensed: boolean;
  apart: readonly string[];
  /** Where what is used stands: below, or to the right. */
  flow: 'down' | 'right';
  /** Boxes put by hand. */
  put: readonly PutBox[];
  /** The survey with which this one is compared; null for none. */
  since: number | null;
  /** Measures by which boxes are tinted, and bear a bar; null for none. */
  tint: string | null;
  bar: string | null;
}

const steps = z.coerce.number().int().min(0).max(MOST_STEPS).catch(USUAL_STEPS);
const coordinate = z.coerce.number().min(0).max(1_000_000);

/** What cannot be understood is as if it were not said. */
export function graphQuery(params: URLSearchParams): GraphQuery {
  const one = <Choice extends string>(name: string, choices: readonly [Choice, ...Choice[]]): Choice =>
    z.enum(choices).catch(choices[0]).parse(params.get(name));
  return {
    open: params.has('open') ? params.getAll('open') : null,
    shut: params.getAll('shut'),
    cycle: params.get('cycle'),
    around: params.get('around'),
    until: params.get('until'),
    ways: one('ways', ['shortest', 'all', 'direct']),
    up: steps.parse(params.get('up') ?? USUAL_STEPS),
    down: steps.parse(params.get('down') ?? USUAL_STEPS),
    added: params.getAll('with'),
    allUsers: params.getAll('users').map(allBeside),
    allUsed: params.getAll('used').map(allBeside),
    without: params.getAll('without'),
    least: z.coerce.number().int().min(1).catch(1).parse(params.get('least')),
    hidesImplied: params.get('implied') === 'out',
    externals: one('externals', ['out', 'in', 'apart']),
    condensed: params.get('rings') === 'one',
    apart: params.getAll('apart'),
    flow: one('flow', ['down', 'right']),
    put: params.getAll('put').flatMap(putBox),
    since: z.coerce.number().int().positive().nullable().catch(null).parse(params.get('since')),
    tint: params.get('tint'),
    bar: params.get('bar'),
  };
}

/** `KEY`, or `KEY|GROUP`. */
function allBeside(text: string): AllBeside {
  const at = text.lastIndexOf(PART);
  return at < 0 ? { of: text, within: null } : { of: text.slice(0, at), within: text.slice(at + 1) };
}

/** `X|Y|END`. */
function putBox(text: string): PutBox[] {
  const [left, top, ...end] = text.split(PART);
  const [x, y] = [coordinate.safeParse(left), coordinate.safeParse(top)];
  return x.success && y.success && end.length > 0 ? [{ x: x.data, y: y.data, end: end.join(PART) }] : [];
}
