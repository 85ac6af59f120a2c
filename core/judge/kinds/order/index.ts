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
    groups: z
      .record(ruleName, patterns)
      .default({})
      .transform((said) => new Map(Object.entries(said))),
    sees: z.enum(['below', 'next']).default('below'),
    within: z.boolean().default(false),
    placed: pattern.optional(),
  },
  ({ order, groups, sees, within, placed }, words, { plan, refuse }): OrderRule => {
    const ranks = order.map((rank) => [rank].flat());
    const ids = ranks.flat();
    const known = new Set<string>();
    for (const id of ids) {
      if (known.has(id)) refuse(['order'], `${id} is listed in it twice.`);
      known.add(id);
    }
    const ofPlan = new Set(plan === null ? [] : ids.filter((id) => !groups.has(id) && moduleMeant(plan, id)));
    const stray = [...groups.keys()].find((id) => !known.has(id));
    if (stray !== undefined) refuse(['groups', stray], `${stray} has no place in the order.`);
    const groupOf = new Map<string, string>();
    for (const [id, said] of groups)
      for (const target of said) {
        const other = groupOf.get(target);
        if (other !== undefined && other !== id)
          refuse(['groups', id], `${target} is also listed in ${other}.`);
        groupOf.set(target, id);
      }
    return {
      ...words,
      sort: 'order',
      ranks,
      sees,
      within,
      placed: placed ?? null,
      patterns: [...groups.values()].flat(),
      groups: {
        modules: ids.map((id) => ({ id, name: id, purpose: '', parent: null })),
        // Of one target what stands last counts: what the order itself says.
        placings: [
          ...(ofPlan.size === 0 ? [] : placingsInto(plan!, [...ofPlan])),
          ...ids
            .filter((id) => !ofPlan.has(id))
            .flatMap((id) =>
              (groups.get(id) ?? [isGlob(id) ? id : `${id}/**`]).map((target) => ({
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

/** Groups in layers, the first on top: none may use a layer above it. */
export const order: RuleKind<OrderRule> = {
  forms: { order: written },
  sentence: ({ ranks, sees }) =>
    `${ranks.length} layers: none may use a layer above it${sees === 'next' ? ', or skip the next one below' : ''}`,
  patterns: ({ patterns, placed }) => [...patterns, ...(placed === null ? [] : [placed])],
  judge: againstOrder,
  violations: { notPlaced: ({ from }) => `${from} is in no group of the order` },
};
