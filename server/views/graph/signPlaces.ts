import { signPlace } from '../../../core/layout/signPlace.ts';
import type { Curve } from '../../../core/layout/edgePaths.ts';
import { BREAK_SIGN } from '../../export/sheetLook.ts';
import { changeOf } from './graphLegend.ts';
import type { GraphEdge, GraphNode } from './graphView.ts';

const ROOM = { left: BREAK_SIGN.reach + 2, right: 8, half: 6 };

/** The same curves with the signs of those that bear some where no box hides them, as far as there is room. O(signs · boxes). */
export function withSignPlaces<
  T extends { link: Omit<GraphEdge, 'from' | 'to'>; curve: Curve; middle: { x: number; y: number } },
>(curves: readonly T[], nodes: readonly GraphNode[]): T[] {
  const boxes = nodes.filter(({ isOpen }) => !isOpen);
  return curves.map((each) => {
    const { link, curve, middle } = each;
    const bearsSigns = link.isAgainst || link.broken !== null || changeOf(link) !== null;
    return bearsSigns ? { ...each, middle: signPlace(curve, middle, boxes, ROOM) } : each;
  });
}
