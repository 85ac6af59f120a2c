import { pathOf, turnedCurve } from './curves.ts';

/** A box as it is drawn. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Eight coordinates of a cubic Bézier curve, in pixels: start, two points it is drawn towards, end. */
export type Curve = readonly [number, number, number, number, number, number, number, number];

/** A link as a curve between two boxes. */
export interface EdgePath {
  /** The place of the link among those given. */
  edge: number;
  path: string;
  /** The same as the four points of a cubic curve: x and y of its start, of the two it is drawn towards, and of its end. */
  curve: Curve;
  /** Where a mark on it stands. */
  middle: { x: number; y: number };
  /** True where it leads against the flow. */
  isUp: boolean;
}

/** How far a curve that leads up the page bulges to the left, in pixels. */
const BULGE = 34;

/** Where what is used stands as a rule: below what uses it, or to the right. */
export type Flow = 'down' | 'right';

/** The same box on a sheet that is turned over, so that down is to the right. */
export const turned = ({ x, y, width, height }: Box): Box => ({ x: y, y: x, width: height, height: width });

/**
 * Curves between boxes: down the page from the lower edge of the user to the upper edge of what is used, and up the page around the
 * left sides. Where several leave or enter at one edge of a box, they stand side by side in the order of where they lead, so
 * that they do not cross there. With another flow the same on a page turned over. O(E log E).
 */
export function edgePaths(
  given: readonly Box[],
  edges: readonly { from: number; to: number }[],
  flow: Flow = 'down',
): EdgePath[] {
  const boxes = flow === 'down' ? given : given.map(turned);
  const curveOf = (...along: Curve): { path: string; curve: Curve } => {
    const curve = flow === 'down' ? along : turnedCurve(along);
    return { curve, path: pathOf([curve]) };
  };
  const middle = (x: number, y: number) => (flow === 'down' ? { x, y } : { x: y, y: x });
  const isUp = edges.map(({ from, to }) => boxes[to].y < boxes[from].y + boxes[from].height);
  const centre = (box: number): number => boxes[box].x + boxes[box].width / 2;
  const middleOf = (box: number): number => boxes[box].y + boxes[box].height / 2;
  /** For each link its place, from 0 to 1, along an edge of the box at one of its ends. */
  const along = (end: 'from' | 'to', other: 'from' | 'to'): Float64Array => {
    const place = new Float64Array(edges.length);
    const groups = new Map<string, number[]>();
    edges.forEach((edge, i) => {
      const key = `${edge[end]} ${isUp[i]}`;
      const own = groups.get(key);
      if (own) own.push(i);
      else groups.set(key, [i]);
    });
    for (const group of groups.values()) {
      const goal = (i: number): number => (isUp[i] ? middleOf(edges[i][other]) : centre(edges[i][other]));
      group.sort((a, b) => goal(a) - goal(b) || a - b);
      group.forEach((each, i) => (place[each] = (i + 1) / (group.length + 1)));
    }
    return place;
  };
  const [leaves, enters] = [along('from', 'to'), along('to', 'from')];
  return edges.map(({ from, to }, edge): EdgePath => {
    const [a, b] = [boxes[from], boxes[to]];
    if (isUp[edge]) {
      const [x1, y1] = [a.x, a.y + a.height * leaves[edge]];
      const [x2, y2] = [b.x, b.y + b.height * enters[edge]];
      const left = Math.min(x1, x2) - BULGE - Math.abs(y1 - y2) / 12;
      return {
        edge,
        isUp: true,
        ...curveOf(x1, y1, left, y1, left, y2, x2, y2),
        middle: middle((x1 + x2) / 8 + (3 * left) / 4, (y1 + y2) / 2),
      };
    }
    const [x1, y1] = [a.x + a.width * leaves[edge], a.y + a.height];
    const [x2, y2] = [b.x + b.width * enters[edge], b.y];
    const half = (y2 - y1) / 2;
    return {
      edge,
      isUp: false,
      ...curveOf(x1, y1, x1, y1 + half, x2, y2 - half, x2, y2),
      middle: middle((x1 + x2) / 2, (y1 + y2) / 2),
    };
  });
}
