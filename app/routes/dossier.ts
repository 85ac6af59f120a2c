import { Problem } from '../../server/problem.ts';
import { dossierView } from '../../server/views/dossierView.ts';
import { viewRequest } from '../state/requests.ts';
import type { Route } from './+types/dossier';

export async function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view?.state.focus) return { problem: 'There is no survey to look it up in.' };
  try {
    return { dossier: await dossierView(view.survey, view.readText, view.state.focus) };
  } catch (error) {
    if (error instanceof Problem) return { problem: error.message };
    throw error;
  }
}
