import { wordsFace, type SheetColours } from '../../../server/export/sheetLook.ts';
import type { Geometry } from './geometry.ts';
import type { Context } from './inView.ts';
import type { Scene } from './scene.ts';

/** The tag of a cycle where it is drawn, which leads to it. */
export interface DrawnTag {
  x: number;
  y: number;
  width: number;
  height: number;
  bracket: number;
}

/** From here on a bracket has a thick line. */
const THICK_FROM = 4;
/** A smaller bracket would be a blot. */
const LEAST_BRACKET = 11;
/** Room that a tag takes. */
const TAG_WIDTH = 34;
const TAG_HEIGHT = 12;

export function drawBrackets(
  context: Context,
  scene: Scene,
  geometry: Geometry,
  colours: SheetColours,
): DrawnTag[] {
  const { x, y, cell } = geometry;
  const arm = Math.max(4, Math.min(10, cell * 0.5));
  context.strokeStyle = colours.ink;
  context.fillStyle = colours.ink;
  context.lineWidth = cell >= THICK_FROM ? 2.2 : 1.2;
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
