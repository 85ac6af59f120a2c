import { cutMiddle } from '../../../server/views/graphQuery/cut.ts';
import { figuresFace, light, wordsFace, type SheetColours } from '../../../server/export/sheetLook.ts';
import { INDENT, LABEL_START, MARK_WIDTH, type Geometry } from './geometry.ts';
import { beginsLevel, type Context, type Lit, type Visible } from './inView.ts';
import type { Scene } from './scene.ts';

const LABELLED_FROM = 9;

export function drawRowLabels(
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
  drawMark(context, scene.marks[row], colours, {
    x: x + MARK_WIDTH,
    y: cy,
    width: context.measureText(label).width,
    height: Math.min(15, cell),
  });
  context.fillText(label, x + MARK_WIDTH, cy);
  if (marks === '') return;
  context.fillStyle = colours.accent;
  context.fillText(marks, x + MARK_WIDTH + context.measureText(label).width + 6, cy);
}

/** Marks a name as it is marked in lists: a line under it, ground behind it, or a frame around it. */
function drawMark(
  context: Context,
  mark: Scene['marks'][number],
  sheet: SheetColours,
  { x, y, width, height }: { x: number; y: number; width: number; height: number },
): void {
  if (mark === null) return;
  const before = context.fillStyle;
  const colour = mark.colours[sheet === light ? 0 : 1];
  const [left, top] = [x - 2, y - height / 2];
  context.fillStyle = context.strokeStyle = colour;
  if (mark.manner === 'line') context.fillRect(left, top + height - 2, width + 4, 2);
  else if (mark.manner === 'frame') context.strokeRect(left, top, width + 4, height);
  else {
    context.globalAlpha = 0.26;
    context.fillRect(left, top, width + 4, height);
    context.globalAlpha = 1;
  }
  context.fillStyle = before;
}

/** What stands behind a name: how much of the marked shortlist it holds, that there are notes, and in how many build modules it stands. */
function marksOf({ rows }: Scene, row: number): string {
  const { marked, noted, split } = rows[row];
  return `${marked > 0 ? `◆${marked > 1 ? marked : ''}` : ''}${noted > 0 ? '✎' : ''}${split === undefined ? '' : `÷${split}`}`;
}

function labelFont(cell: number, isFocus: boolean): string {
  return `${isFocus ? '600 ' : ''}${Math.min(12, Math.max(9, cell * 0.75))}px ${figuresFace}`;
}

/** The text, shortened in its middle where the less telling part of a path is. */
function fitted(context: Context, text: string, room: number): string {
  return cutMiddle(text, Math.max(2, Math.floor(room / context.measureText('m').width)));
}

export function drawColumnLabels(
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
