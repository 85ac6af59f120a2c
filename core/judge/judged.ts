import { accepted } from './accepted.ts';
import { judgedBy } from './kinds/registry.ts';
import type { Judged } from './judgedSurvey.ts';
import type { Judgement, RuleBook } from './rules.ts';
import { unmatchedPatterns } from './unmatched.ts';

/** All that breaks rules, in the order of the rules, of paths and of kinds. `today` as `2027-01-31`. O(rules · dependencies). */
export function judged(on: Judged, { rules, exceptions }: RuleBook, today: string): Judgement {
  const found = rules.map((rule) => ({ rule, ...judgedBy(rule, on) }));
  const all = found.flatMap(({ violations }) => violations);
  return {
    ...accepted(all, exceptions, today),
    idle: found.filter(({ isIdle }) => isIdle).map(({ rule }) => rule.name),
    unmatched: unmatchedPatterns(rules, on),
    empty: found.flatMap(({ rule, isIdle, empty = [] }) =>
      isIdle ? [] : empty.map((group) => ({ rule: rule.name, group })),
    ),
  };
}
