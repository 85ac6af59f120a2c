import { eachCounted } from '../../eachCounted.ts';
import { decidingPlacings } from '../../../plan/decidingPlacings.ts';
import type { Judged } from '../../judgedSurvey.ts';
import type { OrderRule } from './orderRule.ts';

/** The groups of an order, and where the elements of a survey stand in them. */
export interface PlacedOrder {
  /** Ids of the groups, from the top, and the rank of each. */
  ids: string[];
  rank: number[];
  /** For each element the place of its group among `ids`; -1 for what stands in none, and for externals. */
  groupOf: Int32Array;
  /** True where one group may not use another. A group may always use itself. */
  breaks(user: number, used: number): boolean;
}

/** O(elements + placings). */
export function placedOrder(rule: OrderRule, { survey, packages }: Judged): PlacedOrder {
  const { files, elements } = survey;
  const ids = rule.ranks.flat();
  const rank = rule.ranks.flatMap((own, at) => own.map(() => at));
  const at = new Map(ids.map((id, group) => [id, group]));
  const groupOf = new Int32Array(elements.count).fill(-1);
  decidingPlacings(survey, rule.groups, packages).forEach((placing, file) => {
    const group = placing?.module ? at.get(placing.module) : undefined;
    const { element } = files[file];
    if (group !== undefined) groupOf.fill(group, element, elements.subtreeEnd[element]);
  });
  return {
    ...{ ids, rank, groupOf },
    breaks(user, used) {
      if (user === used) return false;
      const down = rank[used] - rank[user];
      return down < 0 || (down === 0 && !rule.within) || (down > 1 && rule.sees === 'next');
    },
  };
}

/** All references from one group of an order to another. */
export interface OrderLink {
  from: number;
  to: number;
  references: number;
  breaks: boolean;
}

/** An order with what keeps it and what breaks it, by its groups. */
export interface OrderPicture {
  groups: { id: string; rank: number; files: number }[];
  links: OrderLink[];
  /** Files that stand in no group. */
  unplaced: number;
}

/** O(dependencies + elements). */
export function orderPicture(
  rule: OrderRule,
  on: Judged,
  { ids, rank, groupOf, breaks }: PlacedOrder,
): OrderPicture {
  const { dependencies, files } = on.survey;
  const references = new Map<number, number>();
  eachCounted(rule, on, (row, from, to) => {
    const [user, used] = [groupOf[from], groupOf[to]];
    if (user < 0 || used < 0 || user === used) return;
    const pair = user * ids.length + used;
    const places = dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    references.set(pair, (references.get(pair) ?? 0) + places);
  });
  const count = new Int32Array(ids.length);
  let unplaced = 0;
  for (const { element } of files) {
    if (!rule.withTests && on.isTest[element] === 1) continue;
    if (groupOf[element] < 0) unplaced++;
    else count[groupOf[element]]++;
  }
  return {
    groups: ids.map((id, group) => ({ id, rank: rank[group], files: count[group] })),
    links: [...references]
      .sort(([a], [b]) => a - b)
      .map(([pair, sum]) => {
        const [from, to] = [Math.floor(pair / ids.length), pair % ids.length];
        return { from, to, references: sum, breaks: breaks(from, to) };
      }),
    unplaced,
  };
}
