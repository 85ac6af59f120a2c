import { groupWithKey, subgroups } from '../../core/arrangement/arrangement.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { KeptIntake } from '../survey/keptIntake.ts';
import type { ElementLabel } from './surveyAccess/elements.ts';
import { groupValues, type Scope } from './surveyAccess/scope.ts';
import { counted } from './surveyAccess/tests.ts';
import { groupLabel } from './graphQuery/labels.ts';

/** A group in the tree of the overview. */
export interface GroupRow extends ElementLabel {
  depth: number;
  files: number;
  codeLines: number;
  /** What it is for, and the file that says so; of folders. */
  purpose: { text: string; from: string } | null;
  hasGroups: boolean;
  isOpen: boolean;
}

export interface GroupTree {
  rows: GroupRow[];
  /** Groups beyond those listed. */
  more: number;
}

const LISTED = 1_000;

/** The groups below where the code begins, in the order of their names; those named are open. */
export function groupTree(
  survey: SurveyedCodebase,
  intake: KeptIntake,
  { scope, open, withTests }: { scope: Scope; open: readonly string[]; withTests: boolean },
): GroupTree {
  const { arrangement } = scope;
  const shown = counted(survey, withTests);
  const files = groupValues(shown, arrangement, 'files');
  const code = groupValues(shown, arrangement, 'codeLines');
  const purposes = new Map(arrangement.id === 'folders' ? intake.purposes : []);
  const opened = new Set(open.map((key) => groupWithKey(arrangement, key)));
  const rows: GroupRow[] = [];
  let more = 0;
  const visit = (outer: number, depth: number): void => {
    for (const group of subgroups(arrangement, outer)) {
      if (files[group] === 0) continue;
      if (rows.length >= LISTED) {
        more++;
        continue;
      }
      const label = groupLabel(arrangement, group);
      const isOpen = opened.has(group);
      rows.push({
        ...label,
        depth,
        files: files[group],
        codeLines: code[group],
        purpose: purposes.get(label.key) ?? null,
        hasGroups: subgroups(arrangement, group).some((below) => files[below] > 0),
        isOpen,
      });
      if (isOpen) visit(group, depth + 1);
    }
  };
  visit(scope.group, 0);
  return { rows, more };
}
