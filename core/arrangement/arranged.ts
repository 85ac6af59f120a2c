import { rollUp, type DependencyFilter, type Graph } from '../graph/rollUp.ts';
import type { DependencyTable } from '../contracts/linked.ts';
import { cyclesOf, type Cycle } from './cycles.ts';
import type { UnitTree } from './nodes.ts';
import { orderOf, type Order } from './order.ts';

/**
 * What a picture is drawn from, whatever of it is open and wherever it begins: units in groups, the references between
 * them, their order and their cycles.
 */
export interface ArrangedSurvey extends UnitTree {
  filter: DependencyFilter;
  /** References between units, from all that counts and passes the filter. */
  graph: Graph;
  order: Order;
  cycles: Cycle[];
}

/** O(dependencies · depth of groups), plus the ordering of the children of each group. */
export function arrangedSurvey(
  dependencies: DependencyTable,
  tree: UnitTree,
  filter: DependencyFilter,
): ArrangedSurvey {
  const { units } = tree;
  const graph = rollUp(dependencies, units.unitOf, units.count, filter);
  const order = orderOf(tree, graph);
  return { ...tree, filter, graph, order, cycles: cyclesOf(tree, graph, order.siblings) };
}
