import { minimumFeedbackOrder } from '../../../graph/minimumFeedbackOrder.ts';
import { joinEdges } from '../../../graph/rollUp.ts';
import type { Judged } from '../../judgedSurvey.ts';
import { eachCounted } from '../../eachCounted.ts';
import type { RuleWords } from '../../ruleWords.ts';

/**
 * Ranks for groups, from the top, in which few references lead up: a heuristic. The groups are put in an order that few references go
 * against, and each as low as what it uses along it allows. `groupOf` gives for each element its group, or -1.
 * O(dependencies + the ordering of groups).
 */
export function proposedRanks(
  count: number,
  groupOf: Int32Array,
  rule: Pick<RuleWords, 'filter' | 'withTests'>,
  on: Judged,
): number[][] {
  const { dependencies } = on.survey;
  const graph = joinEdges(count, (join) =>
    eachCounted(rule, on, (row, from, to) => {
      const [user, used] = [groupOf[from], groupOf[to]];
      const places = dependencies.placeStart[row + 1] - dependencies.placeStart[row];
      if (user >= 0 && used >= 0 && user !== used) join(user, used, places);
    }),
  );
  const order = minimumFeedbackOrder(graph);
  const place = new Int32Array(count);
  order.forEach((group, at) => (place[group] = at));
  const level = new Int32Array(count);
  // What is used comes first in the order.
  for (const group of order)
    for (let edge = graph.start[group]; edge < graph.start[group + 1]; edge++) {
      const used = graph.to[edge];
      if (place[used] < place[group]) level[group] = Math.max(level[group], level[used] + 1);
    }
  const ranks: number[][] = [];
  for (const group of order) (ranks[level[group]] ??= []).push(group);
  return ranks.reverse().map((rank) => rank.sort((a, b) => a - b));
}
