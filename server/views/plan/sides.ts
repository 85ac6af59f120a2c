import {
  arrangementIds,
  type Arrangement,
  type ArrangementId,
} from '../../../core/arrangement/arrangement.ts';
import { endOfOwn } from '../../../core/arrangement/ends.ts';
import { cutAt, levelsBelow } from '../../../core/arrangement/cut.ts';
import { byPlan } from '../../../core/plan/byPlan.ts';
import type { ModulePlan } from '../../../core/plan/modulePlan.ts';
import { NOWHERE } from '../../../core/shape/placedFigures.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { arrangementOf, mainScope } from '../surveyAccess/scope.ts';
import type { ElementLabel } from '../surveyAccess/elements.ts';
import { groupLabel } from '../graphQuery/labels.ts';

/** A group that files stand in, as it is compared with others. */
export interface SideGroup extends ElementLabel {
  /** How evidence is asked for of what stands in it. */
  end: string;
  files: number;
}

/** Files in groups of one arrangement, as deep as they are looked at. */
export interface Side {
  groups: SideGroup[];
  /** The group of each file of the survey by its place in `groups`; NOWHERE for what stands in none. */
  groupOf: Int32Array;
  /** So many levels deep, of so many; of a plan always to the innermost modules. */
  levels: number;
  mostLevels: number;
}

/** Deeper is nobody's idea of a module. */
const MOST_LEVELS = 8;

/** `levels` is how deep it is looked, null for as deep as gives about `wanted` groups. `survey` may be without its tests. */
export function sideBy(
  whole: SurveyedCodebase,
  survey: SurveyedCodebase,
  id: ArrangementId,
  { levels, wanted }: { levels: number | null; wanted: number },
): Side {
  const arrangement = arrangementOf(whole, id);
  if (id === 'plan') return sideOf(survey, arrangement, null, { levels: 1, mostLevels: 1 });
  const { group: start } = mainScope(whole, id);
  const mostLevels = Math.max(1, Math.min(MOST_LEVELS, levelsBelow(arrangement, start)));
  const at = (depth: number): Side =>
    sideOf(survey, arrangement, cutAt(arrangement, start, depth), { levels: depth, mostLevels });
  if (levels !== null) return at(Math.max(1, Math.min(mostLevels, levels)));
  const all = Array.from({ length: mostLevels }, (_, depth) => at(depth + 1));
  const farness = ({ groups }: Side): number => Math.abs(Math.log((groups.length + 1) / (wanted + 1)));
  return all.reduce((best, side) => (farness(side) < farness(best) ? side : best));
}

/** The modules of a plan that is not the one by which the survey is arranged. */
export function sideOfPlan(whole: SurveyedCodebase, survey: SurveyedCodebase, plan: ModulePlan): Side {
  const arrangement = byPlan(whole, plan, () => arrangementOf(whole, 'packages'));
  return sideOf(survey, arrangement, null, { levels: 1, mostLevels: 1 });
}

function sideOf(
  { files }: SurveyedCodebase,
  arrangement: Arrangement,
  cut: Int32Array | null,
  depth: Pick<Side, 'levels' | 'mostLevels'>,
): Side {
  const numberOf = new Map<number, number>();
  const groups: SideGroup[] = [];
  const groupOf = Int32Array.from(files, ({ element }) => {
    const own = arrangement.groupOf[element];
    if (own < 0 || own === arrangement.rest) return NOWHERE;
    const group = cut === null ? own : cut[own];
    let number = numberOf.get(group);
    if (number === undefined) {
      numberOf.set(group, (number = groups.length));
      // What lies less deep has the groups in it beside it.
      const isWhole = cut !== null && group + 1 < arrangement.subtreeEnd[group] && cut[group + 1] === group;
      const label = groupLabel(arrangement, group);
      groups.push({ ...label, end: isWhole ? label.key : endOfOwn(arrangement, group), files: 0 });
    }
    groups[number].files++;
    return number;
  });
  return { groups, groupOf, ...depth };
}

/** How deep an address asks to look; null where it does not say. */
export function levelsAsked(params: URLSearchParams, name: string): number | null {
  const levels = Number(params.get(name));
  return Number.isInteger(levels) && levels > 0 ? levels : null;
}

/** What a side of a comparison is called in an address: an arrangement, or a plan by its id. */
export type SideName = { by: Exclude<ArrangementId, 'plan'> } | { by: 'plan'; id: number | null };

export function sideName(text: string | null, otherwise: SideName): SideName {
  const plan = /^plan(?::(\d+))?$/.exec(text ?? '');
  if (plan) return { by: 'plan', id: plan[1] === undefined ? null : Number(plan[1]) };
  const by = arrangementIds.find((id) => id === text);
  return by === undefined || by === 'plan' ? otherwise : { by };
}
