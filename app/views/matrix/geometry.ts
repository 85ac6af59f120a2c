/** Where things lie on the canvas, in CSS pixels. The grid is clipped to the area right of and below the labels. */
export interface Geometry {
  width: number;
  height: number;
  /** Edge of the row labels, and of the column labels. */
  left: number;
  top: number;
  /** Rows and columns. */
  count: number;
  /** Size of a cell. */
  cell: number;
  /** Where the grid begins, which is left of `left` once the sheet was moved. */
  x: number;
  y: number;
}

export const LARGEST_CELL = 29;
const MARGIN = 24;

/** The size of a cell at which the whole matrix is seen. */
export function fittingCell(width: number, height: number, left: number, top: number, count: number): number {
  const room = Math.min(width - left - MARGIN - 24, height - top - MARGIN);
  return Math.max(0.2, Math.min(LARGEST_CELL, room / Math.max(1, count)));
}

/** The pan that keeps the sheet in view: its edge never leaves the labels, unless it is smaller than the area. */
export function clampedOrigin(origin: number, edge: number, area: number, extent: number): number {
  return Math.min(edge, Math.max(origin, Math.min(edge, edge + area - extent - MARGIN)));
}

export type Spot =
  | { part: 'cell'; row: number; column: number }
  | { part: 'rowLabel'; row: number; onMark: boolean }
  | { part: 'columnLabel'; column: number }
  | null;

/** Indentation of a row's label, and the width of the mark that opens a folder. */
export const INDENT = 14;
export const LABEL_START = 20;
export const MARK_WIDTH = 16;

/** What lies under a point of the canvas. */
export function spotAt(geometry: Geometry, depthOf: (row: number) => number, px: number, py: number): Spot {
  const { left, top, x, y, cell, count } = geometry;
  const row = Math.floor((py - y) / cell);
  const inRows = py >= top && row >= 0 && row < count;
  if (px < left) {
    if (!inRows) return null;
    const markStart = LABEL_START + depthOf(row) * INDENT;
    return { part: 'rowLabel', row, onMark: px >= markStart - 4 && px < markStart + MARK_WIDTH };
  }
  // Column labels rise to the right at 60 degrees from the edge of the grid.
  const slant = py < top ? (top - py) / Math.tan(Math.PI / 3) : 0;
  const column = Math.floor((px - slant - x) / cell);
  if (column < 0 || column >= count) return null;
  if (py < top) return { part: 'columnLabel', column };
  return inRows ? { part: 'cell', row, column } : null;
}
