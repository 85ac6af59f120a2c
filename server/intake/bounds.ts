import ignore, { type Ignore } from 'ignore';

/** What project files and lists of patterns may hold, so that no reader of them runs away or runs out of stack. */

/** Project files that are written by hand are nested a dozen deep. */
const MOST_NESTED = 100;

/** True for a text whose brackets stand deeper in one another than any project file has them. O(letters). */
export function isNestedTooDeep(text: string): boolean {
  let depth = 0;
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (code === OPEN_BRACKET || code === OPEN_BRACE) {
      if (++depth > MOST_NESTED) return true;
    } else if ((code === CLOSE_BRACKET || code === CLOSE_BRACE) && depth > 0) depth--;
  }
  return false;
}

const OPEN_BRACKET = 0x5b;
const CLOSE_BRACKET = 0x5d;
const OPEN_BRACE = 0x7b;
const CLOSE_BRACE = 0x7d;

/** Runs of any letters in one part of a pattern, and runs of any folders in all of it: a match may try each at each place. */
const MOST_RUNS = 3;
const MOST_FOLDER_RUNS = 3;
const MOST_LETTERS = 1_000;

/** The rules of a .gitignore, without patterns that could take forever to match; how many those are. */
export function ignoreRules(text: string): { rules: Ignore; unread: number } {
  const lines = text.split(/\r?\n/);
  const read = lines.filter(isBounded);
  return { rules: ignore().add(read), unread: lines.length - read.length };
}

function isBounded(pattern: string): boolean {
  if (pattern.length > MOST_LETTERS) return false;
  const parts = pattern.split('/');
  const folderRuns = parts.filter((part) => part === '**').length;
  const mostRuns = Math.max(...parts.map((part) => (part === '**' ? 0 : (part.match(/\*+/g)?.length ?? 0))));
  return folderRuns <= MOST_FOLDER_RUNS && mostRuns <= MOST_RUNS;
}
