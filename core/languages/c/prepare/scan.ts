import { TOKEN, type Directive, type Tokens } from '../../reading/tokens.ts';

/** A C or C++ text taken apart. */
export interface Scan extends Tokens {
  /** Per line, from 1: 1 when a token or directive stands on it, and when a comment does. */
  hasCode: Uint8Array;
  hasComment: Uint8Array;
}

/** Letters, `_`, `$`, and all beyond ASCII. */
function isWordStart(code: number): boolean {
  return (
    (code >= 97 && code <= 122) || (code >= 65 && code <= 90) || code === 95 || code === 36 || code > 127
  );
}

const wordEnd = /[^\w$\u0080-\uffff]/g;
const numberEnd = /[^\w.']/g;

/** O(text). */
export function scan(text: string): Scan {
  let lines = 1;
  for (let at = text.indexOf('\n'); at !== -1; at = text.indexOf('\n', at + 1)) lines++;
  const result: Scan = {
    text,
    count: 0,
    kind: [],
    start: [],
    end: [],
    directives: [],
    hasCode: new Uint8Array(lines + 2),
    hasComment: new Uint8Array(lines + 2),
  };
  let line = 1;
  let at = 0;
  let isLineStart = true;
  const token = (kind: number, end: number): void => {
    result.kind.push(kind);
    result.start.push(at);
    result.end.push(end);
    result.count++;
    result.hasCode[line] = 1;
    isLineStart = false;
    at = end;
  };
  while (at < text.length) {
    const code = text.charCodeAt(at);
    if (code === 10) {
      line++;
      at++;
      isLineStart = true;
    } else if (code <= 32) {
      at++;
    } else if (code === SLASH && text.charCodeAt(at + 1) === SLASH) {
      const end = endOfLine(text, at);
      for (let l = line; l <= line + newlines(text, at, end); l++) result.hasComment[l] = 1;
      line += newlines(text, at, end);
      at = end;
    } else if (code === SLASH && text.charCodeAt(at + 1) === STAR) {
      const close = text.indexOf('*/', at + 2);
      const end = close < 0 ? text.length : close + 2;
      const last = line + newlines(text, at, end);
      for (let l = line; l <= last; l++) result.hasComment[l] = 1;
      line = last;
      at = end;
    } else if (code === HASH && isLineStart) {
      const directive = readDirective(text, at, line);
      result.directives.push(directive);
      for (let l = line; l <= directive.lastLine; l++) result.hasCode[l] = 1;
      line = directive.lastLine;
      at = directive.end;
    } else if (code === QUOTE || code === APOSTROPHE) {
      const end = endOfQuoted(text, at, code);
      const first = line;
      token(TOKEN.literal, end);
      line += newlines(text, result.start[result.count - 1], end);
      for (let l = first; l <= line; l++) result.hasCode[l] = 1;
    } else if (code >= 48 && code <= 57) {
      numberEnd.lastIndex = at;
      token(TOKEN.literal, numberEnd.exec(text)?.index ?? text.length);
    } else if (isWordStart(code)) {
      wordEnd.lastIndex = at;
      const end = wordEnd.exec(text)?.index ?? text.length;
      const raw = text[end] === '"' && /^(u8|[uUL])?R$/.test(text.slice(at, end)) ? endOfRaw(text, end) : -1;
      if (raw < 0) token(TOKEN.word, end);
      else {
        const first = line;
        const from = at;
        token(TOKEN.literal, raw);
        line += newlines(text, from, raw);
        for (let l = first; l <= line; l++) result.hasCode[l] = 1;
      }
    } else {
      token(TOKEN.mark, at + 1);
    }
  }
  return result;
}

const SLASH = 47;
const STAR = 42;
const HASH = 35;
const QUOTE = 34;
const APOSTROPHE = 39;
const BACKSLASH = 92;

function newlines(text: string, from: number, to: number): number {
  let count = 0;
  for (let at = text.indexOf('\n', from); at !== -1 && at < to; at = text.indexOf('\n', at + 1)) count++;
  return count;
}

/** The end of a line and of those that a backslash joins to it. */
function endOfLine(text: string, from: number): number {
  let at = from;
  for (;;) {
    const end = text.indexOf('\n', at);
    if (end < 0) return text.length;
    const last = text.charCodeAt(end - 1) === 13 ? end - 2 : end - 1;
    if (text.charCodeAt(last) !== BACKSLASH) return end;
    at = end + 1;
  }
}

/** The end of a string or character; at the line's end when it is not closed. */
function endOfQuoted(text: string, from: number, quote: number): number {
  for (let at = from + 1; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (code === BACKSLASH) at += text.charCodeAt(at + 1) === 13 ? 2 : 1;
    else if (code === quote) return at + 1;
    else if (code === 10) return at;
  }
  return text.length;
}

/** The end of a raw string whose quote stands at `quote`; -1 when it is none. */
function endOfRaw(text: string, quote: number): number {
  const open = text.indexOf('(', quote);
  if (open < 0 || open - quote > 17) return -1;
  const close = text.indexOf(`)${text.slice(quote + 1, open)}"`, open);
  return close < 0 ? text.length : close + (open - quote) + 1;
}

/** A directive's end is its line's, but a comment that it opens may reach further. */
function readDirective(text: string, start: number, line: number): Directive {
  let end = endOfLine(text, start);
  let body = text.slice(start + 1, end);
  const opened = openComment(body);
  if (opened >= 0) {
    const close = text.indexOf('*/', start + 1 + opened);
    end = close < 0 ? text.length : endOfLine(text, close);
    body = text.slice(start + 1, end);
  }
  const lastLine = line + newlines(text, start, end);
  const plain = body
    .replace(/\\\r?\n/g, ' ')
    .replace(
      /("(?:[^"\\\n]|\\.)*")|\/\*[^]*?(?:\*\/|$)|\/\/.*/g,
      (_, text: string | undefined) => text ?? ' ',
    )
    .trim();
  const [, name, rest] = /^\s*(\w*)\s*([^]*)$/.exec(plain)!;
  return { name, rest: rest.trim(), start, end, line, lastLine };
}

/** Where a block comment begins in a directive that does not end in it; -1 for none. */
function openComment(body: string): number {
  const marks = /"(?:[^"\\\n]|\\.)*"|\/\/.*|\/\*/g;
  for (let match = marks.exec(body); match; match = marks.exec(body)) {
    if (match[0] !== '/*') continue;
    const close = body.indexOf('*/', match.index + 2);
    if (close < 0) return match.index;
    marks.lastIndex = close + 2;
  }
  return -1;
}
