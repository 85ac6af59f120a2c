import { insetOf, viewOf, type Geometry } from './geometry.ts';
import type { Inks, Scene } from './scene.ts';

/** The whole as a small picture, kept for as long as the same scene is drawn in the same inks and size. */
interface Kept {
  inks: Inks;
  size: number;
  image: HTMLCanvasElement;
}

const kept = new WeakMap<Scene, Kept>();

/** The whole in the corner between the labels, with a frame around what is in view; nothing where all of it is. */
export function drawInset(
  context: CanvasRenderingContext2D,
  scene: Scene,
  geometry: Geometry,
  inks: Inks,
): void {
  const inset = insetOf(geometry);
  if (!inset) return;
  const { x, y, size } = inset;
  const ratio = window.devicePixelRatio || 1;
  context.drawImage(imageOf(scene, inks, Math.round(size * ratio)), x, y, size, size);
  context.strokeStyle = inks.colours.hairline;
  context.lineWidth = 1;
  context.strokeRect(x - 0.5, y - 0.5, size + 1, size + 1);
  const view = viewOf(geometry);
  context.fillStyle = inks.colours.accent;
  context.globalAlpha = 0.12;
  const frame = [
    x + view.x * size,
    y + view.y * size,
    Math.max(4, view.width * size),
    Math.max(4, view.height * size),
  ] as const;
  context.fillRect(...frame);
  context.globalAlpha = 1;
  context.strokeStyle = inks.colours.accent;
  context.lineWidth = 1.5;
  context.strokeRect(...frame);
}

function imageOf(scene: Scene, inks: Inks, size: number): HTMLCanvasElement {
  const known = kept.get(scene);
  if (known?.inks === inks && known.size === size) return known.image;
  const image = document.createElement('canvas');
  image.width = image.height = size;
  const context = image.getContext('2d');
  if (context) drawWhole(context, scene, inks, size);
  kept.set(scene, { inks, size, image });
  return image;
}

/** Every cell as a speck; O(cells), once for a scene. */
function drawWhole(context: CanvasRenderingContext2D, scene: Scene, inks: Inks, size: number): void {
  const cell = size / scene.rows.length;
  const speck = Math.max(1, cell);
  context.fillStyle = inks.colours.panel;
  context.fillRect(0, 0, size, size);
  context.strokeStyle = inks.colours.hairline;
  context.beginPath();
  context.moveTo(0, 0);
  context.lineTo(size, size);
  context.stroke();
  for (const against of [false, true]) {
    context.fillStyle = against ? inks.colours.against : inks.colours.most;
    for (let row = 0; row < scene.rows.length; row++)
      for (let at = scene.start[row]; at < scene.start[row + 1]; at++)
        if (scene.column[at] > row === against)
          context.fillRect(scene.column[at] * cell, row * cell, speck, speck);
  }
}
