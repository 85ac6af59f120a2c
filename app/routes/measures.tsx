import { redirect } from 'react-router';
import { measuresFor, measuresView } from '../../server/views/measuresView.ts';
import { scopeView } from '../../server/views/scopeView.ts';
import { measuresState } from '../state/measuresState.ts';
import { answering, pictureMarks, viewRequest } from '../state/requests.ts';
import { MeasuresPage } from '../views/measures/MeasuresPage.tsx';
import type { Route } from './+types/measures';

export function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view) throw redirect(`/codebases/${params.codebaseId}`);
  const { survey, scope, withTests } = view;
  const query = measuresState(view.params);
  return {
    query,
    table: answering(() => measuresView(survey, { ...query, scope, withTests, ...pictureMarks(view) })),
    catalogue: measuresFor(query.kind),
    scope: scopeView(survey, scope),
  };
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Measures({ loaderData, params }: Route.ComponentProps) {
  return <MeasuresPage {...loaderData} codebaseId={params.codebaseId} />;
}
