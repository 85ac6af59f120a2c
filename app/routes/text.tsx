import { redirect } from 'react-router';
import { scopeView } from '../../server/views/scopeView.ts';
import { warmSearch } from '../../server/search/textSearch.ts';
import { viewRequest } from '../state/requests.ts';
import { textState } from '../state/textState.ts';
import { TextPage } from '../views/text/TextPage.tsx';
import type { Route } from './+types/text';

export function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view) throw redirect(`/codebases/${params.codebaseId}`);
  warmSearch();
  return { query: textState(view.params), scope: scopeView(view.survey, view.scope) };
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Text({ loaderData, params }: Route.ComponentProps) {
  return <TextPage {...loaderData} codebaseId={params.codebaseId} />;
}
