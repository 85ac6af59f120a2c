import type { LineFigures } from '../../facts/fileFacts.ts';
import type { Reading } from './reading.ts';

/** Which nodes count for lines, as kind sets of the language's vocabulary. */
export interface LineKinds {
  comment: Uint8Array;
  /** Nodes that are code on each line they reach over, though no leaf of theirs does. */
  wholeCode: Uint8Array;
  /** Leaves that are code only where they hold more than blanks. */
  blankText: Uint8Array;
  /** True for a string that stands as documentation; counted as a comment. */
  isDocumentation?(reading: Reading, node: number): boolean;
}

/** Running counts: lines 1…n of the file that hold code, and that hold a comment. Index 0 is 0. */
export interface LineCounts {
  code: Uint32Array;
  comment: Uint32Array;
}

/** Lines, from 1, that hold code or a comment of which the tree knows nothing, for they were kept from the parser. */
export interface HiddenLines {
  code: readonly number[];
  comment: readonly number[];
}

/** Which lines hold a token and which a comment, from the leaves of the tree; O(nodes + lines). */
export function countLines(reading: Reading, kinds: LineKinds, hidden?: HiddenLines): LineCounts {
  const { table, lineStarts, text } = reading;
  const count = lineStarts.length;
  const code = new Uint32Array(count + 1);
  const comment = new Uint32Array(count + 1);
  let line = 0; // index of the line in which the walk stands
  for (let node = 0; node < table.count; node++) {
    const kind = table.kind[node];
    const isDocumentation = kinds.isDocumentation?.(reading, node) === true;
    const isComment = kinds.comment[kind] === 1 || isDocumentation;
    const isLeaf = table.next[node] === node + 1;
    if (!isLeaf && !isComment && kinds.wholeCode[kind] === 0) continue;
    const start = table.start[node];
    let end = table.end[node];
    // Some grammars let a node reach over the newline that ends it.
    if (end > start && text.charCodeAt(end - 1) === NEWLINE) end--;
    const inner = table.next[node];
    if (isDocumentation) node = inner - 1;
    if (start === end) continue;
    if (kinds.blankText[kind] === 1 && text.slice(start, end).trim() === '') continue;
    while (line + 1 < count && lineStarts[line + 1] <= start) line++;
    const marks = isComment ? comment : code;
    marks[line + 1] = 1;
    for (let at = line + 1; at < count && lineStarts[at] < end; at++) marks[at + 1] = 1;
  }
  for (const at of hidden?.code ?? []) code[at] = 1;
  for (const at of hidden?.comment ?? []) comment[at] = 1;
  for (let at = 1; at <= count; at++) {
    code[at] += code[at - 1];
    comment[at] += comment[at - 1];
  }
  return { code, comment };
}

const NEWLINE = 10;

/** The file's own figures. A newline at the very end closes the last line and does not begin another. */
export function lineFigures(reading: Reading, counts: LineCounts): LineFigures {
  const { text, lineStarts } = reading;
  const physical = lineStarts.length - (text === '' || text.endsWith('\n') ? 1 : 0);
  let both = 0;
  let longest = 0;
  for (let line = 0; line < physical; line++) {
    const hasCode = counts.code[line + 1] > counts.code[line];
    if (hasCode && counts.comment[line + 1] > counts.comment[line]) both++;
    const end = line + 1 < lineStarts.length ? lineStarts[line + 1] - 1 : text.length;
    longest = Math.max(longest, end - lineStarts[line]);
  }
  const code = counts.code[lineStarts.length];
  const comment = counts.comment[lineStarts.length];
  const commentOnly = comment - both;
  return { lines: physical, code, comment, commentOnly, blank: physical - code - commentOnly, longest };
}
