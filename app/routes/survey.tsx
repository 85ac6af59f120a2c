import { redirect } from 'react-router';
import { z } from 'zod';
import { setKeepCurrent } from '../../server/store/codebases.ts';
import { keepCurrentChoices } from '../../server/store/keepCurrent.ts';
import { logOf } from '../../server/store/jobLog.ts';
import { isUnderWay, latestJob } from '../../server/store/jobs.ts';
import { latestSurvey } from '../../server/store/surveys.ts';
import { formOf, orProblem, requestedCodebase } from './requests.ts';
import { SurveyPage } from '../views/progress/SurveyPage.tsx';
import type { Route } from './+types/survey';

/** Lines of the log that the page shows; the whole of it can be downloaded. */
const LOG_SHOWN = 300;

export function loader({ params }: Route.LoaderArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const job = latestJob(runtime.store, codebase.id);
  return {
    codebase,
    record: latestSurvey(runtime.store, codebase.id),
    job,
    log: job ? logOf(runtime.store, job.id, LOG_SHOWN) : [],
  };
}

const form = z.union([
  z.object({ intent: z.enum(['survey', 'stop']) }),
  z.object({ intent: z.literal('keepCurrent'), choice: z.enum(keepCurrentChoices) }),
]);

export async function action({ params, request }: Route.ActionArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const { store, queue, watching } = runtime;
  const sent = form.safeParse(await formOf(request));
  if (!sent.success) return { problem: 'That was not understood.' };
  const asked = sent.data;
  const job = latestJob(store, codebase.id);
  return orProblem(async () => {
    if (asked.intent === 'survey') queue.add(codebase.id);
    else if (asked.intent === 'keepCurrent') {
      setKeepCurrent(store, codebase.id, asked.choice);
      await watching.update(codebase.id);
    } else if (job && isUnderWay(job)) queue.stop(job.id);
    return redirect(`/codebases/${codebase.id}/survey`);
  });
}

export default function SurveyProgress({ loaderData, actionData }: Route.ComponentProps) {
  return <SurveyPage {...loaderData} problem={actionData?.problem ?? null} />;
}
