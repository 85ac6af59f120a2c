import type { Graph } from './rollUp.ts';

/**
 * Strongly connected components (Tarjan 1972), iterative; O(V + E). Components are numbered so that every edge
 * between two of them leads to a smaller number: what everything rests on comes first.
 */
export function stronglyConnectedComponents(graph: Graph): { count: number; componentOf: Int32Array } {
  const { count, start, to } = graph;
  const componentOf = new Int32Array(count).fill(-1);
  const index = new Int32Array(count).fill(-1);
  const low = new Int32Array(count);
  const onStack = new Uint8Array(count);
  const stack: number[] = [];
  const path: number[] = [];
  const edgeAt = start.slice(0, count);
  let visited = 0;
  let components = 0;
  for (let root = 0; root < count; root++) {
    if (index[root] >= 0) continue;
    path.push(root);
    while (path.length > 0) {
      const unit = path[path.length - 1];
      if (index[unit] < 0) {
        index[unit] = low[unit] = visited++;
        stack.push(unit);
        onStack[unit] = 1;
      }
      if (edgeAt[unit] < start[unit + 1]) {
        const target = to[edgeAt[unit]++];
        if (index[target] < 0) path.push(target);
        else if (onStack[target]) low[unit] = Math.min(low[unit], index[target]);
        continue;
      }
      path.pop();
      if (path.length > 0) {
        const parent = path[path.length - 1];
        low[parent] = Math.min(low[parent], low[unit]);
      }
      if (low[unit] !== index[unit]) continue;
      for (let member = -1; member !== unit;) {
        member = stack.pop()!;
        onStack[member] = 0;
        componentOf[member] = components;
      }
      components++;
    }
  }
  return { count: components, componentOf };
}

/** The cycles of a graph: the members of each component of two or more, largest first, members ascending. */
export function cycles(graph: Graph): number[][] {
  const { count, componentOf } = stronglyConnectedComponents(graph);
  const members: number[][] = Array.from({ length: count }, () => []);
  componentOf.forEach((component, unit) => members[component].push(unit));
  return members.filter(({ length }) => length > 1).sort((a, b) => b.length - a.length || a[0] - b[0]);
}

/** How many steps each unit stands above the ground; members of a cycle share a level. O(V + E). */
export function levels(graph: Graph): Int32Array {
  const { count, componentOf } = stronglyConnectedComponents(graph);
  const members: number[][] = Array.from({ length: count }, () => []);
  componentOf.forEach((component, unit) => members[component].push(unit));
  const levelOf = new Int32Array(count);
  members.forEach((units, component) => {
    let level = 0;
    for (const unit of units) {
      for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++) {
        const target = componentOf[graph.to[edge]];
        if (target !== component) level = Math.max(level, levelOf[target] + 1);
      }
    }
    levelOf[component] = level;
  });
  return Int32Array.from(componentOf, (component) => levelOf[component]);
}
