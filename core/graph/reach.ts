import { stronglyConnectedComponents } from './components.ts';
import type { Graph } from './rollUp.ts';

/**
 * How many units each unit reaches, itself included, by bit sets over the condensation; O(C·E/32) time and
 * O(C²/32) memory for C components.
 */
export function reachCounts(graph: Graph): Int32Array {
  const { count, componentOf } = stronglyConnectedComponents(graph);
  const size = new Int32Array(count);
  for (const component of componentOf) size[component]++;
  const words = (count + 31) >> 5;
  const reached = new Uint32Array(words * count);
  const members: number[][] = Array.from({ length: count }, () => []);
  componentOf.forEach((component, unit) => members[component].push(unit));
  const total = new Int32Array(count);
  for (let component = 0; component < count; component++) {
    const row = component * words;
    reached[row + (component >> 5)] |= 1 << (component & 31);
    for (const unit of members[component]) {
      for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++) {
        const target = componentOf[graph.to[edge]];
        if (target === component || (reached[row + (target >> 5)] >>> (target & 31)) & 1) continue;
        // Targets have smaller numbers and are complete; their bits lie in the words up to their own.
        for (let word = target >> 5; word >= 0; word--) reached[row + word] |= reached[target * words + word];
      }
    }
    for (let word = component >> 5; word >= 0; word--) {
      for (let bits = reached[row + word]; bits !== 0; bits &= bits - 1) {
        total[component] += size[word * 32 + (31 - Math.clz32(bits & -bits))];
      }
    }
  }
  return Int32Array.from(componentOf, (component) => total[component]);
}

/** Density of the reachability matrix, the diagonal included (MacCormack, Rusnak and Baldwin 2006); 0 when empty. */
export function propagationCost(graph: Graph): number {
  if (graph.count === 0) return 0;
  return reachCounts(graph).reduce((sum, reached) => sum + reached, 0) / graph.count ** 2;
}
