import { contradictions } from '../../../core/judge/contradictions.ts';
import { sentenceOfOther, type Rule } from '../../../core/judge/kinds/registry.ts';
import type { Exception, Violation } from '../../../core/judge/violation.ts';
import type { Judgement } from '../../../core/judge/rules.ts';

/** What a break is, in words: who uses whom, and how often. */
export function sentenceOfViolation(violation: Violation): string {
  const { rule, from, to, kind, lines, detail } = violation;
  const other = sentenceOfOther(violation);
  if (other !== null) return `${rule}: ${other}`;
  const times = lines.length === 1 ? '' : `, ${lines.length} times`;
  const further = detail === '' ? '' : `, and so reaches ${detail}`;
  return `${rule}: ${from} uses ${to} (${kind}${times})${further}`;
}

/** Each break in one line with its place, then what is out of order in the rules themselves. */
export function linesOf(judgement: Judgement, rules: readonly Rule[]): string[] {
  const { violations, accepted } = judgement;
  const reasonOf = new Map(rules.map(({ name, reason }) => [name, reason]));
  const severityOf = new Map(rules.map(({ name, severity }) => [name, severity]));
  return [
    ...violations.map((violation) => {
      const reason = reasonOf.get(violation.rule);
      const mild = severityOf.get(violation.rule) === 'warning' ? 'warning: ' : '';
      return `${violation.from}:${violation.lines[0]}: ${mild}${sentenceOfViolation(violation)}${reason ? `. ${reason}` : ''}`;
    }),
    ...notesOf(judgement, rules),
    `${violations.length} found, ${accepted.length} accepted`,
  ];
}

/** What is out of order in the rules themselves. */
export function notesOf(
  { idle, empty, unmatched, unneeded, expired, exceeded }: Judgement,
  rules: readonly Rule[],
): string[] {
  const of = ({ from, to }: { from: string; to: string }): string => `${from} to ${to}`;
  return [
    ...expired.map((each) => `the exception of ${of(each)} ended on ${each.until}`),
    ...exceeded.map(
      (each) => `the exception of ${of(each)} has room for ${each.most} at most: there are more`,
    ),
    ...unneeded.map((each) => `the exception of ${of(each)} is needed by nothing any more`),
    ...idle.map((name) => `the rule “${name}” is about nothing in this code`),
    ...empty.map(({ rule, group }) => `the group ${group} of “${rule}” holds nothing`),
    ...unmatched.map(
      ({ rule, pattern, otherCase }) =>
        `${pattern} of “${rule}” matches nothing${otherCase === null ? '' : `; ${otherCase} is written otherwise`}`,
    ),
    ...contradictions(rules).map(
      ({ rules: names, about }) =>
        `${listed(names.map((name) => `“${name}”`))} contradict each other: ${about.join(', ')}`,
    ),
  ];
}

function listed(names: readonly string[]): string {
  return `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}

/** True where a rule, a group or a pattern is about nothing in the code. */
export function hasIdleParts({ idle, empty, unmatched }: Judgement): boolean {
  return idle.length + empty.length + unmatched.length > 0;
}

/** Exceptions that name files which were renamed, for what these are called now. */
export function coveringNewNames(
  exceptions: readonly Exception[],
  renamed: ReadonlyMap<string, string>,
): Exception[] {
  return exceptions.map((each) => ({
    ...each,
    from: renamed.get(each.from) ?? each.from,
    to: renamed.get(each.to) ?? each.to,
  }));
}

/** What an exception accepts, in words. */
export function sentenceOfException({ from, to, most, until }: Exception): string {
  return `${from} uses ${to}${most === null ? '' : `, at most ${most} times`}${until === null ? '' : `, until ${until}`}`;
}

/** Of what breaks rules, what fails a check: warnings are told only. */
export function failing(violations: readonly Violation[], rules: readonly Rule[]): Violation[] {
  const mild = new Set(rules.filter(({ severity }) => severity === 'warning').map(({ name }) => name));
  return violations.filter(({ rule }) => !mild.has(rule));
}
