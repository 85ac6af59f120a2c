import { CONSTRUCT } from '../../../../core/facts/constructs.ts';
import type { SheetColours } from '../../../../server/export/sheetLook.ts';
import { placeOfLine, type LineShapes, type StripLayout } from './shapes.ts';

/** What the lines are inked by. */
export type StripInk = 'construct' | 'complexity';

/** Characters that the width of a column stands for. */
export const SHOWN_COLUMNS = 110;
const FULL_INK = 20;

/** Draws all lines; `complexity` is that of the routine around each line, from 0, or -1. */
export function drawShapes(
  context: CanvasRenderingContext2D,
  shapes: LineShapes,
  layout: StripLayout,
  { ink, complexity, colours }: { ink: StripInk; complexity: Int16Array; colours: SheetColours },
): void {
  const unit = layout.columnWidth / SHOWN_COLUMNS;
  const height = Math.max(0.6, layout.lineHeight * 0.8);
  const inks = inksOf(colours);
  for (let line = 0; line < shapes.count; line++) {
    const { x, y } = placeOfLine(layout, line);
    for (let run = shapes.runStart[line]; run < shapes.runStart[line + 1]; run++) {
      const from = shapes.column[run];
      if (from >= SHOWN_COLUMNS) break;
      const width = Math.min(SHOWN_COLUMNS - from, shapes.length[run]);
      if (ink === 'complexity') {
        const share = complexity[line] < 0 ? 0 : Math.min(1, complexity[line] / FULL_INK);
        context.globalAlpha = complexity[line] < 0 ? 0.35 : 0.45 + 0.55 * share;
        context.fillStyle = complexity[line] < 0 ? colours.faded : colours.most;
      } else {
        const own = inks.get(shapes.construct[run]);
        context.globalAlpha = own?.alpha ?? 0.5;
        context.fillStyle = own?.colour ?? colours.ink;
      }
      context.fillRect(x + from * unit, y, Math.max(0.8, width * unit), height);
    }
  }
  context.globalAlpha = 1;
}

function inksOf(colours: SheetColours): Map<number, { colour: string; alpha: number }> {
  return new Map([
    [CONSTRUCT.comment, { colour: colours.faded, alpha: 0.4 }],
    [CONSTRUCT.literal, { colour: colours.most, alpha: 0.8 }],
    [CONSTRUCT.keyword, { colour: colours.ink, alpha: 0.35 }],
    [CONSTRUCT.declaration, { colour: colours.ink, alpha: 1 }],
    [CONSTRUCT.import, { colour: colours.accent, alpha: 0.9 }],
  ]);
}
