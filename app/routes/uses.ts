import { z } from 'zod';
import { filterOf, kindChoices, type KindChoice } from '../../server/views/filters.ts';
import { Problem } from '../../server/problem.ts';
import { neighboursOf } from '../../server/views/neighbours.ts';
import { viewRequest } from '../state/requests.ts';
import type { Route } from './+types/uses';

const kindNames = Object.keys(kindChoices) as [KindChoice, ...KindChoice[]];
const query = z.object({
  key: z.string(),
  direction: z.enum(['uses', 'usedBy']),
  of: z.enum(kindNames).catch('any'),
});

const MAX_LISTED = 300;

/** One step of a tree of uses. */
export function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  const asked = query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!view || !asked.success) return { problem: 'There is nothing to look up.' };
  const { key, direction, of } = asked.data;
  const filter = filterOf(of, view.state.certainty);
  try {
    return {
      key,
      ...neighboursOf(view.survey, key, { direction, filter, withTests: true, limit: MAX_LISTED }),
    };
  } catch (error) {
    if (error instanceof Problem) return { problem: error.message };
    throw error;
  }
}
