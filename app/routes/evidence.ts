import { Problem } from '../../server/problem.ts';
import { evidenceView } from '../../server/views/evidenceView.ts';
import { viewRequest } from '../state/requests.ts';
import type { Route } from './+types/evidence';

export async function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view || view.state.from === null || view.state.to === null)
    return { problem: 'There is no survey to look it up in.' };
  const { survey, readText, state, filter, withTests } = view;
  try {
    return {
      evidence: await evidenceView(survey, readText, { from: state.from!, to: state.to!, filter, withTests }),
    };
  } catch (error) {
    if (error instanceof Problem) return { problem: error.message };
    throw error;
  }
}
