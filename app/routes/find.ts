import { elementOf } from '../../server/views/remembered.ts';
import { findElements, foundElement } from '../../server/views/finderView.ts';
import { viewRequest } from '../state/requests.ts';
import type { Route } from './+types/find';

const MOST_RECENT = 40;

/** Elements that answer what is typed; without anything typed, those looked at lately. */
export function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  const asked = view?.params.get('q') ?? '';
  if (!view) return { asked, total: 0, listed: [], unknown: [] };
  const { survey } = view;
  const recent = view.params.getAll('recent').slice(0, MOST_RECENT);
  if (asked.trim() !== '') return { asked, ...findElements(survey, asked, recent) };
  const known = recent.flatMap((key) => elementOf(survey, key) ?? []);
  const listed = known.map((element) => foundElement(survey, element));
  return { asked, total: listed.length, listed, unknown: [] };
}
