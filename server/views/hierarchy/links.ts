import { typeHierarchy, type TypeHierarchy } from '../../../core/hierarchy/typeHierarchy.ts';
import type { Certainty } from '../../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { labelOf, type ElementLabel } from '../ground/elements.ts';
import { remembered } from '../ground/memory.ts';

/** One step of inheritance, as shown. */
export interface HierarchyLink extends ElementLabel {
  link: 'inherit' | 'implement';
  certainty: Certainty;
}

export function hierarchyOf(survey: SurveyedCodebase): TypeHierarchy {
  return remembered(survey, 'type hierarchy', () => typeHierarchy(survey));
}

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
