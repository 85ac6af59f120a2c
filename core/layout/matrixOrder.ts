import { levels, stronglyConnectedComponents } from '../graph/components.ts';
import { reversed, type Graph } from '../graph/rollUp.ts';

/**
 * An order of units in which uses fall below the diagonal where they can: by level, then cycle by cycle, and inside a
 * cycle so that little weight goes against it. Ties keep the given order. O(V log V + E), plus O(V²) in a cycle.
 */
export function matrixOrder(graph: Graph): Int32Array {
  const levelOf = levels(graph);
  const { count, componentOf } = stronglyConnectedComponents(graph);
  const members: number[][] = Array.from({ length: count }, () => []);
  componentOf.forEach((component, unit) => members[component].push(unit));
  const backwards = reversed(graph);
  const order = members
    .map((units) => (units.length > 1 ? orderInsideCycle(graph, backwards, units) : units))
    .sort((a, b) => levelOf[a[0]] - levelOf[b[0]] || Math.min(...a) - Math.min(...b));
  return Int32Array.from(order.flat());
}

/**
 * The greedy heuristic of Eades, Lin and Smyth (1993) for a small feedback arc set, on weights: units that use
 * nothing any more go to the front, units nothing uses go to the back, otherwise the one with the most used-by over
 * uses goes to the front.
 */
function orderInsideCycle(graph: Graph, backwards: Graph, units: number[]): number[] {
  const remaining = new Set(units);
  const uses = new Map<number, number>();
  const usedBy = new Map<number, number>();
  for (const unit of units) {
    uses.set(unit, weightInto(graph, unit, remaining));
    usedBy.set(unit, weightInto(backwards, unit, remaining));
  }
  const front: number[] = [];
  const back: number[] = [];
  while (remaining.size > 0) {
    let chosen = -1;
    let best = -Infinity;
    for (const unit of remaining) {
      const out = uses.get(unit)!;
      const score = out === 0 ? Infinity : usedBy.get(unit)! === 0 ? -Infinity : usedBy.get(unit)! - out;
      if (chosen < 0 || score > best) {
        chosen = unit;
        best = score;
      }
    }
    const sink = [...remaining].find((unit) => usedBy.get(unit) === 0 && uses.get(unit) !== 0);
    if (best !== Infinity && sink !== undefined) {
      chosen = sink;
      back.push(chosen);
    } else {
      front.push(chosen);
    }
    remaining.delete(chosen);
    take(graph, chosen, remaining, usedBy);
    take(backwards, chosen, remaining, uses);
  }
  return [...front, ...back.reverse()];
}

function weightInto(graph: Graph, unit: number, members: ReadonlySet<number>): number {
  let sum = 0;
  for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++) {
    if (members.has(graph.to[edge])) sum += graph.weight[edge];
  }
  return sum;
}

function take(graph: Graph, unit: number, remaining: ReadonlySet<number>, from: Map<number, number>): void {
  for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++) {
    const target = graph.to[edge];
    if (remaining.has(target)) from.set(target, from.get(target)! - graph.weight[edge]);
  }
}
