import { createHash } from 'node:crypto';
import { packWords, wordsIn } from '../../core/facts/words.ts';
import { languageOf } from '../../core/languages/registry.ts';
import { decode } from '../source/decode.ts';
import { isMarkdownName, isReadme } from './names.ts';

/** What a file's content says about how it is to be taken. Depends on the bytes and the file's name alone. */
export interface Look {
  hash: string;
  lines: number;
  /** What speaks against reading it as code. */
  verdict?: { reason: 'binary' | 'minified' | 'generated'; detail: string };
  /** First line, when it begins with `#!`. */
  firstLine?: string;
  /** How it begins, when that may tell its language. */
  head?: string;
  /** The language that it is after all, by its text, when its ending does not settle it. */
  sibling?: { id: string; why: string };
  /** The macros it defines, a line for each. */
  macros?: string[];
  /** Its words, packed and in base 64, when some of them may be macros of other files. */
  words?: string;
  /** What it includes by text, as written. */
  includes?: string[];
  /** True when it was compiled from another file and says so. */
  hasSourceMap?: true;
  /** True when it waits for connections, as servers do. */
  listens?: true;
  /** One sentence on the folder it stands in: from a README, or the comment at the top of an index file. */
  purpose?: string;
}

/** Raise it whenever a look at the same bytes gives something else. */
export const LOOK_VERSION = 7;

/** Calls by which programs wait for connections. */
const waiting = ['.listen(', 'serve(', 'createServer('];

const HEAD = 2_000;
const TAIL = 300;

export function lookAt(bytes: Buffer, name: string): Look {
  const hash = createHash('sha256').update(bytes).digest('hex');
  const text = decode(bytes);
  if (text === null)
    return { hash, lines: 0, verdict: { reason: 'binary', detail: 'it contains NUL bytes' } };
  const lines = countLines(text);
  const look: Look = { hash, lines };
  const head = text.slice(0, HEAD);
  const language = languageOf(name)?.language;
  const sibling = language?.siblingFor?.(name, text);
  if (sibling) look.sibling = sibling;
  const macros = language?.macrosIn?.(text) ?? [];
  if (macros.length > 0) look.macros = macros;
  if (language?.macrosAmongWords) look.words = Buffer.from(packWords(wordsIn(text))).toString('base64');
  const includes = language?.includesIn?.(text) ?? [];
  if (includes.length > 0) look.includes = includes;
  const verdict = denseBecause(text, lines) ?? generatedBecause(head);
  if (verdict) look.verdict = verdict;
  if (head.startsWith('#!')) look.firstLine = head.slice(0, head.search(/\r?\n|$/));
  if (/^\uFEFF?\s*</.test(head)) look.head = head.slice(0, 200);
  if (text.slice(-TAIL).includes('sourceMappingURL=')) look.hasSourceMap = true;
  if (waiting.some((call) => text.includes(call))) look.listens = true;
  const purpose = purposeOf(head, text, name);
  if (purpose !== null) look.purpose = purpose;
  return look;
}

/** Lines as an editor numbers them, without an empty one after the last line feed. */
const NEWLINE = 10;

function countLines(text: string): number {
  if (text === '') return 0;
  let lines = 0;
  // Character by character: a call of `indexOf` for each line takes many times as long.
  for (let at = 0; at < text.length; at++) if (text.charCodeAt(at) === NEWLINE) lines++;
  return text.endsWith('\n') ? lines : lines + 1;
}

const LONG = 400;

/**
 * Squeezed for delivery: at least 4 kB, and most of the lines that hold code are longer than anybody writes them. A
 * table of data or a blob in a string, in a file that is otherwise written by hand, does not count.
 */
function denseBecause(text: string, lines: number): Look['verdict'] | null {
  if (text.length < 4_000 || text.length / lines < LONG / 4) return null;
  let long = 0;
  let others = 0;
  let inComment = false;
  for (let start = 0; start < text.length;) {
    const end = text.indexOf('\n', start);
    const stop = end < 0 ? text.length : end;
    if (stop - start > LONG) long++;
    else {
      const line = text.slice(start, stop).trim();
      if (line.startsWith('/*')) inComment = true;
      if (line !== '' && !inComment && !line.startsWith('//')) others++;
      if (line.includes('*/')) inComment = false;
    }
    start = stop + 1;
  }
  return long > others
    ? { reason: 'minified', detail: `most of its lines are longer than ${LONG} characters` }
    : null;
}

