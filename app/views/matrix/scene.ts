import { interpolateRgb } from 'd3-interpolate';
import type { MatrixPicture } from '../../../server/views/matrixView.ts';
import { groupText } from '../../frame/groupText.ts';
import type { SheetColours } from '../../theme/tokens.ts';

type Row = MatrixPicture['rows'][number];

/** The picture made ready for drawing: cells by row in compressed sparse rows, each with its ink. */
export interface Scene {
  rows: MatrixPicture['rows'];
  labels: string[];
  /** False for a list of units from many groups, which have levels among their own neighbours only. */
  isTree: boolean;
  brackets: MatrixPicture['brackets'];
  /** Cells of row r are `column[start[r]]` up to `column[start[r + 1]]`, ascending. */
  start: Int32Array;
  column: Int32Array;
  count: Int32Array;
  /** Index into the ink ramp. */
  ink: Uint8Array;
  largest: number;
}

export const INKS = 24;

/** Ink grows with the logarithm of the count: a cell of ten is told from one of a hundred, and from one of one. */
export function inkOf(count: number, largest: number): number {
  if (largest <= 1) return INKS - 1;
  const share = Math.log(count) / Math.log(largest);
  return Math.min(INKS - 1, Math.round((0.12 + 0.88 * share) * (INKS - 1)));
}

export function inkRamp({ least, most }: SheetColours): string[] {
  const between = interpolateRgb(least, most);
  return Array.from({ length: INKS }, (_, i) => between(i / (INKS - 1)));
}

export function sceneOf(picture: MatrixPicture, scopeKey: string, flat: boolean): Scene {
  const { rows, cells, brackets, totals } = picture;
  const start = new Int32Array(rows.length + 1);
  for (const row of cells.row) start[row + 1]++;
  for (let row = 0; row < rows.length; row++) start[row + 1] += start[row];
  const order = cells.row
    .map((_, cell) => cell)
    .sort((a, b) => cells.row[a] - cells.row[b] || cells.column[a] - cells.column[b]);
  return {
    rows,
    labels: rows.map((row) => labelOf(row, scopeKey, flat)),
    isTree: !flat,
    brackets,
    start,
    column: Int32Array.from(order, (cell) => cells.column[cell]),
    count: Int32Array.from(order, (cell) => cells.count[cell]),
    ink: Uint8Array.from(order, (cell) => inkOf(cells.count[cell], totals.largest)),
    largest: totals.largest,
  };
}

/** A row's label: in one list its path below the scope, in a tree its own name, with those of the chain that it stands for. */
function labelOf(row: Row, scopeKey: string, flat: boolean): string {
  const inScope = scopeKey !== '' && row.key.startsWith(`${scopeKey}/`);
  const path = flat ? (inScope ? row.key.slice(scopeKey.length + 1) : wholeName(row)) : row.name;
  const named = flat ? path : [...row.chain, path].join(row.kind === 'group' ? '.' : '/');
  if (!row.isRest) return named;
  return row.kind === 'folder' || row.kind === 'group' ? `${named}, itself` : `${named}, the rest`;
}

/** What a row is called where it stands alone. */
export function wholeName(row: Pick<Row, 'key' | 'name' | 'kind'>): string {
  return row.kind === 'folder' || row.kind === 'group' ? groupText(row) : row.key;
}

/** How often row `row` uses column `column`; 0 for an empty cell. */
export function countAt(scene: Scene, row: number, column: number): number {
  for (let cell = scene.start[row]; cell < scene.start[row + 1]; cell++) {
    if (scene.column[cell] === column) return scene.count[cell];
  }
  return 0;
}

/** Cells against the order, from the top. */
export function cellsAgainst(scene: Scene): { row: number; column: number }[] {
  const found: { row: number; column: number }[] = [];
  for (let row = 0; row < scene.rows.length; row++) {
    for (let cell = scene.start[row]; cell < scene.start[row + 1]; cell++) {
      if (scene.column[cell] > row) found.push({ row, column: scene.column[cell] });
    }
  }
  return found;
}
