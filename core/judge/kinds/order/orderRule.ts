import type { ModulePlan } from '../../../plan/modulePlan.ts';
import type { RuleWords } from '../../ruleWords.ts';

/** Groups in ranks, the first on top: none may use what stands above it. */
export interface OrderRule extends RuleWords {
  sort: 'order';
  /** The groups as modules of a plan, whose placings say what stands in which. */
  groups: ModulePlan;
  /** Patterns that it says itself of what stands in its groups. */
  patterns: readonly string[];
  /** Ids of groups by rank. */
  ranks: readonly (readonly string[])[];
  /** Whether a rank may use all that stand below it, or only the next. */
  sees: 'below' | 'next';
  /** Whether groups of one rank may use each other. */
  within: boolean;
  /** A pattern of files that each must stand in a group; null for none. */
  placed: string | null;
}
