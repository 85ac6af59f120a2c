import { rollUp, type DependencyFilter } from '../graph/rollUp.ts';
import type { DependencyTable } from '../link/linked.ts';
import type { SurveyedCodebase } from '../survey.ts';
import type { Arrangement } from './arrangement.ts';
import { cyclesOf, type Cycle } from './cycles.ts';
import { parentOfNode, unitOfNode, type NodeTree } from './nodes.ts';
import { orderOf, type Order } from './order.ts';
import { unitsAt, type Grain } from './units.ts';

/** What a picture is drawn from, whatever of it is open and wherever it begins. */
export interface Question {
  arrangement: Arrangement;
  grain: Grain;
  filter: DependencyFilter;
  /** Marks the elements that count with 1, as either end of a dependency: without tests, say, or of a shortlist. */
  counts: Uint8Array;
}

/** A survey as a question looks at it: units in groups, the references between them, their order and their cycles. */
export interface ArrangedSurvey extends NodeTree {
  question: Question;
  dependencies: DependencyTable;
  order: Order;
  cycles: Cycle[];
}

/** O(elements + dependencies · depth of groups), plus the ordering of the children of each group. */
export function arrangedSurvey(survey: SurveyedCodebase, question: Question): ArrangedSurvey {
  const { elements, dependencies } = survey;
  const { arrangement, grain, filter, counts } = question;
  const units = unitsAt(elements, arrangement, grain, counts);
  const graph = rollUp(dependencies, units.unitOf, units.count, filter);
  const tree: NodeTree = { arrangement, units, graph };
  const order = orderOf(tree);
  return { ...tree, question, dependencies, order, cycles: cyclesOf(tree, order.siblings) };
}

/** True when a unit or group is a node or stands below it. */
export function isBelow(tree: NodeTree, node: number, outer: number): boolean {
  if (node === outer) return true;
  if (unitOfNode(tree, outer) >= 0) return false;
  const group = unitOfNode(tree, node) < 0 ? node : parentOfNode(tree, node);
  return group >= outer && group < tree.arrangement.subtreeEnd[outer];
}
