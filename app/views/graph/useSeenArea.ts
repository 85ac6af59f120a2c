import { useState } from 'react';
import type { Box } from '../../../core/layout/edgePaths.ts';

/** What lies so far around what is seen is drawn as well, in its widths and heights. */
const AROUND = 0.7;

/**
 * The part of a drawing that is to be drawn: null for all of it, where that is not much. It follows what is seen in steps, so that
 * most movements change nothing that is drawn; before it is known what is seen, it is empty.
 */
export function useSeenArea(view: Box | null, isMuch: boolean): Box | null {
  const [area, setArea] = useState<Box>(NOWHERE);
  if (!isMuch) return null;
  if (view !== null && !holds(area, view)) {
    const [x, y] = [view.x - AROUND * view.width, view.y - AROUND * view.height];
    const next = { x, y, width: (1 + 2 * AROUND) * view.width, height: (1 + 2 * AROUND) * view.height };
    setArea(next);
    return next;
  }
  return area;
}

const NOWHERE: Box = { x: 0, y: 0, width: 0, height: 0 };

/** True where one box lies in another, and that is not much larger than it was drawn for. */
function holds(area: Box, view: Box): boolean {
  return (
    view.x >= area.x &&
    view.y >= area.y &&
    view.x + view.width <= area.x + area.width &&
    view.y + view.height <= area.y + area.height &&
    area.width <= (1 + 4 * AROUND) * view.width
  );
}
