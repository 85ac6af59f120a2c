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

/** Beside a matrix the dossier will take so much, once something is selected. */
export const DOSSIER_ROOM = 320;

/** The size of a cell at which the whole matrix is seen. */
export function fittingCell(width: number, height: number, left: number, top: number, count: number): number {
  const room = Math.min(width - left - MARGIN - 24, height - top - MARGIN);
  return Math.max(0.2, Math.min(LARGEST_CELL, room / Math.max(1, count)));
}

/** A row with its name, and a cell with three digits, need so much; where the whole has it, the whole is shown. */
const LEAST_NAMED = 15;
/** Where it has not, rows are so high and scroll. */
const NAMED_CELL = 18;

/** The size of a cell at which the picture is first seen: names can be read, whatever the number of rows. */
export function restingCell(fitting: number): number {
  return fitting >= LEAST_NAMED ? fitting : NAMED_CELL;
}

/** The square in the corner between the labels that shows the whole; null where all of it is in view anyway. */
export interface Inset {
  x: number;
  y: number;
  size: number;
}

const LEAST_INSET = 40;

export function insetOf({ width, height, left, top, cell, count }: Geometry): Inset | null {
  const isWhole = count * cell <= Math.min(width - left, height - top) + 1;
  const size = Math.min(left - 2 * MARGIN, top - MARGIN);
  return isWhole || size < LEAST_INSET ? null : { x: 12, y: 10, size };
}

/** The part of the whole that is in view, as shares of it. */
export function viewOf({ width, height, left, top, x, y, cell, count }: Geometry): {
  x: number;
  y: number;
  width: number;
  height: number;
} {
  const extent = count * cell;
  const share = (from: number, edge: number, area: number) => {
    const start = Math.max(0, (edge - from) / extent);
    return { start, size: Math.min(1 - start, area / extent) };
  };
  const across = share(x, left, width - left);
  const down = share(y, top, height - top);
  return { x: across.start, y: down.start, width: across.size, height: down.size };
}

/** How far the sheet must move for what lies under a point of the inset to come to the middle of the view. */
export function moveTo(geometry: Geometry, inset: Inset, px: number, py: number): { dx: number; dy: number } {
  const { width, height, left, top, x, y, cell, count } = geometry;
  const extent = count * cell;
  const within = (at: number): number => Math.min(1, Math.max(0, at / inset.size)) * extent;
  return {
    dx: (left + width) / 2 - (x + within(px - inset.x)),
    dy: (top + height) / 2 - (y + within(py - inset.y)),
  };
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
