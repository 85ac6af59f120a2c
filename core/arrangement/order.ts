import { levels } from '../graph/components.ts';
import { fewestAgainst } from '../graph/fewestAgainst.ts';
import { graphFromEdges, type Graph } from '../graph/rollUp.ts';
import { childrenOf, parentOfNode, type NodeTree } from './nodes.ts';

/** The children of one group that hold anything, and the references between them, each child standing for all it holds. */
export interface Siblings {
  group: number;
  nodes: number[];
  /** Vertex i is `nodes[i]`. */
  graph: Graph;
}

/**
 * The one order: the children of every group so that few references go against it. It does not depend on what is open
 * or where a picture begins.
 */
export interface Order {
  /** Children of each group in order. */
  children: number[][];
  /** Level of each node among its siblings. */
  level: Int32Array;
  /** Place of each node when the whole tree is gone through in order, a group before what it holds. */
  place: Int32Array;
  siblings: Siblings[];
}

export function orderOf(tree: NodeTree): Order {
  const { arrangement, units } = tree;
  const children = childrenOf(tree);
  const level = new Int32Array(arrangement.count + units.count);
  const siblings = siblingGraphs(tree, children);
  for (const { group, nodes, graph } of siblings) {
    levels(graph).forEach((own, i) => (level[nodes[i]] = own));
    children[group] = Array.from(fewestAgainst(graph), (i) => nodes[i]);
  }
  return { children, level, place: placesOf(tree, children), siblings };
}

/**
 * True when a reference from one node to another goes against the order: at the lowest group that holds both, what is
 * used stands after what uses it. Neither node may hold the other.
 */
export function goesAgainst({ place }: Order, from: number, to: number): boolean {
  return place[from] < place[to];
}

/** Each reference between units counts for the children, of the lowest group that holds both, in which they stand. */
function siblingGraphs(tree: NodeTree, children: readonly number[][]): Siblings[] {
  const { arrangement, graph } = tree;
  const depth = new Int32Array(arrangement.count);
  for (let group = 1; group < arrangement.count; group++) depth[group] = depth[arrangement.parent[group]] + 1;
  const numberOf = new Int32Array(arrangement.count + graph.count);
  for (const nodes of children) nodes.forEach((node, i) => (numberOf[node] = i));
  const weights: (Map<number, number> | undefined)[] = [];
  for (let unit = 0; unit < graph.count; unit++) {
    for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++) {
      let a = arrangement.count + unit;
      let b = arrangement.count + graph.to[edge];
      let above = parentOfNode(tree, a);
      let other = parentOfNode(tree, b);
      while (above !== other) {
        if (depth[above] >= depth[other]) {
          a = above;
          above = arrangement.parent[above];
        } else {
          b = other;
          other = arrangement.parent[other];
        }
      }
      const own = (weights[above] ??= new Map<number, number>());
      const key = numberOf[a] * children[above].length + numberOf[b];
      own.set(key, (own.get(key) ?? 0) + graph.weight[edge]);
    }
  }
  return children.flatMap((nodes, group) =>
    nodes.length === 0
      ? []
      : [{ group, nodes: [...nodes], graph: graphFromEdges(nodes.length, weights[group] ?? new Map()) }],
  );
}

function placesOf({ arrangement, units }: NodeTree, children: readonly number[][]): Int32Array {
  const place = new Int32Array(arrangement.count + units.count).fill(-1);
  const open: number[] = [0];
  let next = 0;
  for (let node = open.pop(); node !== undefined; node = open.pop()) {
    place[node] = next++;
    if (node >= arrangement.count) continue;
    const below = children[node];
    for (let i = below.length - 1; i >= 0; i--) open.push(below[i]);
  }
  return place;
}
