import type { Graph } from './rollUp.ts';

/**
 * A shortest closed walk through `from` that stays inside `members`: the units in order, the last leading back to the
 * first. Empty when there is none. Breadth first; O(V + E) of the members.
 */
export function shortestCycleThrough(graph: Graph, from: number, members: ReadonlySet<number>): number[] {
  const before = new Map<number, number>();
  let frontier = [from];
  while (frontier.length > 0) {
    const next: number[] = [];
    for (const unit of frontier) {
      for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++) {
        const target = graph.to[edge];
        if (target === from) return pathTo(before, unit, from);
        if (!members.has(target) || before.has(target)) continue;
        before.set(target, unit);
        next.push(target);
      }
    }
    frontier = next;
  }
  return [];
}

/** A shortest closed walk that begins with the step from one unit to another; empty when nothing leads back. */
export function shortestCycleWith(
  graph: Graph,
  from: number,
  to: number,
  members: ReadonlySet<number>,
): number[] {
  const before = new Map([[to, from]]);
  // A set gives out what is added to it while it is walked: breadth first.
  const reached = new Set([to]);
  for (const unit of reached)
    for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++) {
      const target = graph.to[edge];
      if (target === from) return pathTo(before, unit, from);
      if (!members.has(target) || reached.has(target)) continue;
      before.set(target, unit);
      reached.add(target);
    }
  return [];
}

function pathTo(before: Map<number, number>, unit: number, from: number): number[] {
  const path = [unit];
  while (path[0] !== from) path.unshift(before.get(path[0])!);
  return path;
}

/** One step of a cycle: a unit uses another, so many times. */
export interface Step {
  from: number;
  to: number;
  weight: number;
}

/** All dependencies inside a cycle, the lightest first: those are the cheapest to do without. */
export function stepsInside(graph: Graph, members: readonly number[]): Step[] {
  const inside = new Set(members);
  const steps: Step[] = [];
  for (const from of members) {
    for (let edge = graph.start[from]; edge < graph.start[from + 1]; edge++) {
      if (inside.has(graph.to[edge])) steps.push({ from, to: graph.to[edge], weight: graph.weight[edge] });
    }
  }
  return steps.sort((a, b) => a.weight - b.weight || a.from - b.from || a.to - b.to);
}
