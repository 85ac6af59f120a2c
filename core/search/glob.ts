/**
 * The one language of patterns for paths: `*` stands for any part of a name, `?` for one character, `[a-c]` and `[!a-c]`
 * for one of a choice, `**` between slashes for any folders or none, `{a,b}` for alternatives, and `\` takes the next
 * character as it is. There is no repetition of patterns, so that none can run away: a match takes time in proportion to
 * the lengths of pattern and path, multiplied.
 */
export interface GlobOptions {
  ignoreCase?: boolean;
}

/** Longer patterns, and more alternatives than this, are cut: nobody types them. */
const MAX_PATTERN = 2_000;
const MAX_ALTERNATIVES = 256;

/** A test for paths. Of several patterns, a path must match one. */
export function globMatcher(
  patterns: string | readonly string[],
  { ignoreCase = false }: GlobOptions = {},
): (path: string) => boolean {
  const folded = (text: string): string => (ignoreCase ? text.toLowerCase() : text);
  const compiled = (typeof patterns === 'string' ? [patterns] : patterns)
    .flatMap((pattern) => alternatives(folded(pattern.slice(0, MAX_PATTERN))))
    .map((pattern) => segmentsOf(pattern));
  return (path) => {
    const names = folded(path).split('/');
    return compiled.some((segments) => matchesAll(segments, names));
  };
}

/** How many letters a pattern comes to, its alternatives written out: what a matcher of it takes of memory. */
export function lettersWrittenOut(pattern: string): number {
  return alternatives(pattern.slice(0, MAX_PATTERN)).reduce((sum, each) => sum + each.length, 0);
}

/** True for a text that means more than the path that it is. */
export function isGlob(text: string): boolean {
  return /[*?[{\\]/.test(text);
}

/** The folders that a pattern begins with, as far as they are plain names: below them lies all it can match. */
export function plainBase(pattern: string): string {
  const parts = segmentsOf(pattern.slice(0, MAX_PATTERN));
  const plain: string[] = [];
  for (const part of parts.slice(0, -1)) {
    if (part === 'folders' || !part.every((token) => typeof token === 'string')) break;
    plain.push(part.join(''));
  }
  return plain.join('/');
}

/** One character of a name: itself, any, any run, or a choice. */
type Token = string | { any: 'one' | 'run' } | { of: [from: string, to: string][]; isNot: boolean };
type Segment = 'folders' | Token[];

const RUN: Token = { any: 'run' };
const ONE: Token = { any: 'one' };

/** `a{b,c}d` as `abd` and `acd`, braces one after the other and not in each other. */
function alternatives(pattern: string): string[] {
  const brace = /^((?:[^\\{]|\\.)*)\{((?:[^\\{}]|\\.)*)\}(.*)$/s.exec(pattern);
  if (!brace) return [pattern];
  const [, before, list, after] = brace;
  const rest = alternatives(after);
  const choices = list.match(/(?:[^\\,]|\\.)+|(?<=,|^)(?=,|$)/gs) ?? [''];
  return choices.flatMap((choice) => rest.map((tail) => before + choice + tail)).slice(0, MAX_ALTERNATIVES);
}

function segmentsOf(pattern: string): Segment[] {
  const segments: Segment[] = [[]];
  for (let at = 0; at < pattern.length; at++) {
    const own = segments[segments.length - 1] as Token[];
    const character = pattern[at];
    if (character === '\\' && at + 1 < pattern.length) own.push(pattern[++at]);
    else if (character === '/') segments.push([]);
    else if (character === '?') own.push(ONE);
    else if (character === '*') {
      if (own[own.length - 1] !== RUN) own.push(RUN);
      const isWhole =
        pattern[at - 1] === '*' && own.length === 1 && (at + 1 === pattern.length || pattern[at + 1] === '/');
      if (isWhole) {
        segments[segments.length - 1] = 'folders';
        if (at + 1 < pattern.length) {
          at++;
          segments.push([]);
        }
      }
    } else if (character === '[') {
      const close = pattern.indexOf(']', at + 2);
      if (close < 0) own.push(character);
      else {
        own.push(choiceOf(pattern.slice(at + 1, close)));
        at = close;
      }
    } else own.push(character);
  }
  return segments;
}

function choiceOf(text: string): Token {
  const isNot = text[0] === '!' || text[0] === '^';
  const of: [string, string][] = [];
  const inside = isNot ? text.slice(1) : text;
  for (let at = 0; at < inside.length; at++) {
    if (inside[at + 1] === '-' && at + 2 < inside.length) {
      of.push([inside[at], inside[at + 2]]);
      at += 2;
    } else of.push([inside[at], inside[at]]);
  }
  return { of, isNot };
}

/** Whether all items can be used up, one that stands for a run taking any number of the others. Keeps one place to go back to. */
function matchesRuns(
  count: number,
  length: number,
  isRun: (item: number) => boolean,
  fits: (item: number, at: number) => boolean,
): boolean {
  let item = 0;
  let run = -1;
  let from = 0;
  for (let at = 0; at < length;) {
    if (item < count && isRun(item)) {
      run = item++;
      from = at;
    } else if (item < count && fits(item, at)) {
      item++;
      at++;
    } else if (run >= 0) {
      // The last run takes one more; what an earlier one takes need not be tried again.
      item = run + 1;
      at = ++from;
    } else return false;
  }
  while (item < count && isRun(item)) item++;
  return item === count;
}

function matchesAll(segments: readonly Segment[], names: readonly string[]): boolean {
  return matchesRuns(
    segments.length,
    names.length,
    (item) => segments[item] === 'folders',
    (item, at) => matchesName(segments[item] as Token[], names[at]),
  );
}

function matchesName(tokens: readonly Token[], name: string): boolean {
  return matchesRuns(
    tokens.length,
    name.length,
    (item) => tokens[item] === RUN,
    (item, at) => fitsCharacter(tokens[item], name[at]),
  );
}

/** A test for whole names with `*` for any run and `?` for any character, slashes among them; case does not matter. */
export function wildcardMatcher(pattern: string): (name: string) => boolean {
  const tokens = Array.from(pattern.slice(0, MAX_PATTERN).toLowerCase(), (character): Token =>
    character === '*' ? RUN : character === '?' ? ONE : character,
  ).filter((token, at, all) => token !== RUN || all[at - 1] !== RUN);
  return (name) => matchesName(tokens, name.toLowerCase());
}

function fitsCharacter(token: Token, character: string): boolean {
  if (typeof token === 'string') return token === character;
  if ('any' in token) return true;
  return token.of.some(([low, high]) => character >= low && character <= high) !== token.isNot;
}
