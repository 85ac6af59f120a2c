import type { Box } from '../../../core/layout/edgePaths.ts';

type Drawn = Box & { isOpen: boolean };

/** How much farther a box is for standing aside, beside for standing ahead. */
const ASIDE = 2.5;

/** The box that comes next in a direction, open ones passed by; the first of all from none, and -1 where there is none. */
export function nearestBox(
  nodes: readonly Drawn[],
  from: number,
  direction: 'up' | 'down' | 'left' | 'right',
): number {
  const closed = [...nodes.keys()].filter((at) => !nodes[at].isOpen);
  if (from < 0) return closed[0] ?? -1;
  const centre = ({ x, y, width, height }: Box): [number, number] => [x + width / 2, y + height / 2];
  const [x, y] = centre(nodes[from]);
  let best = -1;
  let least = Infinity;
  for (const at of closed) {
    if (at === from) continue;
    const [otherX, otherY] = centre(nodes[at]);
    const [dx, dy] = [otherX - x, otherY - y];
    const isAcross = direction === 'left' || direction === 'right';
    const ahead = isAcross ? (direction === 'left' ? -dx : dx) : direction === 'up' ? -dy : dy;
    const aside = Math.abs(isAcross ? dy : dx);
    if (ahead <= 1) continue;
    const distance = ahead + ASIDE * aside;
    if (distance < least) [best, least] = [at, distance];
  }
  return best;
}
