import { joinEdges, type Graph } from '../graph/rollUp.ts';
import { layeredLayout, type LayerRoom } from './layeredLayout.ts';

/** Boxes in boxes. A box comes before those in it; `parent` is the one around it, -1 for none. */
export interface NestedBoxes {
  parent: ArrayLike<number>;
  /** 1 for a box that has others in it: its size follows from theirs. */
  isOpen: ArrayLike<number>;
  /** Size of each that is not open. */
  width: ArrayLike<number>;
  height: ArrayLike<number>;
  /** Links between those that are not open. */
  graph: Graph;
  /** An order in which what is used comes first; of an open box that of the group that it is. */
  place: ArrayLike<number>;
}

export interface NestedRoom extends LayerRoom {
  /** Pixels between the edge of an open box and those in it, and above them for its name. */
  padding: number;
  heading: number;
  /** Where what is used stands: below what uses it, or to the right; lines are columns then, and the gaps those between and in them. */
  flow?: 'down' | 'right';
}

export interface PlacedBoxes {
  x: Float64Array;
  y: Float64Array;
  width: Float64Array;
  height: Float64Array;
}

/**
 * Lays out each open box by itself, from the innermost outward: by the links between what stands in it side by side, each
 * standing for all that it holds. What stands where in one box does not depend on what is open in another, so that opening
 * one leaves the others as they are, and only moves them apart. O(depth · links).
 */
export function nestedLayout(boxes: NestedBoxes, room: NestedRoom): PlacedBoxes {
  const { parent, isOpen, place } = boxes;
  const count = parent.length;
  const width = Float64Array.from(boxes.width);
  const height = Float64Array.from(boxes.height);
  const [x, y] = [new Float64Array(count), new Float64Array(count)];
  const inside: number[][] = Array.from({ length: count + 1 }, () => []);
  for (let box = 0; box < count; box++) inside[parent[box] + 1].push(box);
  const graphs = siblingGraphs(boxes, inside);
  const isDown = room.flow !== 'right';
  // To the right is downward with the sheet turned over.
  const turned = isDown ? room : { ...room, proportion: 1 / room.proportion };
  const layOut = (around: number): { width: number; height: number } => {
    const own = inside[around + 1];
    const across = own.map((box) => (isDown ? width : height)[box]);
    const along = own.map((box) => (isDown ? height : width)[box]);
    const laid = layeredLayout(
      { graph: graphs[around + 1], place: own.map((box) => place[box]), width: across, height: along },
      turned,
    );
    own.forEach((box, i) => {
      x[box] = isDown ? laid.x[i] : laid.y[i];
      y[box] = isDown ? laid.y[i] : laid.x[i];
    });
    return isDown ? laid : { width: laid.height, height: laid.width };
  };
  // Those in a box come after it.
  for (let box = count - 1; box >= 0; box--) {
    if (isOpen[box] === 0) continue;
    const laid = layOut(box);
    width[box] = Math.max(boxes.width[box], laid.width + 2 * room.padding);
    height[box] = laid.height + 2 * room.padding + room.heading;
    const shift = (width[box] - laid.width) / 2;
    for (const inner of inside[box + 1]) {
      x[inner] += shift;
      y[inner] += room.padding + room.heading;
    }
  }
  layOut(-1);
  for (let box = 0; box < count; box++)
    if (parent[box] >= 0) {
      x[box] += x[parent[box]];
      y[box] += y[parent[box]];
    }
  return { x, y, width, height };
}

/** For each box (one later; 0 is the whole) the links between those in it: a link counts where its two ends part. */
function siblingGraphs({ parent, graph }: NestedBoxes, inside: readonly number[][]): Graph[] {
  const depth = new Int32Array(parent.length);
  for (let box = 0; box < depth.length; box++) depth[box] = parent[box] < 0 ? 0 : depth[parent[box]] + 1;
  const numberIn = new Int32Array(parent.length);
  for (const own of inside) own.forEach((box, i) => (numberIn[box] = i));
  const links: [from: number, to: number, weight: number][][] = inside.map(() => []);
  for (let from = 0; from < graph.count; from++)
    for (let edge = graph.start[from]; edge < graph.start[from + 1]; edge++) {
      let [a, b] = [from, graph.to[edge]];
      while (depth[a] > depth[b]) a = parent[a];
      while (depth[b] > depth[a]) b = parent[b];
      while (parent[a] !== parent[b]) [a, b] = [parent[a], parent[b]];
      if (a !== b) links[parent[a] + 1].push([numberIn[a], numberIn[b], graph.weight[edge]]);
    }
  return inside.map((own, at) =>
    joinEdges(own.length, (take) => links[at].forEach(([from, to, weight]) => take(from, to, weight))),
  );
}
