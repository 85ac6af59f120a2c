import { subgroups, type ArrangementId } from '../../core/arrangement/arrangement.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { ElementLabel } from './surveyAccess/elements.ts';
import { arrangementsOf, mainScope, type Scope } from './surveyAccess/scope.ts';
import { groupLabel } from './graphQuery/labels.ts';

/** The group a picture is confined to, and where one can go from it. */
export interface ScopeChoice {
  current: ElementLabel;
  above: ElementLabel[];
  below: ElementLabel[];
  /** True when the scope is the one that pictures begin with. */
  isInitial: boolean;
  /** Arrangements in which the survey has groups. */
  arrangements: ArrangementId[];
}

export function scopeView(survey: SurveyedCodebase, { arrangement, group }: Scope): ScopeChoice {
  const label = (each: number): ElementLabel => groupLabel(arrangement, each);
  const above: ElementLabel[] = [];
  for (let g = arrangement.parent[group]; g >= 0; g = arrangement.parent[g]) above.unshift(label(g));
  return {
    current: label(group),
    above,
    below: subgroups(arrangement, group).map(label),
    isInitial: group === mainScope(survey, arrangement.id).group,
    arrangements: arrangementsOf(survey),
  };
}
