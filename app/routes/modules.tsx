import { edited, freeId } from '../../core/plan/edits.ts';
import type { ModulePlan } from '../../core/plan/modulePlan.ts';
import { planOfFile, readPlanFile } from '../../server/plans/planFile.ts';
import { planForm, type SentEdit } from '../../server/plans/planForm.ts';
import { Problem } from '../../server/problem.ts';
import { changePlan, makePlan, removePlan, renamePlan, stepPlan } from '../../server/store/modulePlans.ts';
import { ModulesPage } from '../views/modules/ModulesPage.tsx';
import { askFor, pageOf, requestedCodebase, requireSameOrigin } from './requests.ts';
import type { Route } from './+types/modules';

/** The modules of a plan, and the files of one of them. */
export const loader = (args: Route.LoaderArgs) => pageOf('plan', args);

/** What an edit of a plan makes of it. */
function applied(plan: ModulePlan, sent: SentEdit): ModulePlan {
  return edited(plan, sent.edit === 'add' ? { ...sent, id: freeId(plan.modules, sent.name) } : sent);
}

const sourceWords = { links: 'links', folders: 'folders', packages: 'packages', build: 'the build' };

export async function action(args: Route.ActionArgs) {
  const { params, request } = args;
  requireSameOrigin(request);
  const { runtime, codebase } = requestedCodebase(params);
  const { store } = runtime;
  const parsed = planForm.safeParse(Object.fromEntries(await request.formData()));
  if (!parsed.success) return { problem: 'That was not understood.' };
  const sent = parsed.data;
  try {
    switch (sent.do) {
      case 'propose': {
        const { id, revision = 0, from, names, nearness, count } = sent;
        const asked = { from, names, nearness, count, seed: 1, keepSettled: sent.keepSettled === 'yes' };
        const plan = await askFor('proposedPlan', args, asked);
        if (!plan) throw new Problem('badRequest', 'This codebase has not been surveyed yet.');
        const what = `proposed from ${sourceWords[from]}`;
        if (id === undefined)
          return { made: makePlan(store, codebase.id, `From ${sourceWords[from]}`, plan).id };
        return { revision: changePlan(store, codebase.id, { id, revision, what }, () => plan) };
      }
      case 'edit':
        return { revision: changePlan(store, codebase.id, sent, (plan) => applied(plan, sent.edit)) };
      case 'undo':
      case 'redo':
        return {
          revision: stepPlan(store, codebase.id, sent.id, sent.revision, sent.do === 'undo' ? -1 : 1),
        };
      case 'read': {
        const plan = planOfFile(readPlanFile(sent.text, sent.name), sent.name);
        return { made: makePlan(store, codebase.id, sent.name.replace(/\.\w+$/, ''), plan).id };
      }
      case 'renamePlan':
        renamePlan(store, codebase.id, sent.id, sent.name);
        return null;
      case 'removePlan':
        removePlan(store, codebase.id, sent.id);
        return null;
    }
  } catch (error) {
    if (error instanceof Problem) return { problem: error.message };
    throw error;
  }
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function ModulesRoute({ loaderData, params }: Route.ComponentProps) {
  return <ModulesPage {...loaderData} codebaseId={params.codebaseId} />;
}
