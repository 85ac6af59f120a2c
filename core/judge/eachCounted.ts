import { throwIfCancelledAtStep } from '../graph/cancellation.ts';
import { passes } from '../graph/rollUp.ts';
import type { Judged } from './judgedSurvey.ts';
import type { RuleWords } from './ruleWords.ts';

/** Goes through the references that count for a rule. O(dependencies). */
export function eachCounted(
  { filter, withTests }: Pick<RuleWords, 'filter' | 'withTests'>,
  { survey: { dependencies }, isTest }: Judged,
  take: (row: number, from: number, to: number) => void,
): void {
  for (let row = 0; row < dependencies.count; row++) {
    throwIfCancelledAtStep(row);
    const from = dependencies.from[row];
    if (!withTests && isTest[from] === 1) continue;
    if (passes(dependencies, row, filter)) take(row, from, dependencies.to[row]);
  }
}
