import { freeId } from '../../core/plan/edits.ts';
import type { ModulePlan, Placing, PlanModule } from '../../core/plan/modulePlan.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { proposePlan, type ProposalAsked } from '../plans/proposePlan.ts';

export interface PlanAsked extends Omit<ProposalAsked, 'anchors'> {
  /** True where what is settled in the plan at hand stays as it is. */
  keepSettled: boolean;
}

/**
 * A plan of proposed modules, every file of the survey placed by its path. Where settled placements are kept, a proposed
 * module with most of its files settled in one of the plan's is that one, with its id, name and purpose.
 */
export function planFrom(survey: SurveyedCodebase, before: ModulePlan, asked: PlanAsked): ModulePlan {
  const proposal = proposePlan(survey, { ...asked, anchors: null });
  const settled = new Map<string, Placing>(
    asked.keepSettled
      ? before.placings.filter(({ isSettled }) => isSettled).map((placing) => [placing.target, placing])
      : [],
  );
  const modules: PlanModule[] = before.modules.filter(({ id }) =>
    [...settled.values()].some(({ module }) => module === id),
  );
  const placings: Placing[] = [...settled.values()];
  const taken = new Set<string>();
  for (const { name, members } of proposal.modules) {
    const known = heirOf(
      members.map(({ file }) => settled.get(survey.files[file].path)?.module),
      taken,
    );
    if (known === null && members.every(({ file }) => settled.has(survey.files[file].path))) continue;
    const id = known ?? freeId(modules, name);
    if (known === null) modules.push({ id, name, purpose: '', parent: null });
    taken.add(id);
    for (const { file } of members) {
      const { path } = survey.files[file];
      if (!settled.has(path)) placings.push({ target: path, module: id, isSettled: false });
    }
  }
  return { modules, placings: placings.sort((a, b) => (a.target < b.target ? -1 : 1)) };
}

/** The module in which most of the settled files of a proposed one stand, if no other took it before. */
function heirOf(modules: readonly (string | undefined)[], taken: ReadonlySet<string>): string | null {
  const counts = new Map<string, number>();
  for (const module of modules)
    if (module !== undefined && !taken.has(module)) counts.set(module, (counts.get(module) ?? 0) + 1);
  const [most] = [...counts].sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1));
  return most?.[0] ?? null;
}
