import type { Box } from './edgePaths.ts';

/** True where two boxes have a part in common. */
export function boxesMeet(a: Box, b: Box): boolean {
  return a.x <= b.x + b.width && b.x <= a.x + a.width && a.y <= b.y + b.height && b.y <= a.y + a.height;
}
