import { z } from 'zod';
import { editRules, ruleEdit } from '../../server/intake/editRules.ts';
import { saveRules } from '../../server/store/codebases.ts';
import { markLookedAt } from '../../server/store/lookedAt.ts';
import { completenessItems, latestSurveyId } from '../../server/store/surveys.ts';
import { keptItem, type Section } from '../../server/survey/completeness.ts';
import { formOf, orProblem, pageOf, requestedCodebase } from './requests.ts';
import { CompletenessPage } from '../views/completeness/CompletenessPage.tsx';
import type { Route } from './+types/completeness';

export const loader = (args: Route.LoaderArgs) => pageOf('completeness', args);

const form = z.union([
  z.object({ edit: z.literal('lookedAt'), sections: z.string() }),
  z.object({ edit: z.literal('keepBoth'), a: z.string(), b: z.string() }),
  z.object({ edit: z.literal('survey') }),
  ruleEdit,
]);

/** The section of what is found by the section of the page. */
const sectionOfPage: Record<string, Section | undefined> = {
  gaps: 'gap',
  doubtful: 'doubtful',
  partly: 'partly',
  versions: 'versions',
  clashes: 'clash',
  twice: 'twice',
  unreferred: 'unreferred',
};

export async function action({ params, request }: Route.ActionArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const { store, queue } = runtime;
  const parsed = form.safeParse(await formOf(request));
  if (!parsed.success) return { problem: 'That was not understood.' };
  const edit = parsed.data;
  return orProblem(() => {
    if (edit.edit === 'lookedAt') {
      const surveyId = latestSurveyId(store, codebase.id);
      const sections = edit.sections.split(' ').map((id) => sectionOfPage[id]);
      const items = surveyId === null ? [] : completenessItems(store, surveyId);
      markLookedAt(
        store,
        codebase.id,
        items.filter((item) => sections.some((section) => item.startsWith(`${section} `))),
      );
    } else if (edit.edit === 'keepBoth') {
      markLookedAt(store, codebase.id, [keptItem(edit)]);
    } else if (edit.edit === 'survey') queue.add(codebase.id, { kind: 'survey', refresh: false });
    else saveRules(store, codebase.id, editRules(codebase.rules, edit));
    return null;
  });
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function CompletenessRoute({ loaderData, params, actionData }: Route.ComponentProps) {
  return (
    <CompletenessPage {...loaderData} codebaseId={params.codebaseId} problem={actionData?.problem ?? null} />
  );
}