const commentLine = /^\s*(\/\/|\/\*|\*|#|--|;|<!--|"""|''')/;
const generatedMark = new RegExp(
  [
    '@generated\\b',
    '<auto-?generated',
    '\\bcode generated\\b[^.]{0,80}\\bdo not edit\\b',
    '\\b(this|the) (file|code|source|module|class)\\b[^.]{0,60}\\b(auto-?)?generated\\b',
    '\\bauto(matically)?[- ]?generated (file|code|by|from|using|with|on)\\b',
    '\\bgenerated (automatically|by|from|with|using)\\b[^]{0,160}\\bdo not (edit|modify|change)\\b',
    '\\bdo not (edit|modify|change)\\b[^]{0,160}\\b(is|was|been) (auto-?)?generated\\b',
  ].join('|'),
  'i',
);

/** Marks that generators leave in the comments at the top of what they write. */
function generatedBecause(head: string): Look['verdict'] | null {
  const comments: string[] = [];
  for (const line of head.split(/\r?\n/).slice(0, 30)) {
    if (line.trim() !== '' && !commentLine.test(line)) break;
    comments.push(line);
  }
  const top = comments.join('\n');
  if (!generatedMark.test(top)) return null;
  const line =
    comments.find((comment) => /generated|do not (edit|modify|change)/i.test(comment))?.trim() ?? '';
  return { reason: 'generated', detail: `it says “${line.replace(/^[/*#\-;<!\s]+/, '').slice(0, 100)}”` };
}

const MAX_PURPOSE = 200;
const notAPurpose =
  /licen[sc]e|copyright|eslint|prettier|@ts-|spdx|rights reserved|<reference|jshint|use strict/i;

function purposeOf(head: string, text: string, name: string): string | null {
  if (isReadme(name))
    return firstParagraph(
      isMarkdownName(name) ? text.slice(0, 8_000) : withoutUnderlined(text.slice(0, 8_000)),
    );
  if (!/^(index|mod|main)\.[cm]?[jt]sx?$|^__init__\.py$|^package-info\.java$|^doc\.go$/.test(name))
    return null;
  const comment = /^\s*(?:#![^\n]*\n\s*)?(?:\/\*\*?([^]*?)\*\/|((?:\/\/[^\n]*\n)+)|"""([^]*?)""")/.exec(head);
  const body = comment?.[1] ?? comment?.[2] ?? comment?.[3];
  if (body === undefined) return null;
  const plain = body
    .split('\n')
    .map((line) => line.replace(/^\s*(\*|\/\/)?\s*/, ''))
    .join('\n')
    .replace(/^\s*@(file|fileoverview|packageDocumentation|module\b.*)\s*/gm, '');
  const [first] = withoutUnderlined(plain)
    .trim()
    .split(/\n\s*\n|\n\s*@/);
  return firstSentence(first);
}

/** Without headings that are underlined, and without directives, of texts that are no Markdown. */
function withoutUnderlined(text: string): string {
  const lines = text.split(/\r?\n/);
  const isUnderline = (line: string | undefined): boolean => /^([=\-~^"'`#*+])\1{2,}\s*$/.test(line ?? '');
  let isInDirective = false;
  return lines
    .map((line, at) => {
      // What a directive is given, and what it holds, stands indented below it.
      isInDirective = /^\.\. /.test(line) || (isInDirective && /^(\s|$)/.test(line));
      const isField = /^:[\w -]+:(\s|$)/.test(line);
      return isInDirective || isField || isUnderline(line) || isUnderline(lines[at + 1]) ? '' : line;
    })
    .join('\n');
}

/** The first paragraph of prose in a Markdown text: no heading, list, picture, table, quotation or code. */
function firstParagraph(markdown: string): string | null {
  const withoutCode = markdown
    .replace(/^\uFEFF/, '')
    .replace(/^(```|~~~)[^]*?^\1/gm, '')
    .replace(/<!--[^]*?-->/g, '');
  for (const block of withoutCode.split(/\n\s*\n/)) {
    const lines = block
      .split('\n')
      .filter((line) => !/^\s*(#|=+\s*$|-+\s*$|\||>|[-*+] |\d+\. |!\[|\[!\[|\[[^\]]+\]:|<)/.test(line));
    const sentence = firstSentence(plainText(lines.join(' ')));
    if (sentence !== null) return sentence;
  }
  return null;
}

function plainText(markdown: string): string {
  return markdown
    .replace(/!\[[^\]]*\]\([^)]*\)/g, '')
    .replace(/\[([^\]]*)\](\([^)]*\)|\[[^\]]*\])/g, '$1')
    .replace(/<[^>]+>/g, '')
    .replace(/[*_`]{1,3}([^*_`]+)[*_`]{1,3}/g, '$1');
}

function firstSentence(text: string): string | null {
  const joined = text.replace(/\s+/g, ' ').trim();
  const sentence = /^.*?[.!?](?=\s+[A-Z(]|$)/.exec(joined)?.[0] ?? joined;
  if (sentence.length < 12 || !/[a-z] [a-z]/i.test(sentence) || notAPurpose.test(sentence)) return null;
  return sentence.length > MAX_PURPOSE ? `${sentence.slice(0, MAX_PURPOSE - 1).trimEnd()}…` : sentence;
}
