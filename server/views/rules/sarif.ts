import type { Rule } from '../../../core/judge/kinds/registry.ts';
import type { Judgement } from '../../../core/judge/rules.ts';
import { jsonText, visibleText } from '../../visibleText.ts';
import { sentenceOfViolation } from './ruleWords.ts';

/** What was found as SARIF 2.1.0 (OASIS 2020), each break at its lines, accepted ones as suppressed. */
export function sarifOf({ violations, accepted }: Judgement, rules: readonly Rule[]): string {
  const indexOf = new Map(rules.map(({ name }, i) => [name, i]));
  const severityOf = new Map(rules.map(({ name, severity }) => [name, severity]));
  const results = [
    ...violations.map((violation) => ({ violation, why: null })),
    ...accepted.map(({ violation, exception }) => ({ violation, why: exception.reason })),
  ].map(({ violation, why }) => ({
    ruleId: violation.rule,
    ruleIndex: indexOf.get(violation.rule),
    level: severityOf.get(violation.rule),
    message: { text: visibleText(sentenceOfViolation(violation)) },
    locations: violation.lines.slice(0, MOST_PLACES).map((line) => ({
      physicalLocation: {
        artifactLocation: { uri: uriOf(violation.from), uriBaseId: '%SRCROOT%' },
        region: { startLine: Math.max(1, line) },
      },
    })),
    partialFingerprints: {
      'rule/from/to/kind': [violation.rule, violation.from, violation.to, violation.kind].join(' '),
    },
    ...(why === null ? {} : { suppressions: [{ kind: 'external', justification: why }] }),
  }));
  const run = {
    tool: {
      driver: {
        name: 'Yletope',
        rules: rules.map(({ name, reason }) => ({
          id: name,
          shortDescription: { text: name },
          ...(reason === '' ? {} : { fullDescription: { text: reason } }),
        })),
      },
    },
    columnKind: 'utf16CodeUnits',
    results,
  };
  return `${jsonText({ $schema: SCHEMA, version: '2.1.0', runs: [run] }, 1)}\n`;
}

/** A path as a URI reference: relative, whatever it begins with, and without query or fragment. */
function uriOf(path: string): string {
  const wellFormed = Buffer.from(path).toString();
  return wellFormed.replace(/^\/+/, '').split('/').map(encodeURIComponent).join('/');
}

const SCHEMA = 'https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json';
/** A result names so many places; the rest is in the count of its sentence. */
const MOST_PLACES = 20;
