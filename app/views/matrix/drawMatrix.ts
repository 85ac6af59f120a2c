import { figuresFace, wordsFace, type SheetColours } from '../../theme/tokens.ts';
import { cutMiddle } from '../../frame/names/cut.ts';
import { drawInset } from './drawInset.ts';
import { INDENT, LABEL_START, MARK_WIDTH, type Geometry } from './geometry.ts';
import { INKS, type Inks, type Scene } from './scene.ts';

/** What is lit. */
export interface Lit {
  row: number;
  column: number;
  /** Row and column of the focus; -1 for none. */
  focus: number;
}

/** The tag of a cycle where it is drawn, which leads to it. */
export interface DrawnTag {
  x: number;
  y: number;
  width: number;
  height: number;
  bracket: number;
}

const LABELLED_FROM = 9;
const FIGURES_FROM = 12;
const GRID_FROM = 5;
const MARKED_FROM = 4;

type Context = CanvasRenderingContext2D;

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
  drawRecursion(context, scene, geometry, inks.colours, visible);
  context.restore();
  const tags = drawBrackets(context, scene, geometry, inks.colours);
  drawRowLabels(context, scene, geometry, inks.colours, lit, visible);
  drawColumnLabels(context, scene, geometry, inks.colours, lit, visible);
  drawInset(context, scene, geometry, inks);
  return tags;
}

interface Visible {
  firstRow: number;
  endRow: number;
  firstColumn: number;
  endColumn: number;
}

