import { droppedArms } from '../reading/conditionals.ts';
import type { HiddenLines } from '../reading/lineFigures.ts';
import { lineAt, lineStartsOf } from '../reading/reading.ts';
import { blanked, TOKEN, type Range, type Tokens } from '../reading/tokens.ts';

/** A text made ready for the parser, and the lines of which the parser sees nothing. */
export interface Prepared {
  /** Of the same length, with lines where they were. */
  text: string;
  hidden: HiddenLines;
}

const conditional = /^[ \t]*#[ \t]*(if|elif|else|endif)\b/m;

/**
 * Takes conditionals out of a text: their directives, and the arms that cannot be read beside the others, for they
 * split a construct between them. O(text).
 */
export function prepare(text: string): Prepared {
  return conditional.test(text) ? withoutConditionals(text) : whole(text);
}

function whole(text: string): Prepared {
  return { text, hidden: { code: [], comment: [] } };
}

function withoutConditionals(text: string): Prepared {
  const { tokens, comments } = scan(text);
  const dropped = droppedArms(tokens);
  const directives = tokens.directives.map(({ start, end }): Range => [start, end]);
  const lineStarts = lineStartsOf(text);
  const linesOf = ([start, end]: Range): number[] => {
    const first = lineAt(lineStarts, start);
    return Array.from(
      { length: lineAt(lineStarts, Math.max(start, end - 1)) - first + 1 },
      (_, i) => first + i,
    );
  };
  const isDropped = ([start]: Range): boolean => dropped.some(([from, to]) => start >= from && start < to);
  const code = tokens.start.map((start, i): Range => [start, tokens.end[i]]).filter(isDropped);
  return {
    text: blanked(text, [...directives, ...dropped]),
    hidden: {
      code: [...directives, ...code].flatMap(linesOf),
      comment: comments.filter(isDropped).flatMap(linesOf),
    },
  };
}

const token = new RegExp(
  [
    String.raw`(?<comment>\/\/[^\n]*|\/\*[^]*?(?:\*\/|(?![^])))`,
    String.raw`(?<literal>\$*(?<quotes>"{3,})[^]*?(?:\k<quotes>"*|(?![^]))|(?:\$@|@\$|@)"(?:[^"]|"")*"?|\$?"(?:[^"\\\n]|\\.)*"?|'(?:[^'\\\n]|\\.)+'?)`,
    String.raw`(?<directive>(?<=^[ \t]*)#[^\n]*)`,
    String.raw`(?<word>[\w@\u0080-\uffff]+)`,
    String.raw`(?<mark>\S)`,
  ].join('|'),
  'gm',
);

/** A C# text taken apart, with the directives of conditionals alone. */
function scan(text: string): { tokens: Tokens; comments: Range[] } {
  const tokens: Tokens = { text, count: 0, kind: [], start: [], end: [], directives: [] };
  const comments: Range[] = [];
  for (const match of text.matchAll(token)) {
    const { comment, literal, directive, word } = match.groups!;
    const [start, end] = [match.index, match.index + match[0].length];
    if (comment !== undefined) comments.push([start, end]);
    else if (directive !== undefined) {
      const parts = /^#[ \t]*(if|elif|else|endif)\b[ \t]*([^\r\n]*?)[ \t]*(?:\/\/.*)?\r?$/.exec(directive);
      if (parts) tokens.directives.push({ name: parts[1], rest: parts[2], start, end, line: 0, lastLine: 0 });
    } else {
      tokens.count++;
      tokens.kind.push(literal !== undefined ? TOKEN.literal : word !== undefined ? TOKEN.word : TOKEN.mark);
      tokens.start.push(start);
      tokens.end.push(end);
    }
  }
  return { tokens, comments };
}
