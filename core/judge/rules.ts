import type { BarrelChoice } from '../barrels.ts';
import type { Grain } from '../arrangement/units.ts';
import type { DependencyFilter } from '../graph/rollUp.ts';
import type { ModulePlan } from '../plan/modulePlan.ts';

/** What holds for every sort of rule. */
interface RuleWords {
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

/** Groups in ranks, the first on top: none may use what stands above it. */
export interface OrderRule extends RuleWords {
  sort: 'order';
  /** The groups as modules of a plan, whose placings say what stands in which. */
  groups: ModulePlan;
  /** Ids of groups by rank. */
  ranks: readonly (readonly string[])[];
  /** Whether a rank may use all that stand below it, or only the next. */
  sees: 'below' | 'next';
  /** Whether groups of one rank may use each other. */
  within: boolean;
  /** A pattern of files that each must stand in a group; null for none. */
  placed: string | null;
}

/** Elements and externals that do not use others, or others that only they may use. Patterns of keys. */
export interface UseRule extends RuleWords {
  sort: 'uses';
  from: readonly string[];
  to: readonly string[];
  /** What is not meant by `to`: what anybody may use. */
  except: readonly string[];
  /** True where only `from` may use `to`; else `from` may not. */
  isOnly: boolean;
}

/** Elements that do not use others, neither directly nor through others. Patterns of keys. */
export interface ReachRule extends RuleWords {
  sort: 'reaches';
  from: readonly string[];
  to: readonly string[];
}

/** At most so many cycles among what stands in groups of folders. */
export interface CycleRule extends RuleWords {
  sort: 'cycles';
  grain: Grain;
  most: number;
  /** Whether an import of a barrel counts where it leads, as in pictures, or as it is written. */
  barrels: BarrelChoice;
}

/** A bound on a measure of files, types or routines. */
export interface MeasureRule extends RuleWords {
  sort: 'measure';
  /** Its id in the catalogue. */
  measure: string;
  of: 'file' | 'type' | 'routine';
  /** Patterns of the files that it is about. */
  where: readonly string[];
  /** One of both: the most that it may come to, or the least. */
  bound: { most: number } | { least: number };
}

export type Rule = OrderRule | UseRule | ReachRule | CycleRule | MeasureRule;

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
  /** The kind of dependency, or `cycle`, `notPlaced` or `measure`. */
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