function visibleRange({ width, height, left, top, x, y, cell, count }: Geometry): Visible {
  const clamp = (value: number): number => Math.min(count, Math.max(0, value));
  return {
    firstRow: clamp(Math.floor((top - y) / cell)),
    endRow: clamp(Math.ceil((height - y) / cell)),
    firstColumn: clamp(Math.floor((left - x) / cell)),
    endColumn: clamp(Math.ceil((width - x) / cell)),
  };
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
    context.arc(x + (row + 0.5) * cell, y + (row + 0.5) * cell, Math.min(5, cell * 0.3), 0, 2 * Math.PI);
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

/** Levels are told apart among the outermost rows of a tree only: inside an open group they start anew. */
export function beginsLevel({ rows, isTree }: Scene, row: number): boolean {
  if (!isTree || rows[row].depth > 0) return false;
  let before = row - 1;
  while (before >= 0 && rows[before].depth > 0) before--;
  return before < 0 || rows[before].level !== rows[row].level;
}

function drawCells(context: Context, scene: Scene, geometry: Geometry, inks: Inks, v: Visible): void {
  const { x, y, cell } = geometry;
  const inset = cell >= 10 ? 2 : cell >= MARKED_FROM ? 0.5 : 0;
  // Below a pixel a cell is still drawn as one, or it would be lost.
  const size = Math.max(1.2, cell - 2 * inset);
  const withFigures = cell >= FIGURES_FROM;
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
  if (withFigures) drawFigures(context, scene, geometry, inks, v);
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
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  for (let row = v.firstRow; row < v.endRow; row++) {
    for (let at = scene.start[row]; at < scene.start[row + 1]; at++) {
      const column = scene.column[at];
      if (column < v.firstColumn || column >= v.endColumn) continue;
      const room = Math.floor((cell - 3) / perLetter);
      const text = [shortCount(scene.count[at]), shortestCount(scene.count[at])].find(
        ({ length }) => length <= room,
      );
      if (text === undefined) continue;
      context.fillStyle = (column > row ? inks.against : inks.ramp)[scene.ink[at]].figure;
      context.fillText(text, x + (column + 0.5) * cell, y + (row + 0.5) * cell + 0.5);
    }
  }
}

/** In whole thousands, where tenths have no room. */
function shortestCount(count: number): string {
  return count < 1_000 ? String(count) : `${Math.round(count / 1000)}k`;
}

function shortCount(count: number): string {
  if (count < 1_000) return String(count);
  return `${(count / 1000).toFixed(count < 10_000 ? 1 : 0)}k`;
}

/** A smaller bracket would be a blot. */
const LEAST_BRACKET = 11;
/** Room that a tag takes. */
const TAG_WIDTH = 34;
const TAG_HEIGHT = 12;

function drawBrackets(context: Context, scene: Scene, geometry: Geometry, colours: SheetColours): DrawnTag[] {
  const { x, y, cell } = geometry;
  const arm = Math.max(4, Math.min(10, cell * 0.5));
  context.strokeStyle = colours.ink;
  context.fillStyle = colours.ink;
  context.lineWidth = cell >= MARKED_FROM ? 2.2 : 1.2;
  context.font = `600 11px ${wordsFace}`;
  context.textAlign = 'left';
  context.textBaseline = 'alphabetic';
  context.save();
  context.beginPath();
  // A bracket stands just outside of its cells, and must not be cut off at the grid's own edge.
  context.rect(geometry.left - 5, geometry.top - 5, geometry.width, geometry.height);
  context.clip();
  const tags: DrawnTag[] = [];
  for (const [bracket, { first, last, tag }] of scene.brackets.entries()) {
    const size = (last - first + 1) * cell + 4;
    if (size < LEAST_BRACKET) continue;
    const bx = x + first * cell - 2;
    const by = y + first * cell - 2;
    context.beginPath();
    for (const [cx, cy, dx, dy] of [
      [bx, by, 1, 1],
      [bx + size, by, -1, 1],
      [bx, by + size, 1, -1],
      [bx + size, by + size, -1, -1],
    ]) {
      context.moveTo(cx + dx * arm, cy);
      context.lineTo(cx, cy);
      context.lineTo(cx, cy + dy * arm);
    }
    context.stroke();
    const place = placeOfTag(geometry, { bx, by, size }, tags);
    if (!place) continue;
    tags.push({ ...place, width: TAG_WIDTH, height: TAG_HEIGHT, bracket });
    context.fillText(tag, place.x, place.y + TAG_HEIGHT - 3);
  }
  context.restore();
  return tags;
}

/**
 * Beside a bracket, where no tag of a larger one lies: to the right or left of its upper corners, under or over its lower ones, and of
 * one whose corners are out of view at the edge of what is seen. Null where all are taken; the list of cycles has it then.
 */
function placeOfTag(
  { left, top, width, height }: Geometry,
  { bx, by, size }: { bx: number; by: number; size: number },
  taken: readonly DrawnTag[],
): { x: number; y: number } | null {
  const y = Math.min(Math.max(by, top), by + size - TAG_HEIGHT);
  const places = [
    { x: bx + size + 4, y },
    { x: bx + size + 4, y: by + size - TAG_HEIGHT },
    { x: bx - TAG_WIDTH, y },
    { x: bx + size - TAG_WIDTH, y: by - TAG_HEIGHT - 2 },
    { x: bx, y: by + size + 2 },
  ];
  return (
    places.find(
      (place) =>
        place.x >= left &&
        place.x + TAG_WIDTH <= width &&
        place.y >= top - 2 &&
        place.y + TAG_HEIGHT <= height &&
        !taken.some(
          (other) => Math.abs(other.x - place.x) < TAG_WIDTH && Math.abs(other.y - place.y) < TAG_HEIGHT,
        ),
    ) ?? null
  );
}

function drawRowLabels(
  context: Context,
  scene: Scene,
  geometry: Geometry,
  colours: SheetColours,
  lit: Lit,
  v: Visible,
): void {
  const { left, top, y, cell, height } = geometry;
  context.save();
  context.beginPath();
  context.rect(0, top, left, height - top);
  context.clip();
  context.textBaseline = 'middle';
  if (cell >= LABELLED_FROM) {
    for (let row = v.firstRow; row < v.endRow; row++) rowLabel(context, scene, geometry, colours, lit, row);
    context.font = `10px ${wordsFace}`;
    context.fillStyle = colours.faded;
    context.textAlign = 'right';
    let first = true;
    for (let row = v.firstRow; row < v.endRow; row++) {
      if (!beginsLevel(scene, row)) continue;
      context.fillText(`${first ? 'level ' : ''}${scene.rows[row].level}`, left - 7, y + (row + 0.5) * cell);
      first = false;
    }
    groupsAbove(context, scene, geometry, colours, v.firstRow);
  } else {
    bandNames(context, scene, geometry, colours);
    for (const row of new Set([lit.focus, lit.row]))
      if (row >= 0) {
        context.fillStyle = colours.sheet;
        context.fillRect(0, y + (row + 0.5) * cell - 7, left - 2, 14);
        rowLabel(context, scene, geometry, colours, lit, row);
      }
  }
  context.restore();
}

const STRIP = 17;

/** The open groups in which the first row in view stands, when their own headings have gone out of view above it. */
function groupsAbove(
  context: Context,
  { rows, labels }: Scene,
  { left, top, y, cell }: Geometry,
  colours: SheetColours,
  firstRow: number,
): void {
  if (firstRow >= rows.length) return;
  // Of a heading that is cut off itself the strip would hide the rest.
  const inView = y + firstRow * cell >= top - 1 ? firstRow : Math.min(rows.length - 1, firstRow + 1);
  const around: string[] = [];
  let depth = rows[inView].depth;
  for (let row = inView - 1; row >= 0 && depth > 0; row--)
    if (rows[row].heading && rows[row].depth < depth) {
      around.unshift(labels[row]);
      depth = rows[row].depth;
    }
  if (around.length === 0) return;
  context.fillStyle = colours.panel;
  context.fillRect(0, top, left - 1, STRIP);
  context.fillStyle = colours.hairline;
  context.fillRect(0, top + STRIP, left - 1, 1);
  context.fillStyle = colours.faded;
  context.font = `600 11px ${figuresFace}`;
  context.textAlign = 'left';
  context.fillText(fitted(context, around.join(' › '), left - LABEL_START - 8), LABEL_START, top + STRIP / 2);
}

/** Where rows are too small for names, those of the open groups, as far as they have room. */
function bandNames(
  context: Context,
  { rows, labels }: Scene,
  { left, y, cell }: Geometry,
  colours: SheetColours,
): void {
  context.textAlign = 'left';
  context.font = `10px ${figuresFace}`;
  context.fillStyle = colours.faded;
  let free = -Infinity;
  rows.forEach(({ heading, depth }, row) => {
    if (!heading) return;
    let end = row + 1;
    while (end < rows.length && rows[end].depth > depth) end++;
    const from = y + row * cell;
    const to = y + end * cell;
    if (to - from < 12 || from + 6 < free) return;
    const x = LABEL_START + depth * INDENT;
    context.fillText(fitted(context, labels[row], left - x - 14), x, from + 6);
    context.fillRect(left - 8, from + 1, 2, to - from - 2);
    free = from + 18;
  });
}

function rowLabel(
  context: Context,
  scene: Scene,
  geometry: Geometry,
  colours: SheetColours,
  lit: Lit,
  row: number,
): void {
  const { left, y, cell } = geometry;
  const { depth, opens, heading } = scene.rows[row];
  const cy = y + (row + 0.5) * cell;
  const x = LABEL_START + depth * INDENT;
  const isLit = row === lit.row || row === lit.focus;
  context.fillStyle = isLit ? colours.accent : heading ? colours.faded : colours.ink;
  context.textAlign = 'left';
  if (opens) {
    context.font = `10px ${wordsFace}`;
    context.fillText(heading ? '▾' : '▸', x, cy);
  }
  context.font = labelFont(cell, row === lit.focus);
  const marks = marksOf(scene, row);
  const marksWidth = marks === '' ? 0 : context.measureText(marks).width + 6;
  const room = left - x - MARK_WIDTH - (beginsLevel(scene, row) ? 46 : 10) - marksWidth;
  const label = fitted(context, scene.labels[row], room);
  context.fillText(label, x + MARK_WIDTH, cy);
  if (marks === '') return;
  context.fillStyle = colours.accent;
  context.fillText(marks, x + MARK_WIDTH + context.measureText(label).width + 6, cy);
}

/** What stands behind a name: how much of the marked shortlist it holds, and that there are notes. */
function marksOf({ rows }: Scene, row: number): string {
  const { marked, noted } = rows[row];
  return `${marked > 0 ? `◆${marked > 1 ? marked : ''}` : ''}${noted > 0 ? '✎' : ''}`;
}

function labelFont(cell: number, isFocus: boolean): string {
  return `${isFocus ? '600 ' : ''}${Math.min(12, Math.max(9, cell * 0.75))}px ${figuresFace}`;
}

/** The text, shortened in its middle where the less telling part of a path is. */
function fitted(context: Context, text: string, room: number): string {
  return cutMiddle(text, Math.max(2, Math.floor(room / context.measureText('m').width)));
}

function drawColumnLabels(
  context: Context,
  scene: Scene,
  geometry: Geometry,
  colours: SheetColours,
  lit: Lit,
  v: Visible,
): void {
  const { left, top, width, x, cell } = geometry;
  context.save();
  context.beginPath();
  context.rect(left - 8, 0, width - left + 8, top - 4);
  context.clip();
  context.textAlign = 'left';
  context.textBaseline = 'middle';
  const draw = (column: number): void => {
    const isLit = column === lit.column || column === lit.focus;
    context.save();
    context.translate(x + (column + 0.5) * cell, top - 8);
    context.rotate(-Math.PI / 3);
    context.fillStyle = isLit ? colours.accent : scene.rows[column].heading ? colours.faded : colours.ink;
    context.font = labelFont(cell, column === lit.focus);
    context.fillText(fitted(context, scene.labels[column], (top - 16) / Math.sin(Math.PI / 3)), 0, 0);
    context.restore();
  };
  if (cell >= LABELLED_FROM) for (let column = v.firstColumn; column < v.endColumn; column++) draw(column);
  else for (const column of new Set([lit.focus, lit.column])) if (column >= 0) draw(column);
  context.restore();
}
