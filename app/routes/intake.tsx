import { redirect } from 'react-router';
import { z } from 'zod';
import { editRules, ruleEdit } from '../../server/intake/editRules.ts';
import { leftOutReasons } from '../../server/intake/reasons.ts';
import { noRules } from '../../server/intake/rules.ts';
import { checkRef } from '../../server/source/git/repository.ts';
import { isUnderWay, latestJob } from '../../server/store/jobs.ts';
import { saveRef, saveRules } from '../../server/store/codebases.ts';
import { loadIntake } from '../../server/store/intakes.ts';
import { latestSurveyId, rulesOf } from '../../server/store/surveys.ts';
import { intakeView } from '../../server/views/intakeView.ts';
import { formOf, orProblem, requestedCodebase } from './requests.ts';
import { IntakePage } from '../views/intake/IntakePage.tsx';
import type { Route } from './+types/intake';

const query = z.object({
  folder: z.string().catch(''),
  filter: z.string().catch(''),
  all: z.enum(leftOutReasons).nullable().catch(null),
});

export function loader({ params, request }: Route.LoaderArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const stored = loadIntake(runtime.store, codebase.id);
  const asked = new URL(request.url).searchParams;
  const wanted = query.parse({
    folder: asked.get('folder'),
    filter: asked.get('filter'),
    all: asked.get('all'),
  });
  const surveyId = latestSurveyId(runtime.store, codebase.id);
  const surveyed = surveyId === null ? null : rulesOf(runtime.store, surveyId);
  return {
    codebase,
    sheet: stored && intakeView(stored, wanted),
    job: latestJob(runtime.store, codebase.id, 'intake'),
    /** True when the survey that is shown was made under other decisions. */
    differs: surveyed !== null && JSON.stringify(surveyed) !== JSON.stringify(codebase.rules),
    isSurveyed: surveyId !== null,
  };
}

const form = z.union([
  z.object({ edit: z.literal('look') }),
  z.object({ edit: z.literal('survey') }),
  z.object({ edit: z.literal('reset') }),
  z.object({ edit: z.literal('stop') }),
  z.object({ edit: z.literal('ref'), ref: z.string().trim().max(500) }),
  ruleEdit,
]);

export async function action({ params, request }: Route.ActionArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const { store, queue } = runtime;
  const parsed = form.safeParse(await formOf(request));
  if (!parsed.success) return { problem: parsed.error.issues[0]?.message ?? 'That was not understood.' };
  const edit = parsed.data;
  const lookAgain = (refresh: boolean): void => {
    const last = latestJob(store, codebase.id, 'intake');
    if (!last || !isUnderWay(last)) queue.add(codebase.id, { kind: 'intake', refresh });
  };
  return orProblem(() => {
    switch (edit.edit) {
      case 'survey':
        queue.add(codebase.id, { kind: 'survey', refresh: false });
        return redirect(`/codebases/${codebase.id}/survey`);
      case 'stop': {
        const last = latestJob(store, codebase.id, 'intake');
        if (last && isUnderWay(last)) queue.stop(last.id);
        return null;
      }
      case 'look':
        lookAgain(true);
        return null;
      case 'ref':
        checkRef(edit.ref === '' ? null : edit.ref);
        saveRef(store, codebase.id, edit.ref === '' ? null : edit.ref);
        lookAgain(true);
        return null;
      default:
        saveRules(store, codebase.id, edit.edit === 'reset' ? noRules : editRules(codebase.rules, edit));
        lookAgain(false);
        return null;
    }
  });
}

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `Intake of ${loaderData.codebase.name} – Yletope` : 'Yletope' },
];

export default function IntakeRoute({ loaderData, actionData }: Route.ComponentProps) {
  return <IntakePage {...loaderData} problem={actionData?.problem ?? null} />;
}
