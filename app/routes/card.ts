import { Problem } from '../../server/problem.ts';
import { cardView } from '../../server/views/cardView.ts';
import { viewRequest } from '../state/requests.ts';
import type { Route } from './+types/card';

export async function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  const key = view?.params.get('key');
  if (!view || key == null) return { card: null };
  try {
    return { card: await cardView(view.survey, view.readText, key) };
  } catch (error) {
    if (error instanceof Problem) return { card: null };
    throw error;
  }
}
