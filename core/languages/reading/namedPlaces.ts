import { MAX_COLUMN, type NamedPlace } from '../../facts/fileFacts.ts';
import { lineAt, lineStartsOf } from './reading.ts';

/** Line and column of an offset, both from 1. O(log lines). */
export function placeIn(starts: Uint32Array, offset: number): [line: number, column: number] {
  const line = lineAt(starts, offset);
  return [line, Math.min(offset - starts[line - 1] + 1, MAX_COLUMN)];
}

/** More places than any configuration has that somebody wrote by hand. */
const MOST_PLACES = 20_000;
/** Longer than any name of a type or routine. */
const MOST_LETTERS = 500;

/** A name with at least two parts. It begins where a word does, so that long words are walked once. */
const qualified = /(?<![\w$])[A-Za-z_$][\w$]*(?:(?:::|[.#:/])[A-Za-z_$][\w$]*)+/g;

/** Every qualified name of a text of configuration, with its place; not those in comments. O(text). */
export function qualifiedNames(text: string): NamedPlace[] {
  const starts = lineStartsOf(text);
  const found: NamedPlace[] = [];
  for (const match of withoutComments(text).matchAll(qualified)) {
    if (match[0].length > MOST_LETTERS) continue;
    found.push([match[0], ...placeIn(starts, match.index)]);
    if (found.length === MOST_PLACES) break;
  }
  return found;
}

const blanked = (text: string): string => text.replace(/[^\n]/g, ' ');

/** Blanks out `<!-- … -->`, and lines that begin with `#`, `;` or `!`. Lengths and lines stay. */
function withoutComments(text: string): string {
  const parts: string[] = [];
  let at = 0;
  for (let open = text.indexOf('<!--'); open >= 0; open = text.indexOf('<!--', at)) {
    const close = text.indexOf('-->', open);
    const end = close < 0 ? text.length : close + 3;
    parts.push(text.slice(at, open), blanked(text.slice(open, end)));
    at = end;
  }
  parts.push(text.slice(at));
  return parts.join('').replace(/^[ \t]*[#;!].*$/gm, blanked);
}
