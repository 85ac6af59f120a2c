import { sentenceOfRule } from '../../../core/judge/kinds/registry.ts';
import { XMLBuilder } from 'fast-xml-parser';
import type { Rule } from '../../../core/judge/kinds/registry.ts';
import type { Judgement } from '../../../core/judge/rules.ts';
import { documentText } from '../../export/documentText.ts';
import { failing, sentenceOfViolation } from './ruleWords.ts';

/** What was found as JUnit's XML: a case for each rule, with a failure for each of its breaks; a warning is none. */
export function junitOf({ violations: all }: Pick<Judgement, 'violations'>, rules: readonly Rule[]): string {
  const violations = failing(all, rules);
  const cases = rules.map((rule) => {
    const own = violations.filter((violation) => violation.rule === rule.name);
    return {
      '@name': documentText(rule.name),
      '@classname': 'yletope',
      '@time': '0',
      failure: own.map((violation) => ({
        '@message': documentText(sentenceOfViolation(violation)),
        '@type': violation.kind,
        '#text': documentText(
          `${violation.from}:${violation.lines[0]}\n${rule.reason === '' ? sentenceOfRule(rule) : rule.reason}`,
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
