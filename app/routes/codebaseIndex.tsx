import { redirect } from 'react-router';
import { latestSurvey } from '../../server/store/surveys.ts';
import { requestedCodebase } from '../state/requests.ts';
import type { Route } from './+types/codebaseIndex';

export function loader({ params }: Route.LoaderArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  return redirect(
    `/codebases/${codebase.id}/${latestSurvey(runtime.store, codebase.id) ? 'overview' : 'survey'}`,
  );
}
