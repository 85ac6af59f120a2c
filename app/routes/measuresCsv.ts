import { measuresCsv } from '../../server/views/measuresView.ts';
import { measuresState } from '../state/measuresState.ts';
import { answering, viewRequest } from '../state/requests.ts';
import type { Route } from './+types/measuresCsv';

export function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view) throw new Response('This codebase has not been surveyed yet.', { status: 404 });
  const { survey, scope, withTests, only, codebase } = view;
  const query = { ...measuresState(view.params), scope, withTests, only: only?.marks };
  const name = `${codebase.name}-${query.kind}-measures.csv`.replace(/[^\w.-]+/g, '_');
  return new Response(
    answering(() => measuresCsv(survey, query)),
    {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="${name}"`,
      },
    },
  );
}
