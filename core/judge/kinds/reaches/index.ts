import { joinEdges } from '../../../graph/rollUp.ts';
import { eachCounted } from '../../eachCounted.ts';
import type { Judged } from '../../judgedSurvey.ts';
import { marked, rowsBreaking } from '../../rowsBreaking.ts';
import type { RuleWords } from '../../ruleWords.ts';
import type { Violation } from '../../violation.ts';
import { form, patterns, type Broken, type RuleKind } from '../kind.ts';

/** Elements that do not use others, neither directly nor through others. Patterns of keys. */
export interface ReachRule extends RuleWords {
  sort: 'reaches';
  from: readonly string[];
  to: readonly string[];
}

/**
 * The uses by which something leaves what is meant for what leads on to what may not be reached: each with where it leads. What may not
 * be reached is told where it is used itself as well.
 */
function reaching(rule: ReachRule, on: Judged): Broken {
  const { elements } = on.survey;
  const [from, to] = [marked(rule.from, on), marked(rule.to, on)];
  const unitOf = (e: number): number => (elements.file[e] < 0 ? e : elements.file[e]);
  const users = joinEdges(elements.count, (join) =>
    eachCounted(rule, on, (_, user, used) => {
      if (unitOf(user) !== unitOf(used)) join(unitOf(used), unitOf(user), 1);
    }),
  );
  /** For each file or external from which one is led to what may not be reached, what is next on the way there. */
  const next = new Map<number, number>();
  for (let e = 0; e < elements.count; e++) if (to[e] === 1 && unitOf(e) === e) next.set(e, e);
  for (const [unit] of next)
    for (let edge = users.start[unit]; edge < users.start[unit + 1]; edge++) {
      const user = users.to[edge];
      if (!next.has(user) && from[user] === 0) next.set(user, unit);
    }
  const violations = rowsBreaking(
    rule,
    on,
    (a, b) => from[a] === 1 && from[b] === 0 && to[a] === 0 && next.has(unitOf(b)),
  );
  const at = new Map<string, number>();
  for (const unit of next.keys()) at.set(elements.key[unit], unit);
  const told = violations.map((violation): Violation => {
    const way: string[] = [];
    for (let unit = at.get(violation.to)!; next.get(unit) !== unit; unit = next.get(unit)!)
      way.push(elements.key[next.get(unit)!]);
    return { ...violation, detail: way.join(' → ') };
  });
  return { violations: told, isIdle: !from.includes(1) || !to.includes(1) };
}

/** What may not be reached from somewhere, through others either. */
export const reaches: RuleKind<ReachRule> = {
  forms: {
    mayNotReach: form(
      { from: patterns, mayNotReach: patterns },
      ({ from, mayNotReach }, words): ReachRule => ({ ...words, sort: 'reaches', from, to: mayNotReach }),
    ),
  },
  sentence: ({ from, to }) => `${from.join(', ')} may not reach ${to.join(', ')}, through others either`,
  judge: reaching,
};
