/** A file that quotes more is a table, and no code that loads by name. */
const MOST = 2_000;

/** A string that is a name, perhaps of something in something, and what is named to be turned into a string. */
const quoted =
  /(["'`])((?:[A-Za-z_$][\w$]*[.#:/]+)*[A-Za-z_$][\w$]{2,80})\1|\bnameof\(\s*([\w$.<>,\s]{1,200})\)/g;

/**
 * Names that stand in strings of a text, each once: what is loaded, called or looked up by its name. Of a qualified one the last part.
 * O(text).
 */
export function quotedNames(text: string): string[] {
  const found = new Set<string>();
  for (const [, , inString, named] of text.matchAll(quoted)) {
    const name = /[A-Za-z_$][\w$]*$/.exec((inString ?? named).replace(/<[^>]*>/g, '').trim())?.[0];
    if (name !== undefined) found.add(name);
    if (found.size === MOST) break;
  }
  return [...found];
}
