import { pinSurvey } from '../../server/store/surveys.ts';
import { answering, requestedCodebase } from './requests.ts';
import type { Route } from './+types/pin';

/** Keeps a survey, for a link that was copied names it. */
export function action({ params }: Route.ActionArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  return answering(() => {
    pinSurvey(runtime.store, codebase.id, Number(params.surveyId));
    return { pinned: Number(params.surveyId) };
  });
}
