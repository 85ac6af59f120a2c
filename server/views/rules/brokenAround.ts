import { elementOf } from '../surveyAccess/elements.ts';
import type { BrokenLine } from '../sourceView.ts';
import type { ViewRequest } from '../viewRequest.ts';
import { judgementOf } from './rulesView.ts';
import { sentenceOfViolation } from './ruleWords.ts';

/** A rule that is broken at an element. */
export interface BrokenAround {
  rule: string;
  /** References by which it, or what it holds, breaks the rule, and those to it that do. */
  uses: number;
  usedBy: number;
}

/**
 * The rules that are broken at a file, a folder or an external, or at the file that something smaller stands in; none for groups of
 * other arrangements. O(breaks).
 */
export function brokenAround(view: ViewRequest, key: string): BrokenAround[] {
  const { elements } = view.survey;
  const element = elementOf(view.survey, key);
  if (element === undefined) return [];
  const file = elements.file[element];
  const own = file < 0 ? key : elements.key[file];
  const isIn = (path: string): boolean => path === own || (own !== '' && path.startsWith(`${own}/`));
  const found = new Map<string, BrokenAround>();
  for (const { rule, from, to, lines } of judgementOf(view).judgement.violations) {
    const [user, used] = [isIn(from), isIn(to)];
    if (user === used) continue;
    const entry = found.get(rule) ?? { rule, uses: 0, usedBy: 0 };
    found.set(rule, entry);
    entry[user ? 'uses' : 'usedBy'] += lines.length;
  }
  return [...found.values()];
}

/** The lines of a file at which a rule is broken, each with what breaks there; ascending. O(breaks). */
export function brokenLines(view: ViewRequest, path: string): BrokenLine[] {
  const found = new Map<number, string[]>();
  for (const violation of judgementOf(view).judgement.violations)
    if (violation.from === path)
      for (const line of new Set(violation.lines))
        found.set(line, [...(found.get(line) ?? []), sentenceOfViolation(violation)]);
  return [...found].sort(([a], [b]) => a - b).map(([line, says]) => ({ line, says }));
}
