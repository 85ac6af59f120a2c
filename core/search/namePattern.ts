import { wildcardMatcher } from './glob.ts';

/**
 * How well a name answers what was typed; smaller is better, null when it does not. What is typed may be a part of the
 * name, its words' first letters (`TQ` for TariffQuote), letters in order, a part of the path (`tolls/rate`, or
 * shortened: `s/t/rate`), or hold wildcards (`*Rate*`, `berth?`), which must match the whole name.
 */
export type NameMatcher = (candidate: Candidate) => number | null;

/** A name that may be meant, with the key of what bears it; both in small letters too, worked out once for many questions. */
export interface Candidate {
  name: string;
  lowerName: string;
  lowerKey: string;
}

const RANK = { whole: 0, start: 1, word: 2, initials: 3, inside: 4, path: 5, shortPath: 6, letters: 7 };
/** Fewer letters in order would be found in nearly every name. */
const LEAST_LETTERS = 3;

export function nameMatcher(typed: string): NameMatcher {
  const wanted = typed.trim();
  if (wanted === '') return () => null;
  if (/[*?]/.test(wanted)) return wholeNameMatcher(wanted);
  return /[/#]/.test(wanted) ? pathMatcher(wanted) : plainMatcher(wanted);
}

function wholeNameMatcher(wanted: string): NameMatcher {
  const matches = wildcardMatcher(wanted);
  const ofPath = /[/#]/.test(wanted);
  return ({ lowerName, lowerKey }) => (matches(ofPath ? lowerKey : lowerName) ? RANK.whole : null);
}

function plainMatcher(wanted: string): NameMatcher {
  const lower = wanted.toLowerCase();
  const initials = lower.length >= 2 && /^[a-z0-9]+$/.test(lower) ? lower : null;
  return ({ name, lowerName: own, lowerKey }) => {
    const at = own.indexOf(lower);
    if (at === 0) return own.length === lower.length ? RANK.whole : RANK.start;
    if (at > 0 && isWordStart(name, at)) return RANK.word;
    if (initials !== null && mayAnswer(own, initials) && answersInitials(name, initials))
      return RANK.initials;
    if (at > 0) return RANK.inside;
    if (lowerKey.includes(lower)) return RANK.path;
    return lower.length >= LEAST_LETTERS && holdsInOrder(own, lower) ? RANK.letters : null;
  };
}

function pathMatcher(wanted: string): NameMatcher {
  const lower = wanted.toLowerCase();
  const pieces = lower.split(/[/#]/).filter((piece) => piece !== '');
  return ({ lowerKey: own }) => {
    if (own === lower) return RANK.whole;
    if (own.endsWith(lower)) return RANK.start;
    if (own.includes(lower)) return RANK.path;
    return answersPieces(own.split(/[/#.]/), pieces) ? RANK.shortPath : null;
  };
}

/** True where a word begins: at a capital after a small letter, after a mark, at a digit after a letter. */
function isWordStart(name: string, at: number): boolean {
  const before = name[at - 1];
  const here = name[at];
  if (!/[\p{L}\p{N}]/u.test(before)) return true;
  return (/\p{Lu}/u.test(here) && !/\p{Lu}/u.test(before)) || (/\d/.test(here) && !/\d/.test(before));
}

/** A cheap look before a dear one: the first letter begins the first word, and no word is so long that it has all. */
function mayAnswer(own: string, initials: string): boolean {
  const at = own.charCodeAt(0) === UNDERSCORE ? own.search(/[^_]/) : 0;
  return (
    own.charCodeAt(at) === initials.charCodeAt(0) &&
    own.length > initials.length &&
    holdsInOrder(own, initials)
  );
}

const UNDERSCORE = 95;

/** True when letters can be taken from the beginnings of words, in order, from the first word on: `rqfl` of rateQuoteForLock. */
function answersInitials(name: string, letters: string): boolean {
  const words = name.match(/\p{Lu}+(?!\p{Ll})|\p{Lu}?\p{Ll}+|\d+/gu) ?? [];
  if (words.length < 2) return false;
  const take = (word: number, letter: number): boolean => {
    if (letter === letters.length) return true;
    if (word === words.length) return false;
    const own = words[word].toLowerCase();
    let shared = 0;
    while (shared < own.length && letters[letter + shared] === own[shared]) shared++;
    for (let n = shared; n > 0; n--) if (take(word + 1, letter + n)) return true;
    return word > 0 && take(word + 1, letter);
  };
  return take(0, 0);
}

function holdsInOrder(name: string, letters: string): boolean {
  let taken = 0;
  for (let at = 0; at < name.length && taken < letters.length; at++)
    if (name.charCodeAt(at) === letters.charCodeAt(taken)) taken++;
  return taken === letters.length;
}

/** True when each piece begins a part of the path, in order, the last piece a part of the last two. */
function answersPieces(parts: readonly string[], pieces: readonly string[]): boolean {
  let part = 0;
  for (const piece of pieces) {
    while (part < parts.length && !parts[part].startsWith(piece)) part++;
    if (part++ === parts.length) return false;
  }
  return part >= parts.length - 1;
}
