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
  const unparsed = lines.map(([first, last]) => all.slice(first - 1, last).join('\n')).join('\n');
  return [...new Set(unparsed.match(/(?<![\w$])[A-Za-z_$][\w$]{2,80}/g))];
}

/** Gives the stretches of lines that declare a name. */
export type DeclaredLines = (name: string) => readonly (readonly [first: number, last: number])[] | undefined;

/**
 * Reads the names that stand in strings of a text; `isLiteral` tells whether a stretch of it is a literal. What says its own name, as for an
 * error, is not used by that: names in the lines that declare them are passed over. O(text).
 */
export function quotedNames(
  text: string,
  isLiteral: (from: number, to: number) => boolean,
  declaredIn: DeclaredLines = () => undefined,
): QuotedNames {
  const found = new Set<string>();
  const named: NamedPlace[] = [];
  // Most files have no qualified name in a string, and need no lines.
  let starts: Uint32Array | null = null;
  const place = (offset: number): [line: number, column: number] =>
    placeIn((starts ??= lineStartsOf(text)), offset);
  const isOwn = (name: string, offset: number): boolean => {
    const stretches = declaredIn(name);
    if (!stretches) return false;
    const [line] = place(offset);
    return stretches.some(([first, last]) => first <= line && line <= last);
  };
  for (const match of text.matchAll(quoted)) {
    const [, , inString, turned] = match;
    const name = /[A-Za-z_$][\w$]*$/.exec((inString ?? turned).replace(/<[^>]*>/g, '').trim())?.[0];
    const offset = match.index + 1;
    if (name !== undefined && !isOwn(name, offset)) found.add(name);
    if (inString !== undefined && inString !== name && isLiteral(offset, offset + inString.length))
      named.push([inString, ...place(offset)]);
    if (found.size === MOST || named.length === MOST) break;
  }
  return { quoted: [...found], named };
}
