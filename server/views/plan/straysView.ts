import { saidOf } from '../../../core/plan/modulePlan.ts';
import { decidingPlacings } from '../../../core/plan/decidingPlacings.ts';
import { fileIndexes } from '../../../core/shape/keptTogether.ts';
import { pullsOf } from '../../../core/shape/linkPulls.ts';
import { NOWHERE } from '../../../core/shape/placedFigures.ts';
import { strays, type Stray } from '../../../core/shape/strays.ts';
import { labelOf, type ElementLabel } from '../surveyAccess/elements.ts';
import { arrangementOf } from '../surveyAccess/scope.ts';
import { counted } from '../surveyAccess/tests.ts';
import { arranged } from '../graphQuery/arranged.ts';
import type { PlanRecord } from '../../store/modulePlans.ts';
import type { ViewRequest } from '../viewRequest.ts';
import { filesInGroups, shapeOf } from './placedByPlan.ts';
import { levelsAsked, sideBy, type Side, type SideGroup } from './sides.ts';

/** A file that has more to do with another group than with its own. */
export interface StrayRow extends ElementLabel {
  own: SideGroup;
  towards: SideGroup;
  why: string;
  /** How much more its links pull there, as a share of the most. */
  share: number;
  /** References from it to the other group, and back. */
  uses: number;
  usedBy: number;
  /** What somebody said who leaves it where it stands; null for nobody. */
  left: string | null;
}

export interface StraysPage {
  strays: StrayRow[];
  /** Files that stand in any group. */
  files: number;
  levels: number;
  mostLevels: number;
  groups: number;
  /** The plan, where files stand by one: they can be moved in it, or left with a reason. */
  plan: PlanRecord | null;
}

/** How many groups are looked for where nothing says how deep. */
const USUAL_GROUPS = 20;

/** Files that have more to do with another group of the arrangement than with their own, those that most do first. */
export function straysView(view: ViewRequest): StraysPage {
  const { survey: whole, withTests, question, params, plans } = view;
  const survey = counted(whole, withTests);
  const side = sideBy(whole, survey, question.by, {
    levels: levelsAsked(params, 'levels'),
    wanted: USUAL_GROUPS,
  });
  const isPlan = question.by === 'plan';
  const placings = isPlan
    ? decidingPlacings(survey, plans.content(), () => arrangementOf(whole, 'packages'))
    : null;
  const { input } = shapeOf(survey);
  const found = strays(input, side.groupOf);
  // Why is told by what makes a stray: links alone.
  const { whyOf, inWords } = filesInGroups(survey, side.groupOf, side.groups, pullsOf(input.links));
  const references = referencesOf(view, side, survey.files, found);
  const most = Math.max(Number.MIN_VALUE, ...found.map(({ margin }) => margin));
  const rows = found.map(({ bundle: file, towards, margin }, at): StrayRow => {
    const placing = placings?.[file];
    return {
      ...labelOf(survey, survey.files[file].element),
      own: side.groups[side.groupOf[file]],
      towards: side.groups[towards],
      why: inWords(whyOf(file, towards)),
      share: margin / most,
      ...references[at],
      left: placing?.isSettled ? saidOf(placing) || 'confirmed' : null,
    };
  });
  return {
    strays: rows.sort((a, b) => Number(a.left !== null) - Number(b.left !== null) || b.share - a.share),
    files: side.groupOf.filter((group) => group >= 0).length,
    levels: side.levels,
    mostLevels: side.mostLevels,
    groups: side.groups.length,
    plan: isPlan ? plans.shown : null,
  };
}

/** References of each stray to the group that it is pulled to, and of that to it, as pictures and evidence count them. O(references). */
function referencesOf(
  { survey: whole, question }: ViewRequest,
  { groupOf }: Side,
  files: ViewRequest['survey']['files'],
  found: readonly Stray[],
): { uses: number; usedBy: number }[] {
  const { graph, units } = arranged(whole, { ...question, grain: 'files', only: null });
  const fileAt = fileIndexes({ files });
  const fileOfUnit = Array.from(units.element, (element) => fileAt[element] ?? NOWHERE);
  const strayAt = new Map(found.map(({ bundle }, at) => [bundle, at]));
  const sums = found.map(() => ({ uses: 0, usedBy: 0 }));
  for (let from = 0; from < graph.count; from++)
    for (let edge = graph.start[from]; edge < graph.start[from + 1]; edge++) {
      const [user, used] = [fileOfUnit[from], fileOfUnit[graph.to[edge]]];
      if (user === NOWHERE || used === NOWHERE) continue;
      const [one, other] = [strayAt.get(user), strayAt.get(used)];
      if (one !== undefined && groupOf[used] === found[one].towards) sums[one].uses += graph.weight[edge];
      if (other !== undefined && groupOf[user] === found[other].towards)
        sums[other].usedBy += graph.weight[edge];
    }
  return sums;
}
