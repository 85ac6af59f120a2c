import { redirect } from 'react-router';
import { intakeOf } from '../../server/store/surveys.ts';
import { overviewView } from '../../server/views/overviewView.ts';
import { viewRequest } from '../state/requests.ts';
import { OverviewPage } from '../views/overview/OverviewPage.tsx';
import type { Route } from './+types/overview';

export function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view) throw redirect(`/codebases/${params.codebaseId}`);
  return {
    overview: overviewView(
      view.survey,
      intakeOf(view.runtime.store, view.record.id),
      view.params.getAll('open'),
    ),
    totals: view.record.totals,
  };
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Overview({ loaderData, params }: Route.ComponentProps) {
  return <OverviewPage {...loaderData} codebaseId={params.codebaseId} />;
}
