import { sentenceOfOther, type Rule } from '../../../core/judge/kinds/registry.ts';
import type { Judgement } from '../../../core/judge/rules.ts';
import type { Violation } from '../../../core/judge/violation.ts';
import { visibleText } from '../../visibleText.ts';
import { notesOf } from './ruleWords.ts';

/** So many breaks are listed at once; the others are behind a fold. */
const LISTED = 20;

/** What was found as Markdown for a merge request: what is new first, then figures by rule. */
export function mergeSummary(
  judgement: Judgement,
  rules: readonly Rule[],
  { since, known }: { since: string | null; known: number },
): string {
  const { violations } = judgement;
  const told = since === null ? 'found' : `new since ${inMarkdown(since)}`;
  const head =
    violations.length === 0 ? `**Yletope: nothing ${told}.**` : `**Yletope: ${violations.length} ${told}.**`;
  const beside = [
    ...(known > 0 ? [`${known} known before`] : []),
    ...(judgement.accepted.length > 0 ? [`${judgement.accepted.length} accepted`] : []),
  ];
  const rows = rules
    .map((rule) => ({ rule, count: violations.filter(({ rule: name }) => name === rule.name).length }))
    .filter(({ count }) => count > 0)
    .map(
      ({ rule, count }) =>
        `| ${inMarkdown(rule.name)}${rule.severity === 'warning' ? ' (warning)' : ''} | ${count} | ${inMarkdown(rule.reason)} |`,
    );
  const table = rows.length === 0 ? [] : ['| rule | violations | reason |', '| --- | ---: | --- |', ...rows];
  const mild = new Set(rules.filter(({ severity }) => severity === 'warning').map(({ name }) => name));
  const lines = violations.map((violation) => lineOf(violation, mild.has(violation.rule)));
  const rest = lines.slice(LISTED);
  const fold =
    rest.length === 0
      ? []
      : ['', `<details><summary>${rest.length} more</summary>`, '', ...rest, '', '</details>'];
  const notes = notesOf(judgement, rules).map((note) => `- ${inMarkdown(note)}`);
  return [
    head + (beside.length === 0 ? '' : ` ${beside.join(', ')}.`),
    ...(table.length === 0 ? [] : ['', ...table]),
    ...(lines.length === 0 ? [] : ['', ...lines.slice(0, LISTED), ...fold]),
    ...(notes.length === 0 ? [] : ['', 'The rules themselves:', '', ...notes]),
    '',
  ].join('\n');
}

function lineOf(violation: Violation, isWarning: boolean): string {
  const { rule, from, to, kind, lines, detail } = violation;
  const other = sentenceOfOther(violation);
  const times = lines.length > 1 ? `, ${lines.length} times` : '';
  const what =
    other === null
      ? `uses ${code(to)} (${kind}${times})${detail === '' ? '' : `, and so reaches ${detail.split(' → ').map(code).join(' → ')}`}`
      : inMarkdown(other);
  return `- ${isWarning ? 'warning: ' : ''}${inMarkdown(rule)}: ${code(`${from}:${lines[0]}`)} ${what}`;
}

/** Text that stands for itself: signs of Markdown and of HTML mean nothing in it. */
function inMarkdown(text: string): string {
  return visibleText(text.replace(/\s+/g, ' '))
    .replace(/[\\`*_{}[\]()#+!|~-]/g, '\\$&')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;');
}

/** A name as code, whatever backticks it has. */
function code(name: string): string {
  const flat = visibleText(name);
  const longest = Math.max(0, ...[...flat.matchAll(/`+/g)].map(([ticks]) => ticks.length));
  const fence = '`'.repeat(longest + 1);
  const space = longest > 0 ? ' ' : '';
  return `${fence}${space}${flat}${space}${fence}`;
}
