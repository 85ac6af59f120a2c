import type { Geometry } from './geometry.ts';
import type { Scene } from './scene.ts';

export type Context = CanvasRenderingContext2D;

/** What is lit. */
export interface Lit {
  row: number;
  column: number;
  /** Row and column of the focus; -1 for none. */
  focus: number;
}

/** Which rows and columns are in view. */
export interface Visible {
  firstRow: number;
  endRow: number;
  firstColumn: number;
  endColumn: number;
}

export function visibleRange({ width, height, left, top, x, y, cell, count }: Geometry): Visible {
  const clamp = (value: number): number => Math.min(count, Math.max(0, value));
  return {
    firstRow: clamp(Math.floor((top - y) / cell)),
    endRow: clamp(Math.ceil((height - y) / cell)),
    firstColumn: clamp(Math.floor((left - x) / cell)),
    endColumn: clamp(Math.ceil((width - x) / cell)),
  };
}

/** Levels are told apart among the outermost rows of a tree only: inside an open group they start anew. */
export function beginsLevel({ rows, isTree }: Scene, row: number): boolean {
  if (!isTree || rows[row].depth > 0) return false;
  let before = row - 1;
  while (before >= 0 && rows[before].depth > 0) before--;
  return before < 0 || rows[before].level !== rows[row].level;
}
