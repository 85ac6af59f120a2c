import { globMatcher, isGlob } from '../search/glob.ts';
import { throwIfCancelledAtStep } from '../graph/cancellation.ts';
import { patternsOf, type Rule } from './kinds/registry.ts';
import type { Judged } from './judgedSurvey.ts';

/** A pattern of a rule that matches nothing, and a key that it would match were its letters small or large as there; null for none. */
export interface Unmatched {
  rule: string;
  pattern: string;
  otherCase: string | null;
}

/** Patterns of rules that match no element and no external, in the order of the rules. O(patterns · elements) where nothing matches. */
export function unmatchedPatterns(rules: readonly Rule[], { survey: { elements } }: Judged): Unmatched[] {
  const keys = new Set(elements.key);
  const found = new Map<string, string | null | undefined>();
  const firstMatch = (pattern: string, ignoreCase: boolean): string | null => {
    const matches = globMatcher(pattern, { ignoreCase });
    return (
      elements.key.find((key, e) => {
        throwIfCancelledAtStep(e);
        return matches(key);
      }) ?? null
    );
  };
  /** Undefined for a pattern that matches; else what it would match with other letters. */
  const otherCaseOf = (pattern: string): string | null | undefined => {
    if (!found.has(pattern)) {
      const isMatched = keys.has(pattern) || (isGlob(pattern) && firstMatch(pattern, false) !== null);
      found.set(pattern, isMatched ? undefined : firstMatch(pattern, true));
    }
    return found.get(pattern);
  };
  return rules.flatMap((rule) =>
    [...new Set(patternsOf(rule))].flatMap((pattern) => {
      const otherCase = otherCaseOf(pattern);
      return otherCase === undefined ? [] : [{ rule: rule.name, pattern, otherCase }];
    }),
  );
}
