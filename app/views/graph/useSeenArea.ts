import { useState } from 'react';
import type { Box } from '../../../core/layout/edgePaths.ts';

/** So many boxes and links are drawn whether they are seen or not. */
const FEW = 1_200;
/** What lies so far around what is seen is drawn as well, in its widths and heights. */
const AROUND = 0.7;

/**
 * The part of a drawing that is to be drawn: null for all of it, where that is little. It follows what is seen in steps, so that
 * most movements change nothing that is drawn; before it is known what is seen, it is empty.
 */
export function useSeenArea(view: Box | null, count: number): Box | null {
  const [area, setArea] = useState<Box>(NOWHERE);
  if (count <= FEW) return null;
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

/** True where two boxes have a part in common. */
export function meets(a: Box, b: Box): boolean {
  return a.x <= b.x + b.width && b.x <= a.x + a.width && a.y <= b.y + b.height && b.y <= a.y + a.height;
}

/** The box around two others, and around the curve between them. */
export function around(a: Box, b: Box): Box {
  const bulge = 40 + Math.abs(a.y - b.y) / 8;
  const [x, y] = [Math.min(a.x, b.x) - bulge, Math.min(a.y, b.y) - bulge];
  return {
    x,
    y,
    width: Math.max(a.x + a.width, b.x + b.width) - x,
    height: Math.max(a.y + a.height, b.y + b.height) - y,
  };
}
