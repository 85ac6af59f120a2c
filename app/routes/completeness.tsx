import { redirect } from 'react-router';
import { z } from 'zod';
import { editRules, ruleEdit } from '../../server/intake/editRules.ts';
import { Problem } from '../../server/problem.ts';
import { saveRules } from '../../server/store/codebases.ts';
import { markLookedAt } from '../../server/store/lookedAt.ts';
import {
  completenessItems,
  completenessOfSurvey,
  latestSurveyId,
  rulesOf,
} from '../../server/store/surveys.ts';
import { completenessView, comparisonView } from '../../server/views/completenessView.ts';
import { requestedCodebase, requireSameOrigin, viewRequest } from '../state/requests.ts';
import { CompletenessPage } from '../views/completeness/CompletenessPage.tsx';
import type { Route } from './+types/completeness';

export async function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view) throw redirect(`/codebases/${params.codebaseId}`);
  const { survey, record, runtime, codebase, readText } = view;
  const [left, right] = view.params.getAll('compare');
  const made = rulesOf(runtime.store, record.id);
  return {
    page: completenessView(survey, completenessOfSurvey(runtime.store, record.id), codebase.rules),
    comparison: left && right ? await comparisonView(readText, left, right) : null,
    /** True when decisions were made that the survey does not know of. */
    differs: JSON.stringify(made) !== JSON.stringify(codebase.rules),
  };
}

const form = z.union([
  z.object({ edit: z.literal('lookedAt') }),
  z.object({ edit: z.literal('survey') }),
  ruleEdit,
]);

export async function action({ params, request }: Route.ActionArgs) {
  requireSameOrigin(request);
  const { runtime, codebase } = requestedCodebase(params);
  const { store, queue } = runtime;
  const parsed = form.safeParse(Object.fromEntries(await request.formData()));
  if (!parsed.success) return { problem: 'That was not understood.' };
  const edit = parsed.data;
  try {
    if (edit.edit === 'lookedAt') {
      const surveyId = latestSurveyId(store, codebase.id);
      if (surveyId !== null) markLookedAt(store, codebase.id, completenessItems(store, surveyId));
    } else if (edit.edit === 'survey') queue.add(codebase.id, { kind: 'survey', refresh: false });
    else saveRules(store, codebase.id, editRules(codebase.rules, edit));
    return null;
  } catch (error) {
    if (error instanceof Problem) return { problem: error.message };
    throw error;
  }
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function CompletenessRoute({ loaderData, params, actionData }: Route.ComponentProps) {
  return (
    <CompletenessPage {...loaderData} codebaseId={params.codebaseId} problem={actionData?.problem ?? null} />
  );
}
