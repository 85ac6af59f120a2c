import { rgb } from 'd3-color';
import { interpolateRgb } from 'd3-interpolate';
import type { MatrixPicture } from '../../../server/views/matrixView.ts';
import { groupText } from '../../../server/views/graphQuery/groupText.ts';
import { namesApart } from '../../../server/views/graphQuery/namesApart.ts';
import { chosenColours, type SheetColours } from '../../../server/export/sheetLook.ts';
import type { Marking, MarkManner } from '../../../core/marks/marking.ts';

interface RowMark {
  manner: MarkManner;
  colours: readonly [light: string, dark: string];
}

type Row = MatrixPicture['rows'][number];

/** The picture made ready for drawing: cells by row in compressed sparse rows, each with its ink. */
export interface Scene {
  rows: MatrixPicture['rows'];
  labels: string[];
  /** How each row is marked, with its colour on a light and on a dark sheet; null for rows that bear no mark. */
  marks: (RowMark | null)[];
  /** False for a list of units from many groups, which have levels among their own neighbours only. */
  isTree: boolean;
  brackets: MatrixPicture['brackets'];
  /** Cells in which references break rules. */
  broken: MatrixPicture['broken'];
  /** Empty cells between build modules of which one declares the other. */
  unused: MatrixPicture['unused'];
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

/** A colour of a cell, and what its figure is written in. */
export interface CellInk {
  fill: string;
  figure: string;
}

/** The inks of cells by weight, with the order and against it, each with the figure's colour of the better contrast. */
export interface Inks {
  colours: SheetColours;
  ramp: CellInk[];
  against: CellInk[];
}

/** The lightest of those against the order is still told from the paper. */
const LEAST_AGAINST = 0.4;

/** Small figures on a middling cell need all the contrast there is. */
const EXTREMES = ['#000000', '#ffffff'];

export function inksOf(colours: SheetColours): Inks {
  const { least, most, sheet, against, panel, ink } = colours;
  const ramp = (from: string, to: string, start: number): CellInk[] => {
    const between = interpolateRgb(from, to);
    return Array.from({ length: INKS }, (_, i) => {
      const fill = between(start + ((1 - start) * i) / (INKS - 1));
      return { fill, figure: readableOn(fill, [panel, ink, ...EXTREMES]) };
    });
  };
  return { colours, ramp: ramp(least, most, 0), against: ramp(sheet, against, LEAST_AGAINST) };
}

/** What can be read at the size of a figure (WCAG 2.1, AA). */
const LEAST_CONTRAST = 4.5;

/** Of the sheet's colours the one that is read best on a fill, or black or white where neither is read well enough. */
function readableOn(fill: string, colours: readonly string[]): string {
  const best = (of: readonly string[]): string =>
    of.reduce((a, b) => (contrast(fill, b) > contrast(fill, a) ? b : a));
  const own = best(colours);
  return contrast(fill, own) >= LEAST_CONTRAST ? own : best(['#000000', '#ffffff']);
}

/** Contrast of two colours (WCAG 2.1), from 1 to 21. */
export function contrast(a: string, b: string): number {
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (light + 0.05) / (dark + 0.05);
}

function luminance(colour: string): number {
  const { r, g, b } = rgb(colour);
  const linear = (value: number): number => {
    const share = value / 255;
    return share <= 0.03928 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * linear(r) + 0.7152 * linear(g) + 0.0722 * linear(b);
}

export function sceneOf(
  picture: MatrixPicture,
  scopeKey: string,
  flat: boolean,
  markOf: (key: string) => Marking | null = () => null,
): Scene {
  const { rows, cells, brackets, totals, broken, unused } = picture;
  const start = new Int32Array(rows.length + 1);
  for (const row of cells.row) start[row + 1]++;
  for (let row = 0; row < rows.length; row++) start[row + 1] += start[row];
  const order = cells.row
    .map((_, cell) => cell)
    .sort((a, b) => cells.row[a] - cells.row[b] || cells.column[a] - cells.column[b]);
  return {
    rows,
    labels: labelsOf(rows, scopeKey),
    marks: rows.map(({ key }) => {
      const mark = markOf(key);
      return mark && { manner: mark.manner, colours: chosenColours[mark.colour] };
    }),
    isTree: !flat,
    brackets,
    broken,
    unused,
    start,
    column: Int32Array.from(order, (cell) => cells.column[cell]),
    count: Int32Array.from(order, (cell) => cells.count[cell]),
    ink: Uint8Array.from(order, (cell) => inkOf(cells.count[cell], totals.largest)),
    largest: totals.largest,
  };
}

/** Names of rows that tell them apart, with those of the chain of groups that a row stands for. */
function labelsOf(rows: readonly Row[], scopeKey: string): string[] {
  return namesApart(rows, { within: scopeKey, least: (_, i) => rows[i].chain.length + 1 });
}

/** The row that the focus is, or stands in; -1 where that cannot be told. */
export function rowOfFocus(rows: readonly Row[], focus: string | null): number {
  if (focus === null) return -1;
  const exact = rows.findIndex(({ key, heading }) => key === focus && !heading);
  if (exact >= 0) return exact;
  let best = rows.findIndex(({ key }) => key === focus);
  rows.forEach(({ key }, row) => {
    const isInside = focus.startsWith(key) && key !== '' && /^[/#.]/.test(focus.slice(key.length));
    if (isInside && (best < 0 || key.length > rows[best].key.length)) best = row;
  });
  return best;
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
