import {
  arrangementIds,
  groupKey,
  groupNamed,
  isWithin,
  parseGroupKey,
  subgroups,
  type Arrangement,
  type ArrangementId,
} from '../../../core/arrangement/arrangement.ts';
import { builtBy } from '../../../core/arrangement/built.ts';
import { byPlan } from '../../../core/plan/byPlan.ts';
import { emptyPlan, type ModulePlan } from '../../../core/plan/modulePlan.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { Problem } from '../../problem.ts';
import { measure } from './measures.ts';
import { forgetPlan, surveyMemo } from './surveyMemo.ts';
import { counted } from './tests.ts';

/** Where a picture begins: a group of the arrangement that it is drawn by. */
export interface Scope {
  arrangement: Arrangement;
  group: number;
}

export const arrangementOf: (survey: SurveyedCodebase, id: ArrangementId) => Arrangement = surveyMemo(
  (survey: SurveyedCodebase, id) => {
    if (id !== 'plan') return builtBy[id](survey);
    const { plan } = plansInHand.get(survey) ?? { plan: emptyPlan };
    return byPlan(survey, plan, () => arrangementOf(survey, 'packages'));
  },
  { isAlwaysKept: true, restsOnPlan: (id) => id === 'plan' },
);

/** The plan by which each survey is arranged, and the state that it is of. */
const plansInHand = new WeakMap<SurveyedCodebase, { plan: ModulePlan; state: string }>();

/**
 * The plan by which a survey is arranged from now on. `state` is another for each state of each plan; what was worked out by
 * another is forgotten.
 */
export function takePlan(survey: SurveyedCodebase, plan: () => ModulePlan, state: string): void {
  if (plansInHand.get(survey)?.state === state) return;
  forgetPlan(survey);
  forgetPlan(counted(survey, false));
  plansInHand.set(survey, { plan: plan(), state });
}

/** Arrangements in which a survey has more than what belongs nowhere; folders always. */
export function arrangementsOf(survey: SurveyedCodebase): ArrangementId[] {
  const hasGroups = (id: ArrangementId): boolean => {
    const { count, rest } = arrangementOf(survey, id);
    return count - 1 > (rest < 0 ? 0 : 1);
  };
  return arrangementIds.filter(
    (id) =>
      id === 'folders' ||
      (id === 'modulePackages' ? hasGroups('modules') && hasGroups('packages') : hasGroups(id)),
  );
}

/** A measure's values, one a group. */
export const groupValues = surveyMemo(
  (survey: SurveyedCodebase, arrangement: Arrangement, id: string): Float64Array => {
    const { ofGroups } = measure(id);
    if (!ofGroups) throw new Problem('badRequest', `There is no measure “${id}” of groups.`);
    return ofGroups(survey, arrangement);
  },
  { keyOf: (arrangement, id) => [arrangement.id, id], restsOnPlan: ({ id }) => id === 'plan' },
);

/** Beside a group with this share of the code, fewer than so many others make no picture. */
const MAIN_SHARE = 0.9;
const FEW = 4;

/** A group that holds files alone, and more than so many, is no place to begin at. */
const LONG_LIST = 40;

/** Where pictures begin: from the whole down, as long as a group holds little else than one other. */
export function mainScope(survey: SurveyedCodebase, id: ArrangementId = 'folders'): Scope {
  const arrangement = arrangementOf(survey, id);
  const shown = counted(survey, false);
  const code = groupValues(shown, arrangement, 'codeLines');
  const fileCount = groupValues(shown, arrangement, 'files');
  const isLongList = (group: number): boolean =>
    fileCount[group] > LONG_LIST && !subgroups(arrangement, group).some((each) => code[each] > 0);
  for (let group = 0; ;) {
    const below = subgroups(arrangement, group).filter((each) => code[each] > 0);
    const main = below.find((each) => code[each] >= MAIN_SHARE * code[0] && each !== arrangement.rest);
    const files = code[group] - below.reduce((sum, each) => sum + code[each], 0);
    if (main === undefined || below.length + (files > 0 ? 1 : 0) >= FEW) return { arrangement, group };
    if (below.length > 1 && isLongList(main)) return { arrangement, group };
    group = main;
  }
}

/** The group that an address names; where code begins when it names none, or one of another arrangement. */
export function scopeOf(survey: SurveyedCodebase, id: ArrangementId, key: string | null): Scope {
  if (key === null) return mainScope(survey, id);
  const named = parseGroupKey(key) ?? { id: 'folders' as const, name: key };
  return named.id === id ? neededGroup(survey, named) : mainScope(survey, id);
}

/** A group by its arrangement and its name; a Problem when there is none. */
export function neededGroup(
  survey: SurveyedCodebase,
  { id, name }: { id: ArrangementId; name: string },
): Scope {
  const arrangement = arrangementOf(survey, id);
  const group = groupNamed(arrangement, name);
  if (group === undefined) throw new Problem('notFound', `There is no ${name} in this survey.`);
  return { arrangement, group };
}

export function isInScope({ arrangement, group }: Scope, element: number): boolean {
  return isWithin(arrangement, arrangement.groupOf[element], group);
}

export function scopeKey({ arrangement, group }: Scope): string {
  return groupKey(arrangement, group);
}
