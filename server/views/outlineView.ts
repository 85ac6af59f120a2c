import { KIND } from '../../core/facts/fileFacts.ts';
import { inheritedMembers } from '../../core/hierarchy/overrides.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { hierarchyOf } from './hierarchy/links.ts';
import { memberRow, type MemberRow } from './hierarchy/hierarchyView.ts';
import { labelOf, type ElementLabel } from './ground/elements.ts';
import { measureValues } from './ground/memory.ts';

/** A declaration of a file, as a row of its outline. */
export interface OutlineRow extends MemberRow {
  depth: number;
  startLine: number;
  endLine: number;
  codeLines: number | null;
  /** The ancestor it comes from, for a member that the type above it only inherits. */
  from: ElementLabel | null;
}

/** The nested declarations of a file in source order, each type followed by what it inherits; O(elements of the file). */
export function outlineView(survey: SurveyedCodebase, file: number): OutlineRow[] {
  const { elements } = survey;
  const found: OutlineRow[] = [];
  const layOut = (parent: number, depth: number): void => {
    for (let e = parent + 1; e < elements.subtreeEnd[parent]; e = elements.subtreeEnd[e]) {
      found.push(outlineRow(survey, e, depth, null));
      layOut(e, depth + 1);
      if (elements.kind[e] !== KIND.type) continue;
      for (const member of inheritedMembers(survey, hierarchyOf(survey), e).inherited)
        found.push(outlineRow(survey, member, depth + 1, labelOf(survey, elements.parent[member])));
    }
  };
  layOut(file, 0);
  return found;
}

function outlineRow(
  survey: SurveyedCodebase,
  e: number,
  depth: number,
  from: ElementLabel | null,
): OutlineRow {
  const { elements } = survey;
  const codeLines = measureValues(survey, 'codeLines')[e];
  return {
    ...memberRow(survey, e, null),
    depth,
    startLine: elements.startLine[e],
    endLine: elements.endLine[e],
    codeLines: Number.isNaN(codeLines) ? null : codeLines,
    from,
  };
}
