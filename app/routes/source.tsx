import { data, redirect } from 'react-router';
import { surveyedHash } from '../../server/store/surveys.ts';
import { sourceView } from '../../server/views/sourceView.ts';
import { answeringAsync, viewRequest } from '../state/requests.ts';
import { SourcePage } from '../views/source/SourcePage.tsx';
import type { Route } from './+types/source';

export async function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view) throw redirect(`/codebases/${params.codebaseId}`);
  const path = view.params.get('file');
  if (path === null) throw data('Choose a file to read: this address names none.', { status: 400 });
  const hash = surveyedHash(view.runtime.store, view.record.id, path);
  return { source: await answeringAsync(sourceView(view.survey, view.readText, path, hash)) };
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Source({ loaderData, params }: Route.ComponentProps) {
  return <SourcePage source={loaderData.source} codebaseId={params.codebaseId} />;
}
