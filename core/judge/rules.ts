import type { DependencyFilter } from '../graph/rollUp.ts';
import type { Rule } from './kinds/registry.ts';

/** What holds for every sort of rule. */
export interface RuleWords {
  /** By which findings and exceptions name it; no two rules bear the same. */
  name: string;
  /** Why it is so, as whoever reads a finding is told; '' for nothing. */
  reason: string;
  /** Whether what breaks it fails a check, or is told only. */
  severity: 'error' | 'warning';
  /** Which references count, and the choices that say so. */
  filter: DependencyFilter;
  choices: { kinds: string; certainty: string };
  /** Whether what tests use counts. */
  withTests: boolean;
}

/** A break of rules that somebody accepted. */
export interface Exception {
  /** The rule that it is of, by its name; null for any. */
  rule: string | null;
  /** Patterns of the keys at both ends. */
  from: string;
  to: string;
  reason: string;
  by: string;
  /** The last day on which it holds, as `2027-01-31`; null for no end. */
  until: string | null;
  /** So many references are accepted at most; null for any number. */
  most: number | null;
}

/** What a codebase is held to. */
export interface RuleBook {
  rules: readonly Rule[];
  exceptions: readonly Exception[];
}

/**
 * A break of a rule: known by the rule, both ends and the kind, without lines, so that it is no new one when code moves. Of cycles
 * and of files that stand in no group, `to` is empty.
 */
export interface Violation {
  rule: string;
  /** Keys of the file that uses, and of the file or external that is used; of a measure, of the file and of what is measured in it. */
  from: string;
  to: string;
  /** The kind of dependency, or what the kind of rule calls it where it is no use. */
  kind: string;
  /** Lines of `from`, ascending; as many as there are references. */
  lines: readonly number[];
  /** Rows of the dependencies that it is made of; none where it is no use. */
  rows: readonly number[];
  /** What more there is to say: the members of a cycle, what a measure comes to, what is reached through others. */
  detail: string;
  /** How far a measure lies beyond its bound; 0 for every other. */
  excess: number;
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
  /**
   * Exceptions that nothing needs any more, those that have come to their end while there is need of them, and those with too little
   * room for what they cover.
   */
  unneeded: Exception[];
  expired: Exception[];
  exceeded: Exception[];
}
