import { decidingPlacings } from '../../../core/plan/decidingPlacings.ts';
import type { ModulePlan } from '../../../core/plan/modulePlan.ts';
import { arrangementOf } from '../surveyAccess/scope.ts';
import type { ViewRequest } from '../viewRequest.ts';

/** The plan of modules that rules bring, and the one at hand. */
export interface RulesPlan {
  /** Modules of the plan that they bring; null where they bring none. */
  modules: number | null;
  atHand: { id: number; name: string } | null;
  /** Files that stand in a module of another name by the one at hand; 0 where there are not both. */
  elsewhere: number;
}

/** O(files + placings). */
export function rulesPlan(
  { survey, plans }: Pick<ViewRequest, 'survey' | 'plans'>,
  plan: ModulePlan | null,
): RulesPlan {
  const { shown } = plans;
  const atHand = shown && { id: shown.id, name: shown.name };
  if (plan === null || shown === null) return { modules: plan?.modules.length ?? null, atHand, elsewhere: 0 };
  const namesBy = (of: ModulePlan): (string | null)[] => {
    const nameOf = new Map(of.modules.map(({ id, name }) => [id, name]));
    return decidingPlacings(survey, of, () => arrangementOf(survey, 'packages')).map(
      (placing) => nameOf.get(placing?.module ?? '') ?? null,
    );
  };
  const [own, now] = [namesBy(plan), namesBy(plans.content())];
  const elsewhere = own.filter((name, file) => name !== now[file]).length;
  return { modules: plan.modules.length, atHand, elsewhere };
}
