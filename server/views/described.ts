import { NO_FORM } from '../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { docBlocks, type DocBlock } from './docComment.ts';
import type { ReadText } from '../source/readText.ts';

/** How an element introduces itself in its source. */
export interface Description {
  /** The head of its declaration on one line; empty for folders, files and externals. */
  signature: string;
  /** Its documentation comment without the marks; empty for none. */
  doc: string;
  /** The same by its structure: paragraphs, tags, code. */
  blocks: DocBlock[];
}

/** Of what has no text of its own. */
export const undescribed: Description = { signature: '', doc: '', blocks: [] };

const MAX_HEAD_LINES = 12;
const MAX_SIGNATURE = 400;
const MAX_DOC = 4_000;

/** Reads the head and the comment of an element from its file, as it is now. */
export async function describe(
  { elements }: SurveyedCodebase,
  element: number,
  readText: ReadText,
): Promise<Description> {
  const file = elements.file[element];
  if (file < 0 || elements.form[element] === NO_FORM) return undescribed;
  const text = (await readText(elements.key[file]))?.text;
  if (text === undefined) return undescribed;
  const lines = text.split('\n');
  const first = elements.startLine[element] - 1;
  const last = Math.min(elements.endLine[element], first + MAX_HEAD_LINES);
  const docStart = elements.docStart[element];
  const doc = docStart > 0 ? lines.slice(docStart - 1, elements.docEnd[element]) : [];
  return {
    signature: signatureOf(lines.slice(first, last), elements.name[element]),
    doc: withoutMarks(doc).slice(0, MAX_DOC),
    blocks: docBlocks(unmarked(doc).slice(0, MAX_DOC)),
  };
}

/** Comments of the C family are no part of a head; strings, in which their marks may stand, are kept as they are. */
function withoutComments(text: string): string {
  return text.replace(/("(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*')|\/\/[^\n]*|\/\*[^]*?\*\//g, '$1');
}

/**
 * The head of a declaration: up to where its body or value begins. Annotations and decorators that stand above the
 * name's line are not part of it.
 */
export function signatureOf(lines: readonly string[], name: string): string {
  const plain = name.replace(/<.*$/, '');
  const named = lines.findIndex((line) => !/^\s*[@[]/.test(line) && line.includes(plain));
  const text = withoutComments(lines.slice(Math.max(0, named)).join('\n'));
  let depth = 0;
  let end = text.length;
  for (let at = 0; at < text.length; at++) {
    const character = text[at];
    if ('(['.includes(character)) depth++;
    else if (')]'.includes(character)) depth--;
    if (depth > 0) continue;
    const endsHere =
      character === '{' ||
      character === ';' ||
      (character === '=' && text[at + 1] === '>') ||
      (character === ':' && /^:[ \t]*(#.*)?\r?(\n|$)/.test(text.slice(at)));
    if (!endsHere) continue;
    end = at;
    break;
  }
  return text.slice(0, end).replace(/\s+/g, ' ').trim().slice(0, MAX_SIGNATURE);
}

/** A comment's words: without its marks and without what XML documentation puts around paragraphs. */
export function withoutMarks(lines: readonly string[]): string {
  return unmarked(lines)
    .replace(/<\/?(summary|para|remarks)>/g, '')
    .trim();
}

/** Without `/**`, `*`, `//`, `///`, `#` and quotes, its paragraphs kept. */
function unmarked(lines: readonly string[]): string {
  return lines
    .map((line) =>
      line
        .replace(/^\s*(\/\*\*?|\*\/|\*(?!\*)|\/\/[/!]?|#+|"""|''')\s?/, '')
        .replace(/\s*(\*\/|"""|''')\s*$/, '')
        .trimEnd(),
    )
    .join('\n')
    .trim();
}
