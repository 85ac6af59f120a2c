import { sentenceOfRule } from '../../../core/judge/kinds/registry.ts';
import { XMLBuilder } from 'fast-xml-parser';
import type { Rule } from '../../../core/judge/kinds/registry.ts';
import type { Violation } from '../../../core/judge/violation.ts';
import type { Judgement } from '../../../core/judge/rules.ts';
import { documentText } from '../../export/documentText.ts';
import { failing, sentenceOfViolation } from './ruleWords.ts';

/** What was found as JUnit's XML: a case for each rule, with a failure for each of its breaks; a warning is none, and stands in the output of its case. */
export function junitOf({ violations: all }: Pick<Judgement, 'violations'>, rules: readonly Rule[]): string {
  const violations = failing(all, rules);
  const placeOf = ({ from, lines }: Violation): string => `${from}:${lines[0]}`;
  const cases = rules.map((rule) => {
    const own = violations.filter((violation) => violation.rule === rule.name);
    const told = rule.severity === 'warning' ? all.filter((violation) => violation.rule === rule.name) : [];
    return {
      '@name': documentText(rule.name),
      '@classname': 'yletope',
      '@time': '0',
      ...(told.length === 0
        ? {}
        : {
            'system-out': documentText(
              told.map((each) => `warning: ${placeOf(each)}: ${sentenceOfViolation(each)}`).join('\n'),
            ),
          }),
      failure: own.map((violation) => ({
        '@message': documentText(sentenceOfViolation(violation)),
        '@type': violation.kind,
        '#text': documentText(
          `${placeOf(violation)}\n${rule.reason === '' ? sentenceOfRule(rule) : rule.reason}`,
        ),
      })),
    };
  });
  const suite = {
    '@name': 'Yletope',
    '@tests': String(rules.length),
    '@failures': String(cases.filter(({ failure }) => failure.length > 0).length),
    '@errors': '0',
    '@time': '0',
    testcase: cases,
  };
  const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: '@', format: true });
  return `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build({ testsuites: { testsuite: suite } })}`;
}
