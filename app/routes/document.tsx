import { data, redirect } from 'react-router';
import { intakeOf } from '../../server/store/surveys.ts';
import { documentView } from '../../server/views/documentView.ts';
import { answeringAsync, viewRequest } from '../state/requests.ts';
import { DocumentPage } from '../views/document/DocumentPage.tsx';
import type { Route } from './+types/document';

export async function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view) throw redirect(`/codebases/${params.codebaseId}`);
  const path = view.params.get('file');
  if (path === null) throw data('Choose a text to read: this address names none.', { status: 400 });
  const intake = intakeOf(view.runtime.store, view.record.id);
  return { document: await answeringAsync(documentView(view.survey, intake, view.readText, path)) };
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function DocumentRoute({ loaderData, params }: Route.ComponentProps) {
  return <DocumentPage {...loaderData.document} codebaseId={params.codebaseId} />;
}
