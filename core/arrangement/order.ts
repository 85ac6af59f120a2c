import { levels } from '../graph/components.ts';
import { minimumFeedbackOrder, subgraph } from '../graph/minimumFeedbackOrder.ts';
import { throwIfCancelledAtStep } from '../graph/cancellation.ts';
import { joinEdges, type Graph } from '../graph/rollUp.ts';
import type { Arrangement } from './arrangement.ts';
import { nodeOfUnit, parentOfNode, type UnitTree } from './nodes.ts';

/** The children of one group that hold anything, and the references between them, each child standing for all it holds. */
export interface Siblings {
  group: number;
  nodes: number[];
  /** Vertex i is `nodes[i]`. */
  graph: Graph;
}

/**
 * The one order: the children of every group so that few references go against it, but for groups that somebody ordered. It does
 * not depend on what is open or where a picture begins.
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

export function orderOf(tree: UnitTree, references: Graph): Order {
  const { arrangement, units } = tree;
  const children = [...tree.children];
  const level = new Int32Array(arrangement.count + units.count);
  const siblings = siblingGraphs(tree, references);
  for (const { group, nodes, graph } of siblings) {
    levels(graph).forEach((own, i) => (level[nodes[i]] = own));
    children[group] = orderedByHand(
      arrangement,
      Array.from(minimumFeedbackOrder(graph), (i) => nodes[i]),
    );
  }
  return { children, level, place: placesOf(tree, children), siblings };
}

/**
 * Siblings as links put them, the used before its users, with those that somebody ordered so among the places that they have
 * together. All others stay where they are.
 */
export function orderedByHand({ byHand, count }: Arrangement, siblings: number[]): number[] {
  if (byHand === undefined) return siblings;
  const isOrdered = (node: number): boolean => node < count && byHand[node] > 0;
  // What stands on top uses what is below it, and comes last here.
  const ordered = siblings.filter(isOrdered).sort((a, b) => byHand[b] - byHand[a] || b - a);
  return siblings.map((node) => (isOrdered(node) ? ordered.shift()! : node));
}

/**
 * True when a reference from one node to another goes against the order: at the lowest group that holds both, what is
 * used stands after what uses it. Neither node may hold the other.
 */
export function goesAgainst({ place }: Order, from: number, to: number): boolean {
  return place[from] < place[to];
}

/** Each reference between units counts for the children, of the lowest group that holds both, in which they stand. */
function siblingGraphs(tree: UnitTree, graph: Graph): Siblings[] {
  const { arrangement, children } = tree;
  const all = joinEdges(arrangement.count + graph.count, (take) => {
    for (let unit = 0; unit < graph.count; unit++) {
      throwIfCancelledAtStep(unit);
      for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++) {
        let a = nodeOfUnit(tree, unit);
        let b = nodeOfUnit(tree, graph.to[edge]);
        let above = parentOfNode(tree, a);
        let other = parentOfNode(tree, b);
        // Groups stand in preorder: the later one of two is never above the other.
        while (above !== other) {
          if (above > other) {
            a = above;
            above = arrangement.parent[above];
          } else {
            b = other;
            other = arrangement.parent[other];
          }
        }
        take(a, b, graph.weight[edge]);
      }
    }
  });
  return children.flatMap((nodes, group) =>
    nodes.length === 0 ? [] : [{ group, nodes: [...nodes], graph: subgraph(all, nodes) }],
  );
}

function placesOf({ arrangement, units }: UnitTree, children: readonly number[][]): Int32Array {
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
