import type { ModulePlan } from '../../core/plan/modulePlan.ts';
import { proposalWords } from '../../server/plans/proposals/sources.ts';
import { planForm } from '../../server/plans/planForm.ts';
import { Problem } from '../../server/problem.ts';
import {
  changePlan,
  forgetState,
  knowAddedFiles,
  makePlan,
  namedState,
  nameState,
  removePlan,
  renamePlan,
  stepPlan,
} from '../../server/store/modulePlans.ts';
import { UnreadRules } from '../frame/UnreadRules.tsx';
import { ModulesPage } from '../views/modules/ModulesPage.tsx';
import { askFor, formOf, orProblem, pageOf, requestedCodebase } from './requests.ts';
import type { Route } from './+types/modules';

/** The modules of a plan, and the files of one of them. */
export const loader = (args: Route.LoaderArgs) => pageOf('plan', args);

/** What was worked out from a survey. Throws a Problem where there is none. */
async function surveyed<T>(answer: Promise<T | null>): Promise<T> {
  const value = await answer;
  if (value === null) throw new Problem('badRequest', 'This codebase has not been surveyed yet.');
  return value;
}

export async function action(args: Route.ActionArgs) {
  const { params, request } = args;
  const { runtime, codebase } = requestedCodebase(params);
  const { store } = runtime;
  const parsed = planForm.safeParse(await formOf(request));
  if (!parsed.success) return { problem: 'That was not understood.' };
  const sent = parsed.data;
  return orProblem(async () => {
    switch (sent.do) {
      case 'propose': {
        const { id, revision = 0, from, names, nearness, count } = sent;
        const asked = { from, names, nearness, count, seed: 1, keepSettled: sent.keepSettled === 'yes' };
        const plan = await surveyed(askFor('proposedPlan', args, asked));
        const what = `proposed from ${proposalWords[from].inName}`;
        if (id === undefined)
          return { made: makePlan(store, codebase.id, `From ${proposalWords[from].inName}`, plan).id };
        return { revision: changePlan(store, codebase.id, { id, revision, what }, () => plan) };
      }
      case 'edit': {
        // Another hand that was faster is noticed by the revision: what was worked out from its state is not kept then.
        const plan: ModulePlan = await surveyed(askFor('editedPlan', args, sent.edit));
        return { revision: changePlan(store, codebase.id, sent, () => plan) };
      }
      case 'stop':
        return null;
      case 'knowNew':
        knowAddedFiles(store, codebase.id, sent.id);
        return null;
      case 'nameState':
        nameState(store, codebase.id, sent.id, sent.name);
        return null;
      case 'toState': {
        const { id, revision, state } = sent;
        const plan = namedState(store, codebase.id, id, state);
        const what = 'gone back to a named state';
        return { revision: changePlan(store, codebase.id, { id, revision, what }, () => plan) };
      }
      case 'forgetState':
        forgetState(store, codebase.id, sent.id, sent.state);
        return null;
      case 'undo':
      case 'redo':
        return {
          revision: stepPlan(store, codebase.id, sent.id, sent.revision, sent.do === 'undo' ? -1 : 1),
        };
      case 'read': {
        const plan = await surveyed(askFor('readPlan', args, { name: sent.name, text: sent.text }));
        return { made: makePlan(store, codebase.id, sent.name.replace(/\.\w+$/, ''), plan).id };
      }
      case 'renamePlan':
        renamePlan(store, codebase.id, sent.id, sent.name);
        return null;
      case 'removePlan':
        removePlan(store, codebase.id, sent.id);
        return null;
    }
  });
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function ModulesRoute({ loaderData, params }: Route.ComponentProps) {
  const { page, interface: shown, unreadRules } = loaderData;
  return (
    <>
      <UnreadRules problem={unreadRules} />
      <ModulesPage page={page} shown={shown} codebaseId={params.codebaseId} />
    </>
  );
}
