import { redirect } from 'react-router';
import { latestJob } from '../../server/store/jobs.ts';
import { savedViews } from '../../server/store/savedViews.ts';
import { latestSurvey } from '../../server/store/surveys.ts';
import { requestedCodebase } from './requests.ts';
import type { Route } from './+types/codebaseIndex';

export function loader({ params }: Route.LoaderArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const first = savedViews(runtime.store, codebase.id).find(({ isStart }) => isStart);
  if (first && latestSurvey(runtime.store, codebase.id))
    return redirect(`/codebases/${codebase.id}/${first.view}?${first.search}`);
  const view = latestSurvey(runtime.store, codebase.id)
    ? 'overview'
    : latestJob(runtime.store, codebase.id)
      ? 'survey'
      : 'intake';
  return redirect(`/codebases/${codebase.id}/${view}`);
}
