import { BREAK_SIGN, figuresFace, type SheetColours } from '../../../server/export/sheetLook.ts';
import { drawBrackets, type DrawnTag } from './drawBrackets.ts';
import { drawInset } from './drawInset.ts';
import { drawColumnLabels, drawRowLabels } from './drawLabels.ts';
import type { Geometry } from './geometry.ts';
import { beginsLevel, visibleRange, type Context, type Lit, type Visible } from './inView.ts';
import { INKS, type Inks, type Scene } from './scene.ts';

/** From here on a cell has room for three digits: none stays blank among cells with figures. */
const FIGURES_FROM = 15;
const GRID_FROM = 5;
const MARKED_FROM = 4;

/** Draws what is visible of the matrix, and says where the tags of cycles are; O(visible cells). */
export function drawMatrix(
  context: Context,
  scene: Scene,
  geometry: Geometry,
  inks: Inks,
  lit: Lit,
): DrawnTag[] {
  const { width, height, left, top } = geometry;
  context.fillStyle = inks.colours.sheet;
  context.fillRect(0, 0, width, height);
  const visible = visibleRange(geometry);
  context.save();
  context.beginPath();
  context.rect(left, top, width - left, height - top);
  context.clip();
  drawLights(context, geometry, inks.colours, lit);
  drawGrid(context, scene, geometry, inks.colours, visible);
  drawCells(context, scene, geometry, inks, visible);
  drawBroken(context, scene, geometry, inks.colours, visible);
  drawUnused(context, scene, geometry, inks.colours, visible);
  if (geometry.cell >= FIGURES_FROM) drawFigures(context, scene, geometry, inks, visible);
  drawRecursion(context, scene, geometry, inks.colours, visible);
  context.restore();
  const tags = drawBrackets(context, scene, geometry, inks.colours);
  drawRowLabels(context, scene, geometry, inks.colours, lit, visible);
  drawColumnLabels(context, scene, geometry, inks.colours, lit, visible);
  drawInset(context, scene, geometry, inks);
  return tags;
}

function drawLights(context: Context, geometry: Geometry, colours: SheetColours, lit: Lit): void {
  const { x, y, cell, count } = geometry;
  const extent = count * cell;
  const band = Math.max(1.5, cell);
  context.fillStyle = colours.accent;
  context.globalAlpha = 0.1;
  for (const row of new Set([lit.row, lit.focus]))
    if (row >= 0) context.fillRect(x, y + row * cell, extent, band);
  for (const column of new Set([lit.column, lit.focus])) {
    if (column >= 0) context.fillRect(x + column * cell, y, band, extent);
  }
  context.globalAlpha = 1;
}

/** A bar with a stub at the edge of each cell in which something breaks a rule, with sheet around it, for the cell may be as red. */
function drawBroken(
  context: Context,
  { broken }: Scene,
  { x, y, cell }: Geometry,
  { sheet, against, ink }: SheetColours,
  v: Visible,
): void {
  const half = Math.max(1.5, Math.min(BREAK_SIGN.half, cell * 0.22));
  const reach = Math.min(BREAK_SIGN.reach, cell * 0.25);
  const left = cell >= FIGURES_FROM ? 2 : cell / 3;
  for (const { row, column } of broken) {
    if (row < v.firstRow || row >= v.endRow || column < v.firstColumn || column >= v.endColumn) continue;
    const at = {
      x: x + column * cell + left,
      y: y + row * cell + (cell >= FIGURES_FROM ? half + 1 : cell / 2),
    };
    for (const [colour, width] of [
      [sheet, 3.4],
      [column > row ? ink : against, 1.8],
    ] as const) {
      context.strokeStyle = colour;
      context.lineWidth = Math.min(width, cell / 2.5);
      context.beginPath();
      context.moveTo(at.x, at.y - half);
      context.lineTo(at.x, at.y + half);
      context.moveTo(at.x, at.y);
      context.lineTo(at.x + reach, at.y);
      context.stroke();
    }
  }
}

/** A hollow square where a build module declares what it does not use. */
function drawUnused(
  context: Context,
  { unused }: Scene,
  { x, y, cell }: Geometry,
  { caution }: SheetColours,
  v: Visible,
): void {
  if (cell < MARKED_FROM) return;
  const inset = Math.max(1, cell * 0.22);
  context.strokeStyle = caution;
  context.lineWidth = Math.min(1.4, cell / 6);
  for (const { row, column } of unused)
    if (row >= v.firstRow && row < v.endRow && column >= v.firstColumn && column < v.endColumn)
      context.strokeRect(
        x + column * cell + inset,
        y + row * cell + inset,
        cell - 2 * inset,
        cell - 2 * inset,
      );
}

/** A ring on the diagonal for a routine that calls itself. */
function drawRecursion(
  context: Context,
  { rows }: Scene,
  { x, y, cell }: Geometry,
  colours: SheetColours,
  v: Visible,
): void {
  if (cell < MARKED_FROM) return;
  context.strokeStyle = colours.ink;
  context.fillStyle = colours.sheet;
  context.lineWidth = Math.min(1.6, cell / 6);
  for (let row = Math.max(v.firstRow, v.firstColumn); row < Math.min(v.endRow, v.endColumn); row++) {
    if (rows[row].recursion === 0) continue;
    context.beginPath();
    context.arc(x + (row + 0.5) * cell, y + (row + 0.5) * cell, Math.min(5, cell * 0.22), 0, 2 * Math.PI);
    context.fill();
    context.stroke();
  }
}

