import type { DocPart, TextBlock } from './docComment.ts';

/** What a text without Markdown is made of, as far as its layout says. */
export type PlainBlock = TextBlock | { kind: 'heading'; level: number; text: string };

const underline = /^([=\-~^"'`#*+.:_])\1{2,}\s*$/;
const item = /^(?:[-*+•]|\d+[.)])\s+/;

/**
 * The structure of reStructuredText and of texts that are laid out like it: headings that are underlined, lists, indented code,
 * paragraphs. Directives are left out but for code and notes; everything else stays as it is. O(letters).
 */
export function plainBlocks(text: string): PlainBlock[] {
  const lines = text.split(/\r?\n/);
  const blocks: PlainBlock[] = [];
  const levels: string[] = [];
  let paragraph: string[] = [];
  const close = (): void => {
    if (paragraph.length > 0) blocks.push(textBlock(paragraph));
    paragraph = [];
  };
  for (let at = 0; at < lines.length; at++) {
    const line = lines[at];
    const next = lines[at + 1] ?? '';
    const isTitle = line.trim() !== '' && !/^\s/.test(line) && !underline.test(line) && underline.test(next);
    if (isTitle && next.trim().length >= Math.min(3, line.trim().length)) {
      close();
      const sign = next[0];
      if (!levels.includes(sign)) levels.push(sign);
      blocks.push({ kind: 'heading', level: Math.min(4, levels.indexOf(sign) + 1), text: line.trim() });
      at++;
    } else if (underline.test(line) && line.trim() !== '') {
      close();
    } else if (/^\.\. /.test(line) || line.trim() === '..') {
      close();
      const end = endOfIndented(lines, at + 1);
      const directive = /^\.\. ([\w-]+)::/.exec(line)?.[1];
      const body = lines.slice(at + 1, end).filter((each) => !/^\s+:[\w-]+:/.test(each));
      if (
        directive !== undefined &&
        /^(code|code-block|sourcecode|literalinclude|parsed-literal)$/.test(directive)
      )
        pushCode(blocks, body);
      else if (
        directive !== undefined &&
        /^(note|warning|tip|important|caution|hint|danger)$/.test(directive)
      )
        blocks.push(...plainBlocks(withoutIndent(body)));
      at = end - 1;
    } else if (line.trim() === '') {
      close();
    } else if (/^(\s{2,}|\t)\S/.test(line) && paragraph.length === 0 && !item.test(line.trim())) {
      const end = endOfIndented(lines, at);
      pushCode(blocks, lines.slice(at, end));
      at = end - 1;
    } else {
      if (item.test(line.trim())) close();
      paragraph.push(line);
    }
  }
  close();
  return blocks;
}

/** One past the last line that is indented or empty, the empty ones at the end not counted. */
function endOfIndented(lines: readonly string[], from: number): number {
  let end = from;
  for (let at = from; at < lines.length && (/^\s/.test(lines[at]) || lines[at] === ''); at++)
    if (lines[at].trim() !== '') end = at + 1;
  return end;
}

function pushCode(blocks: PlainBlock[], lines: readonly string[]): void {
  const text = withoutIndent(lines);
  if (text !== '') blocks.push({ kind: 'code', text });
}

function withoutIndent(lines: readonly string[]): string {
  const least = lines
    .filter((line) => line.trim() !== '')
    .reduce((sofar, line) => Math.min(sofar, /^\s*/.exec(line)![0].length), Infinity);
  return lines
    .map((line) => line.slice(Number.isFinite(least) ? least : 0))
    .join('\n')
    .replace(/^\n+|\s+$/g, '');
}

function textBlock(lines: readonly string[]): PlainBlock {
  const text = lines.map((line) => line.trim()).join(' ');
  const isItem = item.test(text);
  return { kind: isItem ? 'item' : 'paragraph', parts: partsOf(isItem ? text.replace(item, '') : text) };
}

/** ``code``, `text <address>`_, :role:`name`, **stress**: their words, code told apart. */
function partsOf(text: string): DocPart[] {
  return text
    .replace(/::$/, ':')
    .split(/(``[^`]+``|:[\w:+-]{1,40}:`[^`]+`|`[^`]+`_{0,2})/)
    .flatMap((piece, at): DocPart[] => {
      if (piece === '') return [];
      if (at % 2 === 0) return [{ text: piece.replace(/\*\*([^*]+)\*\*/g, '$1'), isCode: false }];
      const isLink = /`_{1,2}$/.test(piece);
      const inner = piece.replace(/^:[\w:+-]+:/, '').replace(/^`+|`+_{0,2}$/g, '');
      return [{ text: inner.replace(/\s{0,20}<([^<>]{1,1000})>$/, isLink ? ' ($1)' : ''), isCode: !isLink }];
    });
}
