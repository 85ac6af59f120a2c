import { stronglyConnectedComponents } from './components.ts';
import { throwIfCancelled } from './cancellation.ts';
import { rollUpUnits, type Graph } from './rollUp.ts';

/** Components whose reach is worked out at once: their bits for all components take some tens of megabytes. */
const BLOCK = 8_192;

/**
 * How many units each unit reaches, itself included, by bit sets over the condensation, a block of components after the
 * other; O(C·E/32) time and O(C · block) memory for C components.
 */
export function reachCounts(graph: Graph, block = BLOCK): Int32Array {
  const { count, componentOf } = stronglyConnectedComponents(graph);
  const size = new Int32Array(count);
  for (const component of componentOf) size[component]++;
  const targets = rollUpUnits(graph, componentOf, count);
  const words = (Math.min(block, count) + 31) >> 5;
  const total = new Int32Array(count);
  const reached = new Uint32Array(words * count);
  for (let first = 0; first < count; first += block) {
    const end = Math.min(first + block, count);
    reached.fill(0);
    // Edges lead to smaller numbers: what comes before the block reaches nothing in it.
    for (let component = first; component < count; component++) {
      if ((component & 0xff) === 0) throwIfCancelled();
      const row = component * words;
      if (component < end) reached[row + ((component - first) >> 5)] |= 1 << ((component - first) & 31);
      for (let edge = targets.start[component]; edge < targets.start[component + 1]; edge++) {
        const target = targets.to[edge];
        if (target < first) continue;
        // Targets are complete.
        for (let word = 0; word < words; word++) reached[row + word] |= reached[target * words + word];
      }
      for (let word = 0; word < words; word++)
        for (let bits = reached[row + word]; bits !== 0; bits &= bits - 1)
          total[component] += size[first + word * 32 + (31 - Math.clz32(bits & -bits))];
    }
  }
  return Int32Array.from(componentOf, (component) => total[component]);
}

/** Density of the reachability matrix, the diagonal included (MacCormack, Rusnak and Baldwin 2006); 0 when empty. */
export function propagationCost(graph: Graph): number {
  if (graph.count === 0) return 0;
  return reachCounts(graph).reduce((sum, reached) => sum + reached, 0) / graph.count ** 2;
}
