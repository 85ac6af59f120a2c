import { globBelow } from '../../../core/plan/decidingPlacings.ts';
import { parseGroupKey, type ArrangementId } from '../../../core/arrangement/arrangement.ts';
import { proposedRanks } from '../../../core/judge/kinds/order/proposedOrder.ts';
import { emptyPlan, type ModulePlan } from '../../../core/plan/modulePlan.ts';
import { moduleMeant } from '../../../core/plan/placingsInto.ts';
import { NOWHERE } from '../../../core/shape/placedFigures.ts';
import { planFileOfPlan, type PlanFile } from '../../plans/planFile.ts';
import { Problem } from '../../problem.ts';
import { sideBy } from '../plan/sides.ts';
import { filterOf } from '../graphQuery/filters.ts';
import type { ViewRequest } from '../viewRequest.ts';
import type { OrderGroup } from './editRules.ts';
import { judgedSurvey } from './rulesView.ts';

/** Groups in ranks, and the plan that says what stands in them; null where they say it themselves. */
export interface ProposedOrder {
  ranks: OrderGroup[][];
  plan: PlanFile | null;
}

/** About so many groups are put in an order. */
const WANTED = 16;

/** What counts for a rule that does not say it. */
const USUAL = { filter: filterOf('any', 'resolved'), withTests: false };

/**
 * A first order of the groups of an arrangement, with few references against it (a heuristic). Throws a Problem (`badRequest`) where
 * there are no groups.
 */
export function orderProposal({ survey, plans }: ViewRequest, by: ArrangementId): ProposedOrder {
  const on = judgedSurvey(survey);
  const side = sideBy(survey, survey, by, { levels: null, wanted: WANTED });
  const withCode = side.groups.map(() => false);
  const groupOf = new Int32Array(survey.elements.count).fill(-1);
  survey.files.forEach(({ element }, file) => {
    const group = side.groupOf[file];
    if (group === NOWHERE || on.isTest[element] === 1) return;
    withCode[group] = true;
    groupOf.fill(group, element, survey.elements.subtreeEnd[element]);
  });
  const ranks = proposedRanks(side.groups.length, groupOf, USUAL, on)
    .map((rank) => rank.filter((group) => withCode[group]))
    .filter((rank) => rank.length > 0);
  if (ranks.length === 0) throw new Problem('badRequest', 'There are no groups to be put in an order.');
  const modules = by === 'plan' ? plans.content() : emptyPlan;
  const groups = ranks.map((rank) =>
    rank.map((group): OrderGroup => {
      const named = parseGroupKey(side.groups[group].key);
      const folder = named?.name ?? side.groups[group].key;
      switch (by) {
        case 'plan':
          return moduleOf(modules, folder);
        case 'packages':
          return { id: folder, patterns: [`packages:${folder}`] };
        case 'modules':
        case 'modulePackages':
          return { id: side.groups[group].name, patterns: foldersOf(survey, side.groupOf, group) };
        case 'folders':
          return folder === '' ? { id: 'the top', patterns: ['*'] } : { id: folder, patterns: null };
      }
    }),
  );
  return { ranks: groups, plan: by === 'plan' ? planFileOfPlan(modules) : null };
}

/** A module by what it is called, or by its id where several are called so. */
function moduleOf(plan: ModulePlan, id: string): OrderGroup {
  const name = plan.modules.find((module) => module.id === id)?.name ?? id;
  return { id: moduleMeant(plan, name)?.id === id ? name : id, patterns: null };
}

/** The outermost folders in which files of a group stand, as patterns. */
function foldersOf({ files }: ViewRequest['survey'], groupOf: Int32Array, group: number): string[] {
  const folders = new Set<string>();
  files.forEach(({ path }, file) => {
    if (groupOf[file] === group) folders.add(path.slice(0, Math.max(0, path.lastIndexOf('/'))));
  });
  const all = [...folders];
  const outermost = all.filter((folder) => !all.some((other) => folder.startsWith(`${other}/`)));
  return outermost.sort().map((folder) => globBelow(folder) ?? folder);
}
