import { throwIfCancelledAtStep } from './cancellation.ts';
import type { Graph } from './rollUp.ts';

/**
 * Marks edges that a longer path implies, 1 for each: of those that lead down an order (`place`, what is used comes first), the ones
 * between whose ends another such path leads. What is left is the transitive reduction of those edges (Aho, Garey and Ullman 1972);
 * edges up the order are never marked. O(V · E).
 */
export function impliedEdges(graph: Graph, place: ArrayLike<number>): Uint8Array {
  const { count, start, to } = graph;
  const implied = new Uint8Array(to.length);
  const seen = new Int32Array(count).fill(-1);
  const leadsDown = (from: number, edge: number): boolean => place[to[edge]] < place[from];
  let step = 0;
  for (let from = 0; from < count; from++) {
    const waiting: number[] = [];
    const beyond = (v: number): void => {
      for (let edge = start[v]; edge < start[v + 1]; edge++) {
        throwIfCancelledAtStep(step++);
        if (!leadsDown(v, edge) || seen[to[edge]] === from) continue;
        seen[to[edge]] = from;
        waiting.push(to[edge]);
      }
    };
    for (let edge = start[from]; edge < start[from + 1]; edge++) if (leadsDown(from, edge)) beyond(to[edge]);
    for (let v = waiting.pop(); v !== undefined; v = waiting.pop()) beyond(v);
    for (let edge = start[from]; edge < start[from + 1]; edge++)
      if (leadsDown(from, edge) && seen[to[edge]] === from) implied[edge] = 1;
  }
  return implied;
}
