import { KIND } from '../../core/facts/fileFacts.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { KeptIntake } from '../survey/keptIntake.ts';
import { elementOf, kindOf, labelOf, mainScope, measureValues, type ElementLabel } from './remembered.ts';

/** A folder in the tree of the overview. */
export interface FolderRow extends ElementLabel {
  depth: number;
  files: number;
  codeLines: number;
  /** What it is for, and the file that says so. */
  purpose: { text: string; from: string } | null;
  hasFolders: boolean;
  isOpen: boolean;
}

const LISTED = 400;

/** The folders below where the code begins, in the order of their names; those named are open. */
export function folderTree(survey: SurveyedCodebase, intake: KeptIntake, open: string[]): FolderRow[] {
  const { elements } = survey;
  const files = measureValues(survey, 'files');
  const code = measureValues(survey, 'codeLines');
  const purposes = new Map(intake.purposes);
  const opened = new Set(open.map((key) => elementOf(survey, key)));
  const rows: FolderRow[] = [];
  const visit = (folder: number, depth: number): void => {
    for (let e = folder + 1; e < elements.subtreeEnd[folder]; e = elements.subtreeEnd[e]) {
      if (elements.kind[e] !== KIND.folder || rows.length >= LISTED) continue;
      const label = labelOf(survey, e);
      const isOpen = opened.has(e);
      rows.push({
        ...label,
        depth,
        files: files[e],
        codeLines: code[e],
        purpose: purposes.get(label.key) ?? null,
        hasFolders: hasFolders(survey, e),
        isOpen,
      });
      if (isOpen) visit(e, depth + 1);
    }
  };
  visit(mainScope(survey), 0);
  return rows;
}

function hasFolders(survey: SurveyedCodebase, folder: number): boolean {
  const { elements } = survey;
  for (let e = folder + 1; e < elements.subtreeEnd[folder]; e = elements.subtreeEnd[e])
    if (kindOf(survey, e) === 'folder') return true;
  return false;
}
