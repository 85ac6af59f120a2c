import { z } from 'zod';
import { moduleMeant, placingsInto } from '../../../plan/placingsInto.ts';
import { globMatcher, isGlob } from '../../../search/glob.ts';
import type { Judged } from '../../judgedSurvey.ts';
import { rowsBreaking } from '../../rowsBreaking.ts';
import { form, pattern, patterns, ruleName, type Broken, type RuleKind } from '../kind.ts';
import type { OrderRule } from './orderRule.ts';
import { placedOrder } from './placedOrder.ts';

const written = form(
  {
    /** From the top; a rank of several groups is a list of them. A group that `groups` does not name is a folder. */
    order: z.array(z.union([ruleName, z.array(ruleName).min(1)])).min(1),
    groups: z.record(ruleName, patterns).default({}),
    sees: z.enum(['below', 'next']).default('below'),
    within: z.boolean().default(false),
    placed: pattern.optional(),
  },
  ({ order, groups, sees, within, placed }, words, { plan, refuse }): OrderRule => {
    const ranks = order.map((rank) => [rank].flat());
    const ids = ranks.flat();
    const twice = ids.find((id, i) => ids.indexOf(id) < i);
    if (twice !== undefined) refuse(['order'], `${twice} stands in it twice.`);
    const ofPlan = plan === null ? [] : ids.filter((id) => !(id in groups) && moduleMeant(plan, id));
    const stray = Object.keys(groups).find((id) => !ids.includes(id));
    if (stray !== undefined) refuse(['order'], `${stray} has no place in it.`);
    return {
      ...words,
      sort: 'order',
      ranks,
      sees,
      within,
      placed: placed ?? null,
      groups: {
        modules: ids.map((id) => ({ id, name: id, purpose: '', parent: null })),
        // Of one target what stands last counts: what the order itself says.
        placings: [
          ...(ofPlan.length === 0 ? [] : placingsInto(plan!, ofPlan)),
          ...ids
            .filter((id) => !ofPlan.includes(id))
            .flatMap((id) =>
              (groups[id] ?? [isGlob(id) ? id : `${id}/**`]).map((target) => ({
                target,
                module: id,
                isSettled: true,
              })),
            ),
        ],
      },
    };
  },
);

function againstOrder(rule: OrderRule, on: Judged): Broken {
  const { ids, groupOf, breaks } = placedOrder(rule, on);
  const violations = rowsBreaking(
    rule,
    on,
    (from, to) => groupOf[from] >= 0 && groupOf[to] >= 0 && breaks(groupOf[from], groupOf[to]),
  );
  if (rule.placed !== null) {
    const matches = globMatcher(rule.placed);
    for (const { element, path } of on.survey.files)
      if (matches(path) && groupOf[element] < 0 && (rule.withTests || on.isTest[element] === 0))
        violations.push({
          rule: rule.name,
          from: path,
          to: '',
          kind: 'notPlaced',
          lines: [1],
          rows: [],
          detail: '',
          excess: 0,
        });
  }
  const held = new Set(groupOf);
  const empty = ids.filter((_, group) => !held.has(group));
  return { violations, isIdle: empty.length === ids.length, empty };
}

/** Groups in ranks, the first on top: none may use what stands above it. */
export const order: RuleKind<OrderRule> = {
  forms: { order: written },
  sentence: ({ ranks, sees }) =>
    `${ranks.length} ranks: none uses what stands above it${sees === 'next' ? ', nor past the next below' : ''}`,
  judge: againstOrder,
  violations: { notPlaced: ({ from }) => `${from} stands in no group of the order` },
};
