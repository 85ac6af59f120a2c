import type { NamedPlace } from '../../facts/fileFacts.ts';
import { placeIn } from './namedPlaces.ts';
import { lineStartsOf } from './reading.ts';

/** A file that quotes more is a table, and no code that loads by name. */
const MOST = 2_000;

/** A string that is a name, perhaps of something in something, and what is named to be turned into a string. */
const quoted =
  /(["'`])((?:[A-Za-z_$][\w$]*[.#:/]+)*[A-Za-z_$][\w$]{2,80})\1|\bnameof\(\s*([\w$.<>,\s]{1,200})\)/g;

/** Names that stand in strings: what may be loaded, called or looked up by its name. */
export interface QuotedNames {
  /** Each name once, of a qualified one its last part. */
  quoted: string[];
  /** Every place of a qualified name that a string consists of, in code. */
  named: NamedPlace[];
}

/** Words of lines that did not parse: what they name may be used there. O(lines + words). */
export function wordsOfLines(
  text: string,
  lines: readonly (readonly [first: number, last: number])[],
): string[] {
  if (lines.length === 0) return [];
  const all = text.split('\n');
  const damaged = lines.map(([first, last]) => all.slice(first - 1, last).join('\n')).join('\n');
  return [...new Set(damaged.match(/(?<![\w$])[A-Za-z_$][\w$]{2,80}/g))];
}

/** Reads the names that stand in strings of a text; `isLiteral` tells whether a stretch of it is a literal. O(text). */
export function quotedNames(text: string, isLiteral: (from: number, to: number) => boolean): QuotedNames {
  const found = new Set<string>();
  const named: NamedPlace[] = [];
  // Most files have no qualified name in a string, and need no lines.
  let starts: Uint32Array | null = null;
  for (const match of text.matchAll(quoted)) {
    const [, , inString, turned] = match;
    const name = /[A-Za-z_$][\w$]*$/.exec((inString ?? turned).replace(/<[^>]*>/g, '').trim())?.[0];
    if (name !== undefined) found.add(name);
    const offset = match.index + 1;
    if (inString !== undefined && inString !== name && isLiteral(offset, offset + inString.length))
      named.push([inString, ...placeIn((starts ??= lineStartsOf(text)), offset)]);
    if (found.size === MOST || named.length === MOST) break;
  }
  return { quoted: [...found], named };
}
