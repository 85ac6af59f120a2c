import { boxesMeet } from '../../../../core/layout/boxesMeet.ts';
import { boxOfCurve } from '../../../../core/layout/curves.ts';
import type { Box, Curve } from '../../../../core/layout/edgePaths.ts';
import { BREAK_SIGN } from '../../../../server/export/sheetLook.ts';
import type { LinkLook } from '../../../../server/views/graph/linkLook.ts';

/** A link as it is painted. */
export interface PaintedLink {
  curve: Curve;
  look: LinkLook;
  /** Where its marks stand. */
  middle: { x: number; y: number };
  isNotched: boolean;
  /** The colour of the sign of what breaks rules; null for none. */
  broken: string | null;
  /** What says how it changed; '' for nothing. */
  sign: string;
}

/** What a painter is sent: the links once, and then each part of the sheet that is to be painted. */
export type PaintOrder =
  | { links: readonly PaintedLink[] }
  | {
      /** The part of the drawing, in its pixels. */
      area: Box;
      /** Pixels of the image for one of the drawing. */
      resolution: number;
    };

/** What it sends back: the last part that was asked for. */
export interface Painted {
  area: Box;
  image: ImageBitmap;
}

/** Of a canvas, what links are painted with. */
export type Brush = Pick<
  CanvasRenderingContext2D,
  | 'setTransform'
  | 'setLineDash'
  | 'beginPath'
  | 'moveTo'
  | 'lineTo'
  | 'bezierCurveTo'
  | 'stroke'
  | 'fillText'
  | 'strokeStyle'
  | 'fillStyle'
  | 'globalAlpha'
  | 'lineWidth'
  | 'font'
>;

/** Room around an area in which a thick line, its notch or its sign may still reach into it. */
const REACH = 12;

/** Paints the links that pass through a part of the drawing, which begins at the corner of the canvas. O(links). */
export function paintLinks(
  brush: Brush,
  links: readonly PaintedLink[],
  { area, resolution }: { area: Box; resolution: number },
): void {
  brush.setTransform(resolution, 0, 0, resolution, -area.x * resolution, -area.y * resolution);
  brush.font = '600 12px sans-serif';
  const near: Box = {
    x: area.x - REACH,
    y: area.y - REACH,
    width: area.width + 2 * REACH,
    height: area.height + 2 * REACH,
  };
  for (const { curve, look, middle, isNotched, broken, sign } of links) {
    if (!boxesMeet(boxOfCurve(curve), near)) continue;
    const [x1, y1, x2, y2, x3, y3, x4, y4] = curve;
    brush.globalAlpha = look.opacity;
    brush.strokeStyle = look.colour;
    brush.lineWidth = look.thickness;
    brush.setLineDash([...look.dash]);
    brush.beginPath();
    brush.moveTo(x1, y1);
    brush.bezierCurveTo(x2, y2, x3, y3, x4, y4);
    brush.stroke();
    if (isNotched) {
      brush.lineWidth = 2;
      brush.setLineDash([]);
      brush.beginPath();
      brush.moveTo(middle.x - 5, middle.y);
      brush.lineTo(middle.x + 5, middle.y);
      brush.stroke();
    }
    if (broken !== null) {
      const { half, reach } = BREAK_SIGN;
      const x = middle.x - reach;
      brush.globalAlpha = 1;
      brush.strokeStyle = broken;
      brush.lineWidth = 2;
      brush.setLineDash([]);
      brush.beginPath();
      brush.moveTo(x, middle.y - half);
      brush.lineTo(x, middle.y + half);
      brush.moveTo(x, middle.y);
      brush.lineTo(middle.x, middle.y);
      brush.stroke();
    }
    if (sign === '') continue;
    brush.globalAlpha = 1;
    brush.fillStyle = look.colour;
    brush.fillText(sign, middle.x + 6, middle.y + 5);
  }
}
