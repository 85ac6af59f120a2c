import { typeHierarchy } from '../../../core/hierarchy/typeHierarchy.ts';
import type { Certainty } from '../../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { labelOf, type ElementLabel } from '../surveyAccess/elements.ts';
import { surveyMemo } from '../surveyAccess/surveyMemo.ts';

/** One step of inheritance, as shown. */
export interface HierarchyLink extends ElementLabel {
  link: 'inherit' | 'implement';
  certainty: Certainty;
}

export const hierarchyOf = surveyMemo(typeHierarchy);

/** What a type inherits from directly, or what inherits from it. */
export function hierarchyLinks(
  survey: SurveyedCodebase,
  element: number,
  direction: 'up' | 'down',
): HierarchyLink[] {
  const { parents, children } = hierarchyOf(survey);
  return ((direction === 'up' ? parents : children).get(element) ?? []).map((link) => ({
    ...labelOf(survey, link.element),
    link: link.kind,
    certainty: link.certainty,
  }));
}
