/** Kinds of tokens. Strings, characters and numbers are told from words; comments and directives are no tokens. */
export const TOKEN = { word: 1, literal: 2, mark: 3 } as const;

/** A directive of a preprocessor, with the lines that a backslash joins to it. */
export interface Directive {
  /** `include`, `define`, `if` …; empty for a lone `#`. */
  name: string;
  /** What follows the name, without comments and with joined lines as one. */
  rest: string;
  start: number;
  /** Offset of the newline that ends it, or of the text's end. */
  end: number;
  line: number;
  lastLine: number;
}

/** A text taken apart into tokens, without a thought for grammar. Offsets are UTF-16 code units. */
export interface Tokens {
  text: string;
  count: number;
  kind: number[];
  start: number[];
  end: number[];
  directives: Directive[];
}

/** A stretch of text, from an offset up to another. */
export type Range = [start: number, end: number];

/** A text with stretches blanked, which may overlap; newlines stay, so that lines and offsets hold. */
export function blanked(text: string, ranges: readonly Range[]): string {
  const parts: string[] = [];
  let at = 0;
  for (const [start, end] of [...ranges].sort((a, b) => a[0] - b[0])) {
    if (end <= at) continue;
    const from = Math.max(at, start);
    parts.push(text.slice(at, from), text.slice(from, end).replace(/[^\r\n]/g, ' '));
    at = end;
  }
  parts.push(text.slice(at));
  return parts.join('');
}
