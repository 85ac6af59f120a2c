import { giveUpIfUnwanted } from './giveUp.ts';
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

/**
 * Walks that together pass through the members: a shortest cycle through the first, then through the first not yet
 * passed, and so on, at most `limit` of them. Each walk is listed once, the shortest first.
 */
export function coveringWalks(graph: Graph, members: readonly number[], limit = Infinity): number[][] {
  const inside = new Set(members);
  const passed = new Set<number>();
  const walks: number[][] = [];
  for (const member of members) {
    if (walks.length >= limit) break;
    if (passed.has(member)) continue;
    giveUpIfUnwanted();
    const walk = shortestCycleThrough(graph, member, inside);
    if (walk.length === 0) continue;
    for (const unit of walk) passed.add(unit);
    walks.push(walk);
  }
  return walks.sort((a, b) => a.length - b.length);
}
