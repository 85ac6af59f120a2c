import { findElements } from '../../server/views/finderView.ts';
import { viewRequest } from '../state/requests.ts';
import type { Route } from './+types/find';

export function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  const asked = view?.params.get('q') ?? '';
  return { asked, found: view ? findElements(view.survey, asked) : [] };
}
