import { decidingPlacings } from '../../../core/plan/decidingPlacings.ts';
import { freeId } from '../../../core/plan/edits.ts';
import { byTarget, type ModulePlan, type Placing, type PlanModule } from '../../../core/plan/modulePlan.ts';
import { proposeFromAnchors } from '../../../core/shape/fromAnchors.ts';
import type { Proposal } from '../../../core/shape/proposal.ts';
import { shapeInput, type ShapeInput } from '../../../core/shape/shapeInput.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { proposePlan, type ProposalAsked } from '../../plans/proposals/propose.ts';
import { Problem } from '../../problem.ts';
import { arrangementOf } from '../surveyAccess/scope.ts';
import { asFew } from './editedPlan.ts';

/** From anchors, those are what is settled in the plan at hand. */
export interface PlanAsked extends Omit<ProposalAsked, 'anchors'> {
  /** True where what is settled in the plan at hand stays as it is; what grows from it always keeps it. */
  keepSettled: boolean;
}

/**
 * A plan of proposed modules, in few placings. Where settled placements are kept, a proposed module with most of its files
 * settled in one of the plan's is that one, with its id, name and purpose. `comments` are what the comments of each file say, where
 * names have weight. Throws a Problem where nothing can be proposed.
 */
export function planFrom(
  whole: SurveyedCodebase,
  before: ModulePlan,
  asked: PlanAsked,
  comments?: readonly string[],
): ModulePlan {
  const { files } = whole;
  const deciding = decidingPlacings(whole, before, () => arrangementOf(whole, 'packages'));
  const keeps = asked.keepSettled || asked.from === 'anchors';
  const settled = deciding.map((placing) => (keeps && placing?.isSettled ? placing : null));
  const proposal =
    asked.from === 'anchors'
      ? grownFrom({ ...shapeInput(whole), comments }, before, settled, asked)
      : proposePlan(whole, { ...asked, anchors: null }, comments);
  const settledModules = new Set(settled.map((placing) => placing?.module));
  const modules: PlanModule[] = before.modules.filter(({ id }) => settledModules.has(id));
  const placings: Placing[] = settled.flatMap((placing, file) =>
    placing ? [{ ...placing, target: files[file].path }] : [],
  );
  const heirs = heirsOf(
    proposal.modules.map(({ members }) => members.flatMap(({ file }) => settled[file]?.module ?? [])),
  );
  for (const [at, { name, members }] of proposal.modules.entries()) {
    const known = heirs[at];
    if (known === null && members.every(({ file }) => settled[file])) continue;
    const id = known ?? freeId(modules, name);
    if (known === null) modules.push({ id, name, purpose: '', parent: null });
    for (const { file } of members)
      if (!settled[file]) placings.push({ target: files[file].path, module: id, isSettled: false });
  }
  return asFew(whole, { modules, placings: byTarget([...placings, ...besides(before, deciding, keeps)]) });
}

/** What is settled of parts of files, and of what is not in this survey: it stays settled too. */
function besides(
  { placings }: ModulePlan,
  deciding: readonly (Placing | null)[],
  keeps: boolean,
): readonly Placing[] {
  const known = new Set(deciding);
  return keeps ? placings.filter((placing) => placing.isSettled && !known.has(placing)) : [];
}

/** Modules grown from what is settled in each. Throws a Problem where nothing is. */
function grownFrom(
  input: ShapeInput,
  { modules }: ModulePlan,
  settled: readonly (Placing | null)[],
  asked: PlanAsked,
): Proposal {
  const anchors = modules
    .map(({ id, name }) => ({
      name,
      files: settled.flatMap((placing, file) => (placing?.module === id ? [file] : [])),
    }))
    .filter(({ files }) => files.length > 0);
  if (anchors.length < 2)
    throw new Problem(
      'badRequest',
      'Growing needs at least two modules with confirmed files. Confirm a few typical files in each of them first.',
    );
  return proposeFromAnchors(input, anchors, asked);
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
