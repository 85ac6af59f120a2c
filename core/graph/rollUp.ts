import { dependencyKinds, isDerivedKind, type DependencyTable } from '../contracts/linked.ts';
import { throwIfCancelledAtStep } from './cancellation.ts';

/**
 * A directed graph over units 0…count-1 in compressed sparse rows: the edges of unit u are `to[start[u]]` up to
 * `to[start[u + 1]]`, sorted, none twice and none to itself. `weight` counts the references that an edge stands for.
 */
export interface Graph {
  count: number;
  start: Int32Array;
  to: Int32Array;
  weight: Int32Array;
}

/** Which dependencies count: bit i of `kinds` for dependency kind i, bit i of `certainties` for certainty i. */
export interface DependencyFilter {
  kinds: number;
  certainties: number;
}

/** All kinds but those that follow from another at the same place. */
export const ALL_KINDS = dependencyKinds.reduce(
  (bits, _, kind) => (isDerivedKind[kind] ? bits : bits | (1 << kind)),
  0,
);
/** What runs a routine: calls, constructions, and what follows from them. */
export const CALL_KINDS = (['call', 'construct', 'initialize', 'throughMacro'] as const).reduce(
  (bits, kind) => bits | (1 << dependencyKinds.indexOf(kind)),
  0,
);
/** What was resolved: exact and inferred, not ambiguous. */
export const RESOLVED = 0b011;
export const EVERYTHING_RESOLVED: DependencyFilter = { kinds: ALL_KINDS, certainties: RESOLVED };

export function passes(dependencies: DependencyTable, row: number, filter: DependencyFilter): boolean {
  return (
    (filter.kinds & (1 << dependencies.kind[row])) !== 0 &&
    (filter.certainties & (1 << dependencies.certainty[row])) !== 0
  );
}

/**
 * Rolls dependencies between elements up to units. `unitOf[element]` is a unit, or -1 for an element left out.
 */
export function rollUp(
  dependencies: DependencyTable,
  unitOf: Int32Array,
  count: number,
  filter: DependencyFilter = EVERYTHING_RESOLVED,
): Graph {
  return joinEdges(count, (take) => {
    for (let row = 0; row < dependencies.count; row++) {
      throwIfCancelledAtStep(row);
      const from = unitOf[dependencies.from[row]];
      const to = unitOf[dependencies.to[row]];
      if (from < 0 || to < 0 || from === to || !passes(dependencies, row, filter)) continue;
      take(from, to, dependencies.placeStart[row + 1] - dependencies.placeStart[row]);
    }
  });
}

/** The graph with its units joined further: `rowOf[unit]` is a vertex of the result, or -1 for a unit left out. */
export function rollUpUnits(graph: Graph, rowOf: Int32Array, count: number): Graph {
  return joinEdges(count, (take) => {
    for (let unit = 0; unit < graph.count; unit++) {
      throwIfCancelledAtStep(unit);
      const from = rowOf[unit];
      if (from < 0) continue;
      for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++) {
        const to = rowOf[graph.to[edge]];
        if (to >= 0 && to !== from) take(from, to, graph.weight[edge]);
      }
    }
  });
}

type TakeEdge = (from: number, to: number, weight: number) => void;

/**
 * A graph from edges in any order, those between the same two joined into one with the sum of their weights. `each` gives
 * all edges and is gone through twice. O(V + E log of the largest out-degree), without a table of all pairs.
 */
export function joinEdges(count: number, each: (take: TakeEdge) => void): Graph {
  const begin = new Int32Array(count + 1);
  each((from) => begin[from + 1]++);
  for (let unit = 0; unit < count; unit++) begin[unit + 1] += begin[unit];
  const targets = new Int32Array(begin[count]);
  const weights = new Int32Array(begin[count]);
  const next = begin.slice(0, count);
  each((from, to, weight) => {
    targets[next[from]] = to;
    weights[next[from]++] = weight;
  });
  const start = new Int32Array(count + 1);
  const sum = new Int32Array(count);
  let filled = 0;
  for (let unit = 0; unit < count; unit++) {
    start[unit] = filled;
    // What is written never overtakes what is still to be read.
    for (let at = begin[unit]; at < begin[unit + 1]; at++) {
      const target = targets[at];
      if (sum[target] === 0) targets[filled++] = target;
      sum[target] += weights[at];
    }
    const own = targets.subarray(start[unit], filled).sort();
    own.forEach((target, i) => {
      weights[start[unit] + i] = sum[target];
      sum[target] = 0;
    });
  }
  start[count] = filled;
  return { count, start, to: targets.slice(0, filled), weight: weights.slice(0, filled) };
}

/** The same edges the other way round. */
export function reversed(graph: Graph): Graph {
  const start = new Int32Array(graph.count + 1);
  for (const target of graph.to) start[target + 1]++;
  for (let unit = 0; unit < graph.count; unit++) start[unit + 1] += start[unit];
  const next = start.slice();
  const to = new Int32Array(graph.to.length);
  const weight = new Int32Array(graph.to.length);
  for (let from = 0; from < graph.count; from++) {
    for (let edge = graph.start[from]; edge < graph.start[from + 1]; edge++) {
      const at = next[graph.to[edge]]++;
      to[at] = from;
      weight[at] = graph.weight[edge];
    }
  }
  return { count: graph.count, start, to, weight };
}

/** The weight of the edge from one unit to another, 0 when there is none; O(log out-degree). */
export function weightBetween(graph: Graph, from: number, to: number): number {
  let low = graph.start[from];
  let high = graph.start[from + 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (graph.to[middle] < to) low = middle + 1;
    else high = middle;
  }
  return low < graph.start[from + 1] && graph.to[low] === to ? graph.weight[low] : 0;
}
