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
  const heirs = heirsOf(
    proposal.modules.map(({ members }) =>
      members.flatMap(({ file }) => settled.get(survey.files[file].path)?.module ?? []),
    ),
  );
  for (const [at, { name, members }] of proposal.modules.entries()) {
    const known = heirs[at];
    if (known === null && members.every(({ file }) => settled.has(survey.files[file].path))) continue;
    const id = known ?? freeId(modules, name);
    if (known === null) modules.push({ id, name, purpose: '', parent: null });
    for (const { file } of members) {
      const { path } = survey.files[file];
      if (!settled.has(path)) placings.push({ target: path, module: id, isSettled: false });
    }
  }
  return { modules, placings: placings.sort((a, b) => (a.target < b.target ? -1 : 1)) };
}

/**
 * Which module of the plan each proposed one goes on from, null for none: those that share most settled files find each other
 * first, and none goes on twice. `settledIn` has for each proposed module the module of each of its settled files.
 */
function heirsOf(settledIn: readonly (readonly string[])[]): (string | null)[] {
  const shared = settledIn.flatMap((modules, proposed) =>
    [...new Set(modules)].map((module) => ({
      proposed,
      module,
      count: modules.filter((each) => each === module).length,
    })),
  );
  shared.sort((a, b) => b.count - a.count || a.proposed - b.proposed || (a.module < b.module ? -1 : 1));
  const heirs: (string | null)[] = settledIn.map(() => null);
  const taken = new Set<string>();
  for (const { proposed, module } of shared) {
    if (heirs[proposed] !== null || taken.has(module)) continue;
    heirs[proposed] = module;
    taken.add(module);
  }
  return heirs;
}
