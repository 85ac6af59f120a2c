/** A search in the text of files. */
export interface TextQuery {
  text: string;
  isPattern: boolean;
  wholeWord: boolean;
  matchCase: boolean;
}

/** One match: line and column from 1, in UTF-16 units. */
export interface TextMatch {
  line: number;
  column: number;
  length: number;
  /** The line as it stands, cut to what can be read. */
  shown: string;
  /** Where the match begins in what is shown. */
  at: number;
}

/** The pattern that finds what is asked for; a sentence when it cannot be read as one. */
export function patternOf(query: TextQuery): RegExp | { problem: string } {
  const source = query.isPattern ? query.text : query.text.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&');
  const word = '[\\p{L}\\p{N}_$]';
  const whole = query.wholeWord ? `(?<!${word})(?:${source})(?!${word})` : source;
  try {
    return new RegExp(whole, `gm${query.matchCase ? '' : 'i'}u`);
  } catch (error) {
    const why = (error as Error).message.replace(/^Invalid regular expression: /, '');
    return { problem: `This is no regular expression: ${why}.` };
  }
}

const SHOWN_BEFORE = 60;
const SHOWN = 240;

/** Matches in one text, at most `limit` of them described, all of them counted up to `most`. */
export function matchesIn(
  text: string,
  pattern: RegExp,
  limit: number,
  most: number,
): { count: number; matches: TextMatch[] } {
  const matches: TextMatch[] = [];
  let count = 0;
  let line = 1;
  let lineStart = 0;
  pattern.lastIndex = 0;
  for (let found = pattern.exec(text); found && count < most; found = pattern.exec(text)) {
    if (found[0] === '') {
      // Nothing is found everywhere; a pattern that matches it means the rest of what it matches.
      pattern.lastIndex++;
      continue;
    }
    count++;
    if (matches.length >= limit) continue;
    for (
      let end = text.indexOf('\n', lineStart);
      end >= 0 && end < found.index;
      end = text.indexOf('\n', lineStart)
    ) {
      line++;
      lineStart = end + 1;
    }
    matches.push(matchAt(text, found.index, found[0].length, line, lineStart));
  }
  return { count, matches };
}

function matchAt(text: string, index: number, length: number, line: number, lineStart: number): TextMatch {
  const end = text.indexOf('\n', lineStart);
  const lineEnd = end < 0 ? text.length : end;
  const indent = /^[ \t]*/.exec(text.slice(lineStart, lineStart + 200))![0].length;
  const from = Math.max(lineStart + Math.min(indent, index - lineStart), index - SHOWN_BEFORE);
  return {
    line,
    column: index - lineStart + 1,
    length,
    shown: text.slice(from, Math.min(lineEnd, from + SHOWN)).trimEnd(),
    at: index - from,
  };
}
