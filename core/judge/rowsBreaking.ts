import { dependencyKinds } from '../contracts/linked.ts';
import { eachCounted } from './eachCounted.ts';
import { globMatcher } from '../search/glob.ts';
import type { Judged } from './judgedSurvey.ts';
import type { RuleWords } from './ruleWords.ts';
import type { Violation } from './violation.ts';

/** Elements, and externals, that a pattern of keys matches, with all that stands in a file that one matches. */
export function marked(patterns: readonly string[], { survey: { elements } }: Judged): Uint8Array {
  const matches = globMatcher(patterns);
  const marks = new Uint8Array(elements.count);
  for (let e = 0; e < elements.count; e++)
    if (marks[e] === 0 && matches(elements.key[e]))
      marks.fill(1, e, e < elements.firstExternal ? elements.subtreeEnd[e] : e + 1);
  return marks;
}

/** References that break a rule, by the files at both ends and their kind. */
export function rowsBreaking(
  rule: RuleWords,
  on: Judged,
  breaks: (from: number, to: number) => boolean,
): Violation[] {
  const { elements, dependencies } = on.survey;
  const found = new Map<string, Violation & { lines: number[]; rows: number[] }>();
  eachCounted(rule, on, (row, from, to) => {
    if (!breaks(from, to)) return;
    const user = elements.key[elements.file[from]] ?? elements.key[from];
    const used = elements.file[to] < 0 ? elements.key[to] : elements.key[elements.file[to]];
    const kind = dependencyKinds[dependencies.kind[row]];
    const key = `${user}\n${used}\n${kind}`;
    let violation = found.get(key);
    if (!violation) {
      violation = { rule: rule.name, from: user, to: used, kind, lines: [], rows: [], detail: '', excess: 0 };
      found.set(key, violation);
    }
    violation.rows.push(row);
    for (let place = dependencies.placeStart[row]; place < dependencies.placeStart[row + 1]; place++)
      violation.lines.push(dependencies.line[place]);
  });
  for (const { lines } of found.values()) lines.sort((a, b) => a - b);
  return [...found.values()].sort(byEnds);
}

function byEnds(a: Violation, b: Violation): number {
  const [one, other] = [a, b].map(({ from, to, kind }) => `${from}\n${to}\n${kind}`);
  return one < other ? -1 : one > other ? 1 : 0;
}
