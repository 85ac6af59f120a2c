/** What a stretch of a text is, as far as the text alone tells. */
export const constructNames = ['comment', 'literal', 'keyword', 'name', 'declaration', 'import'] as const;
export const CONSTRUCT = Object.fromEntries(constructNames.map((name, i) => [name, i])) as Record<
  (typeof constructNames)[number],
  number
>;

/** A file's text taken apart for reading: what each stretch is, and what names mean that only the file itself knows. */
export interface Constructs {
  /** Stretches in order of their beginning, four numbers each: from, to, construct, meaning (an index, -1 for none). */
  spans: number[];
  meanings: Meaning[];
  /** Parent of each declaration, by which its element is found; -1 at the top. */
  parents: number[];
}

/**
 * What a name means inside its file: the declaration of that number, a variable or parameter bound at an offset, or
 * something that the import on a line brings under its exported name (`*` the whole).
 */
export type Meaning =
  | { kind: 'declaration'; declaration: number }
  | { kind: 'local'; offset: number }
  | { kind: 'import'; line: number; name: string };

/** Index of the last stretch that begins at an offset or before it; -1 for none. O(log spans). */
export function lastSpanBefore(spans: readonly number[], offset: number): number {
  let low = -1;
  let high = spans.length / 4;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (spans[4 * middle] <= offset) low = middle;
    else high = middle;
  }
  return 4 * low;
}