function drawGrid(
  context: Context,
  scene: Scene,
  geometry: Geometry,
  colours: SheetColours,
  v: Visible,
): void {
  const { x, y, cell, count } = geometry;
  const extent = count * cell;
  const line = (at: number): void => {
    context.moveTo(x, y + at * cell);
    context.lineTo(x + extent, y + at * cell);
    context.moveTo(x + at * cell, y);
    context.lineTo(x + at * cell, y + extent);
  };
  const first = Math.min(v.firstRow, v.firstColumn);
  const end = Math.max(v.endRow, v.endColumn);
  context.strokeStyle = colours.hairline;
  context.lineWidth = 0.6;
  context.beginPath();
  if (cell >= GRID_FROM) for (let at = first; at <= end; at++) line(at);
  if (cell >= GRID_FROM * 2) {
    for (let at = Math.max(v.firstRow, v.firstColumn); at < Math.min(v.endRow, v.endColumn); at++) {
      context.moveTo(x + at * cell + 4, y + at * cell + 4);
      context.lineTo(x + (at + 1) * cell - 4, y + (at + 1) * cell - 4);
    }
  } else {
    context.moveTo(x, y);
    context.lineTo(x + extent, y + extent);
  }
  context.stroke();
  context.strokeStyle = cell >= GRID_FROM ? colours.faded : colours.hairline;
  context.lineWidth = 0.9;
  context.beginPath();
  for (let row = 0; row < count; row++) if (row === 0 || beginsLevel(scene, row)) line(row);
  line(count);
  context.stroke();
}

function drawCells(context: Context, scene: Scene, geometry: Geometry, inks: Inks, v: Visible): void {
  const { x, y, cell } = geometry;
  const inset = cell >= 10 ? 2 : cell >= MARKED_FROM ? 0.5 : 0;
  // Below a pixel a cell is still drawn as one, or it would be lost.
  const size = Math.max(1.2, cell - 2 * inset);
  // Specks need more ink than squares to be seen at all.
  const leastInk = cell >= MARKED_FROM ? 0 : Math.round(INKS * 0.4);
  let fill = '';
  for (let row = v.firstRow; row < v.endRow; row++) {
    const cy = y + row * cell + inset;
    for (let at = scene.start[row]; at < scene.start[row + 1]; at++) {
      const column = scene.column[at];
      if (column < v.firstColumn || column >= v.endColumn) continue;
      const cx = x + column * cell + inset;
      const against = column > row;
      const colour = (against ? inks.against : inks.ramp)[Math.max(leastInk, scene.ink[at])].fill;
      if (colour !== fill) context.fillStyle = fill = colour;
      if (against && cell >= MARKED_FROM) notched(context, cx, cy, size);
      else context.fillRect(cx, cy, size, size);
    }
  }
}

/** A square with one corner cut off: against the order, told apart without its colour. */
function notched(context: Context, x: number, y: number, size: number): void {
  const notch = size * 0.3;
  context.beginPath();
  context.moveTo(x, y);
  context.lineTo(x + size - notch, y);
  context.lineTo(x + size, y + notch);
  context.lineTo(x + size, y + size);
  context.lineTo(x, y + size);
  context.fill();
}

function drawFigures(context: Context, scene: Scene, geometry: Geometry, inks: Inks, v: Visible): void {
  const { x, y, cell } = geometry;
  const size = Math.max(9, Math.min(12.5, cell * 0.42));
  context.font = `${size}px ${figuresFace}`;
  const perLetter = context.measureText('0').width;
  let drawn = size;
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  for (let row = v.firstRow; row < v.endRow; row++) {
    for (let at = scene.start[row]; at < scene.start[row + 1]; at++) {
      const column = scene.column[at];
      if (column < v.firstColumn || column >= v.endColumn) continue;
      const figure = figureInCell(scene.count[at], { room: cell - 2, size, perLetter });
      if (!figure) continue;
      if (figure.size !== drawn) context.font = `${(drawn = figure.size)}px ${figuresFace}`;
      context.fillStyle = (column > row ? inks.against : inks.ramp)[scene.ink[at]].figure;
      context.fillText(figure.text, x + (column + 0.5) * cell, y + (row + 0.5) * cell + 0.5);
    }
  }
}

/** Smaller figures are not read any more. */
const LEAST_SIZE = 7;

/**
 * A count as it has room in a cell, and how large: in thousands, and whole ones where tenths have no room; at last in a smaller face, for
 * a cell without a figure among others would look as if it held less. Null where even that has no room. All in pixels.
 */
export function figureInCell(
  count: number,
  { room, size, perLetter }: { room: number; size: number; perLetter: number },
): { text: string; size: number } | null {
  const texts = [shortCount(count), shortestCount(count)];
  const text = texts.find(({ length }) => length * perLetter <= room);
  if (text !== undefined) return { text, size };
  const shortest = texts.reduce((a, b) => (b.length < a.length ? b : a));
  const smaller = Math.floor((2 * size * room) / (shortest.length * perLetter)) / 2;
  return smaller < LEAST_SIZE ? null : { text: shortest, size: smaller };
}

/** In whole thousands, where tenths have no room. */
function shortestCount(count: number): string {
  return count < 1_000 ? String(count) : `${Math.round(count / 1000)}k`;
}

function shortCount(count: number): string {
  if (count < 1_000) return String(count);
  return `${(count / 1000).toFixed(count < 10_000 ? 1 : 0)}k`;
}
