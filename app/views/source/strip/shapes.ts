import { CONSTRUCT } from '../../../../core/facts/constructs.ts';

/** The lines of a text as they look from afar: runs of what is no blank, each with its construct. */
export interface LineShapes {
  count: number;
  /** Run r of line l (from 0) lies in `runStart[l]` ≤ r < `runStart[l + 1]`. */
  runStart: Int32Array;
  column: Uint16Array;
  length: Uint16Array;
  construct: Uint8Array;
}

/** Ordinary code that is no construct of its own. */
export const PLAIN = 255;
const TAB = 9;
const NEWLINE = 10;
const BLANK = 32;
const TAB_WIDTH = 4;
const MOST = 65_535;

/** O(text + spans). `spans` as of `SourceConstructs`; a stretch within another goes before it. */
export function lineShapes(text: string, spans: readonly number[]): LineShapes {
  const constructAt = new Uint8Array(text.length).fill(PLAIN);
  for (let at = 0; at < spans.length; at += 4)
    if (spans[at + 2] !== CONSTRUCT.name) constructAt.fill(spans[at + 2], spans[at], spans[at + 1]);
  const runStart: number[] = [0];
  const columns: number[] = [];
  const lengths: number[] = [];
  const constructs: number[] = [];
  let column = 0;
  let open = -1;
  let openColumn = 0;
  const close = (): void => {
    if (open < 0) return;
    columns.push(Math.min(MOST, openColumn));
    lengths.push(Math.min(MOST, column - openColumn));
    constructs.push(open);
    open = -1;
  };
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (code === NEWLINE) {
      close();
      runStart.push(columns.length);
      column = 0;
      continue;
    }
    if (code <= BLANK) {
      // One blank between words is no gap that could be seen.
      if (code === TAB || text.charCodeAt(at + 1) <= BLANK) close();
      column += code === TAB ? TAB_WIDTH - (column % TAB_WIDTH) : 1;
      continue;
    }
    if (open !== constructAt[at]) {
      close();
      open = constructAt[at];
      openColumn = column;
    }
    column++;
  }
  close();
  runStart.push(columns.length);
  return {
    count: runStart.length - 1,
    runStart: Int32Array.from(runStart),
    column: Uint16Array.from(columns),
    length: Uint16Array.from(lengths),
    construct: Uint8Array.from(constructs),
  };
}

/** Where lines lie on a picture: in columns from the top, left to right. */
export interface StripLayout {
  width: number;
  height: number;
  /** Height of a line; below 1 when several share a row of pixels. */
  lineHeight: number;
  columns: number;
  perColumn: number;
  columnWidth: number;
}

const GAP = 8;

/** One column that holds all lines, none higher than `most` pixels. */
export function stripLayout(count: number, width: number, height: number, most: number): StripLayout {
  const lineHeight = Math.min(most, height / Math.max(1, count));
  return { width, height, lineHeight, columns: 1, perColumn: count, columnWidth: width };
}

/** As many columns as hold all lines at the largest height of a line that still fits. */
export function wholeLayout(count: number, width: number, height: number, most: number): StripLayout {
  for (let lineHeight = most; ; lineHeight *= 0.8) {
    const perColumn = Math.max(1, Math.floor(height / lineHeight));
    const columns = Math.max(1, Math.ceil(count / perColumn));
    const columnWidth = (width - GAP * (columns - 1)) / columns;
    if (columnWidth >= 60 * lineHeight * 0.5 || columns === 1 || lineHeight < 0.2)
      return { width, height, lineHeight, columns, perColumn, columnWidth };
  }
}

/** Top left corner of a line (from 0). */
export function placeOfLine(
  { lineHeight, perColumn, columnWidth }: StripLayout,
  line: number,
): { x: number; y: number } {
  return {
    x: Math.floor(line / perColumn) * (columnWidth + GAP),
    y: (line % perColumn) * lineHeight,
  };
}

/** The line (from 0) at a point. */
export function lineAtPoint(layout: StripLayout, count: number, x: number, y: number): number {
  const column = Math.min(layout.columns - 1, Math.max(0, Math.floor(x / (layout.columnWidth + GAP))));
  const inColumn = Math.min(layout.perColumn - 1, Math.max(0, Math.floor(y / layout.lineHeight)));
  return Math.min(count - 1, column * layout.perColumn + inColumn);
}
