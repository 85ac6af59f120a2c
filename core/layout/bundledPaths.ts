import { turnedCurve } from './curves.ts';
import { edgePaths, turned, type Box, type Curve, type Flow } from './edgePaths.ts';

/** A stretch of curve that one or more links have in common. */
export interface BundlePiece {
  /** All links of the piece lead from within the box `from` into the box `to`, and there are no others that do. */
  from: number;
  to: number;
  curve: Curve;
  middle: { x: number; y: number };
  /** Places of its links among those given. */
  edges: number[];
}

/** Links drawn together. */
export interface BundledPaths {
  pieces: BundlePiece[];
  /** For each link its pieces, from the box that it leaves to the one that it enters. */
  piecesOf: number[][];
}

/** Nearer to a corner of a box no link goes through its rim, in pixels. */
const CORNER = 10;

/**
 * Curves for links of which many lead from one group into another. All that lead from within a box into another one that stands
 * beside it leave the first through one gate in its rim, go as one trunk, and enter the second through one gate; within an open
 * group they part at the rims of the groups in it. Pieces that several links have in common are one piece. What stands in what is
 * given by `parent`, -1 for nothing. O(E · depth).
 */
export function bundledPaths(
  boxes: readonly (Box & { parent: number })[],
  edges: readonly { from: number; to: number }[],
  flow: Flow = 'down',
): BundledPaths {
  const placed = flow === 'down' ? boxes : boxes.map((box) => ({ ...turned(box), parent: box.parent }));
  const chains = edges.map(({ from, to }) => chainsBetween(placed, from, to));
  const sides = new Map<string, { from: number; to: number; at: number }>();
  for (const { out, into } of chains) {
    const [from, to] = [out[out.length - 1], into[into.length - 1]];
    const key = `${from} ${to}`;
    if (!sides.has(key)) sides.set(key, { from, to, at: sides.size });
  }
  const trunks = edgePaths(placed, [...sides.values()]);
  const pieces: BundlePiece[] = [];
  const known = new Map<string, number>();
  const piecesOf = chains.map(({ out, into }, edge) => {
    const [outer, inner] = [out[out.length - 1], into[into.length - 1]];
    const trunk = trunks[sides.get(`${outer} ${inner}`)!.at];
    const { curve, isUp } = trunk;
    const start: Point = [curve[0], curve[1]];
    const end: Point = [curve[6], curve[7]];
    const take = (from: number, to: number, made: () => Pick<BundlePiece, 'curve' | 'middle'>): number => {
      const key = `${from} ${to}`;
      let at = known.get(key);
      if (at === undefined) {
        at = pieces.length;
        known.set(key, at);
        pieces.push({ from, to, ...made(), edges: [] });
      }
      pieces[at].edges.push(edge);
      return at;
    };
    const leaving = (box: number): Point => (box === outer ? start : gate(placed[box], start, isUp, 'out'));
    const entering = (box: number): Point => (box === inner ? end : gate(placed[box], end, isUp, 'in'));
    return [
      ...out
        .slice(0, -1)
        .map((box, i) => take(box, inner, () => piece(leaving(box), leaving(out[i + 1]), isUp))),
      take(outer, inner, () => trunk),
      ...into
        .slice(0, -1)
        .map((box, i) => take(outer, box, () => piece(entering(into[i + 1]), entering(box), isUp)))
        .reverse(),
    ];
  });
  if (flow === 'down') return { pieces, piecesOf };
  return {
    pieces: pieces.map(({ curve, middle, ...rest }) => ({
      ...rest,
      curve: turnedCurve(curve),
      middle: { x: middle.y, y: middle.x },
    })),
    piecesOf,
  };
}

type Point = [x: number, y: number];

/** The boxes around either end of a link, from the end outwards, up to the two that stand beside each other. */
function chainsBetween(
  boxes: readonly { parent: number }[],
  from: number,
  to: number,
): { out: number[]; into: number[] } {
  const around = (box: number): number[] => {
    const chain: number[] = [];
    for (let each = box; each >= 0; each = boxes[each].parent) chain.push(each);
    return chain;
  };
  const [out, into] = [around(from), around(to)];
  while (out.length > 1 && into.length > 1 && out[out.length - 1] === into[into.length - 1]) {
    out.pop();
    into.pop();
  }
  return { out, into };
}

/** Where the rim of a box is passed on the way from or to a point: at the same height of the page, or beside it. */
function gate({ x, y, width, height }: Box, [toX, toY]: Point, isUp: boolean, way: 'out' | 'in'): Point {
  const within = (at: number, least: number, size: number): number => {
    const corner = Math.min(CORNER, size / 2);
    return Math.max(least + corner, Math.min(least + size - corner, at));
  };
  if (isUp) return [x, within(toY, y, height)];
  return [within(toX, x, width), way === 'out' ? y + height : y];
}

/** A curve within a group, between two rims. */
function piece([x1, y1]: Point, [x2, y2]: Point, isUp: boolean): Pick<BundlePiece, 'curve' | 'middle'> {
  const [x, y] = [(x1 + x2) / 2, (y1 + y2) / 2];
  return {
    curve: isUp ? [x1, y1, x, y1, x, y2, x2, y2] : [x1, y1, x1, y, x2, y, x2, y2],
    middle: { x, y },
  };
}
