import { redirect } from 'react-router';
import { z } from 'zod';
import { Problem } from '../../server/problem.ts';
import { isUnderWay, latestJob } from '../../server/store/jobs.ts';
import { latestSurvey, leftOutOf } from '../../server/store/surveys.ts';
import { requestedCodebase, requireSameOrigin } from '../state/requests.ts';
import { SurveyPage } from '../views/progress/SurveyPage.tsx';
import type { Route } from './+types/surveyProgress';

export function loader({ params }: Route.LoaderArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const record = latestSurvey(runtime.store, codebase.id);
  return {
    codebase,
    record,
    job: latestJob(runtime.store, codebase.id),
    leftOut: record ? leftOutOf(runtime.store, record.id).slice(0, 200) : [],
  };
}

const form = z.object({ intent: z.enum(['survey', 'stop']) });

export async function action({ params, request }: Route.ActionArgs) {
  requireSameOrigin(request);
  const { runtime, codebase } = requestedCodebase(params);
  const { intent } = form.parse(Object.fromEntries(await request.formData()));
  const job = latestJob(runtime.store, codebase.id);
  try {
    if (intent === 'survey') runtime.queue.add(codebase.id);
    else if (job && isUnderWay(job)) runtime.queue.stop(job.id);
  } catch (error) {
    if (error instanceof Problem) return { problem: error.message };
    throw error;
  }
  return redirect(`/codebases/${codebase.id}/survey`);
}

export default function SurveyProgress({ loaderData, actionData }: Route.ComponentProps) {
  return <SurveyPage {...loaderData} problem={actionData?.problem ?? null} />;
}
