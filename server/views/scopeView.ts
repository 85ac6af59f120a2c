import type { SurveyedCodebase } from '../../core/survey.ts';
import { kindOf, labelOf, mainScope, type ElementLabel } from './remembered.ts';

/** The folder a picture is confined to, and where one can go from it. */
export interface ScopeChoice {
  current: ElementLabel;
  above: ElementLabel[];
  below: ElementLabel[];
  /** True when the scope is the one that pictures begin with. */
  isInitial: boolean;
}

export function scopeView(survey: SurveyedCodebase, scope: number): ScopeChoice {
  const { elements } = survey;
  const above: ElementLabel[] = [];
  for (let e = elements.parent[scope]; e >= 0; e = elements.parent[e]) above.unshift(labelOf(survey, e));
  const below: ElementLabel[] = [];
  for (let e = scope + 1; e < elements.subtreeEnd[scope]; e = elements.subtreeEnd[e]) {
    if (kindOf(survey, e) === 'folder') below.push(labelOf(survey, e));
  }
  return { current: labelOf(survey, scope), above, below, isInitial: scope === mainScope(survey) };
}
