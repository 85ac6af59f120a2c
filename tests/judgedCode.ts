import { judged } from '../core/judge/judged.ts';
import type { Exception, Violation } from '../core/judge/violation.ts';
import type { Judgement } from '../core/judge/rules.ts';
import { readRules } from '../server/views/rules/readRules.ts';
import { judgedSurvey } from '../server/views/rules/rulesView.ts';
import { codeOf } from './codeOfUses.ts';

/** The day on which code is judged in tests. */
export const TODAY = '2027-01-15';

/** What came of code that uses what `uses` say, held to rules. */
export async function judge(said: string, uses: readonly string[]): Promise<Judgement> {
  const survey = await codeOf(uses);
  const book = readRules({ name: 'yletope.yaml', text: said });
  return judged(judgedSurvey(survey), book, TODAY);
}

/** A break of a rule, as a judgement has it. */
export const broken = (from: string, to: string, count = 1, rule = 'r'): Violation => ({
  ...{
    rule,
    from,
    to,
    kind: 'call',
    lines: Array.from({ length: count }, (_, i) => i + 1),
    rows: [],
    detail: '',
    excess: 0,
  },
});

/** An exception of all, but for what is said otherwise. */
export const exception = (own: Partial<Exception> = {}): Exception => ({
  ...{ rule: null, from: '**', to: '**', reason: 'so', by: '', until: null, most: null, ...own },
});
