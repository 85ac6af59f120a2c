import type { Rule } from './kinds/registry.ts';
import type { Unmatched } from './unmatched.ts';
import type { Exception, Violation } from './violation.ts';

/** What a codebase is held to. */
export interface RuleBook {
  rules: readonly Rule[];
  exceptions: readonly Exception[];
}

/** What became of the rules in a survey. */
export interface Judgement {
  /** Breaks that nobody accepted, or that come on top of what was. */
  violations: Violation[];
  accepted: { violation: Violation; exception: Exception }[];
  /** Names of rules that nothing in the survey could break. */
  idle: string[];
  /** Groups of orders that hold nothing. */
  empty: { rule: string; group: string }[];
  /** Patterns of rules that match nothing. */
  unmatched: Unmatched[];
  /**
   * Exceptions that nothing needs any more, those that have come to their end while there is need of them, and those with too little
   * room for what they cover.
   */
  unneeded: Exception[];
  expired: Exception[];
  exceeded: Exception[];
}
