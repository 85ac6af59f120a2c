import type { Graph } from '../graph/rollUp.ts';

/** Boxes to be laid out by what uses what. Vertex i of `graph` is box i; `place` is its place in an order in which what is used comes first. */
export interface Layers {
  graph: Graph;
  place: ArrayLike<number>;
  width: ArrayLike<number>;
  height: ArrayLike<number>;
}

export interface LayerRoom {
  /** Pixels between two boxes of a line, and between two lines. */
  gapX: number;
  gapY: number;
  /** How many times as wide as it is tall the whole shall be, about. */
  proportion: number;
}

/** Upper left corners of the boxes, and the size of the whole. */
export interface LayeredBoxes {
  x: Float64Array;
  y: Float64Array;
  width: number;
  height: number;
}

const SWEEPS = 4;

/**
 * Boxes in lines, each above all that it uses with the order: a box stands as low as it can, and what goes against the order does
 * not move it. Within a line boxes stand by the mean place of what they are linked to (Sugiyama, Tagawa and Toda 1981). What
 * is linked to nothing stands below all. Lines that are too wide are broken, so that the whole keeps its proportion.
 * The same input gives the same layout. O(sweeps · (V log V + E)).
 */
export function layeredLayout({ graph, place, width, height }: Layers, room: LayerRoom): LayeredBoxes {
  const { gapX, gapY } = room;
  const lines = broken(orderedRanks(graph, place, height), { width, height }, room);
  const x = new Float64Array(graph.count);
  const y = new Float64Array(graph.count);
  const wide = (line: readonly number[]): number =>
    line.reduce((sum, box) => sum + width[box], gapX * Math.max(0, line.length - 1));
  const whole = lines.reduce((most, line) => Math.max(most, wide(line)), 0);
  let top = 0;
  for (const line of lines) {
    let left = (whole - wide(line)) / 2;
    const tall = line.reduce((most, box) => Math.max(most, height[box]), 0);
    for (const box of line) {
      x[box] = left;
      y[box] = top + (tall - height[box]) / 2;
      left += width[box] + gapX;
    }
    top += tall + gapY;
  }
  return { x, y, width: whole, height: Math.max(0, top - gapY) };
}

/** How many steps, with the order, each vertex stands above what uses nothing. */
export function ranksByOrder(graph: Graph, place: ArrayLike<number>): Int32Array {
  const rank = new Int32Array(graph.count);
  const upward = Array.from({ length: graph.count }, (_, v) => v).sort((a, b) => place[a] - place[b]);
  for (const v of upward)
    for (let edge = graph.start[v]; edge < graph.start[v + 1]; edge++)
      if (place[graph.to[edge]] < place[v]) rank[v] = Math.max(rank[v], rank[graph.to[edge]] + 1);
  return rank;
}

/** Ranks from the top, each in an order in which links cross little; what is linked to nothing as the last, the tallest first. */
function orderedRanks(graph: Graph, place: ArrayLike<number>, height: ArrayLike<number>): number[][] {
  const { count } = graph;
  const beside: number[][] = Array.from({ length: count }, () => []);
  for (let v = 0; v < count; v++)
    for (let edge = graph.start[v]; edge < graph.start[v + 1]; edge++) {
      beside[v].push(graph.to[edge]);
      beside[graph.to[edge]].push(v);
    }
  const rank = ranksByOrder(graph, place);
  const top = rank.reduce((most, each) => Math.max(most, each), 0);
  const ranks: number[][] = Array.from({ length: top + 2 }, () => []);
  const byPlace = Array.from({ length: count }, (_, v) => v).sort((a, b) => place[b] - place[a] || a - b);
  for (const v of byPlace) ranks[beside[v].length === 0 ? top + 1 : top - rank[v]].push(v);
  // Where in its line each stands, from 0 to 1.
  const at = new Float64Array(count);
  const spread = (line: readonly number[]): void => line.forEach((v, i) => (at[v] = (i + 0.5) / line.length));
  ranks.forEach(spread);
  for (let sweep = 0; sweep < SWEEPS; sweep++) {
    const order = sweep % 2 === 0 ? ranks : [...ranks].reverse();
    for (const line of order) {
      const mean = new Map(
        line.map((v) => [
          v,
          beside[v].length === 0 ? at[v] : beside[v].reduce((sum, u) => sum + at[u], 0) / beside[v].length,
        ]),
      );
      line.sort((a, b) => mean.get(a)! - mean.get(b)! || place[b] - place[a]);
      spread(line);
    }
  }
  ranks[top + 1].sort((a, b) => height[b] - height[a] || place[b] - place[a]);
  return ranks.filter((line) => line.length > 0);
}

/** Ranks as lines that are no wider than the proportion of the whole asks for. */
function broken(
  ranks: readonly number[][],
  { width, height }: Pick<Layers, 'width' | 'height'>,
  { gapX, gapY, proportion }: LayerRoom,
): number[][] {
  let area = 0;
  let widestBox = 0;
  for (const line of ranks)
    for (const box of line) {
      area += (width[box] + gapX) * (height[box] + gapY);
      widestBox = Math.max(widestBox, width[box]);
    }
  const most = Math.max(widestBox, Math.sqrt(area * proportion));
  return ranks.flatMap((rank) => {
    const whole = rank.reduce((sum, box) => sum + width[box] + gapX, -gapX);
    // Lines of one rank are about alike, rather than the last one short.
    const aim = whole / Math.max(1, Math.ceil(whole / most));
    const lines: number[][] = [[]];
    let filled = 0;
    for (const box of rank) {
      const line = lines[lines.length - 1];
      if (line.length > 0 && filled + width[box] / 2 > aim) {
        lines.push([box]);
        filled = width[box] + gapX;
      } else {
        line.push(box);
        filled += width[box] + gapX;
      }
    }
    return lines;
  });
}
