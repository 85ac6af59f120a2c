import type { DependencyFilter } from '../graph/rollUp.ts';

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
