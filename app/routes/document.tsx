import { data } from 'react-router';
import { pageOf } from './requests.ts';
import { DocumentPage } from '../views/document/DocumentPage.tsx';
import type { Route } from './+types/document';

export async function loader(args: Route.LoaderArgs) {
  if (!new URL(args.request.url).searchParams.has('file'))
    throw data('Choose a text to read: this address names none.', { status: 400 });
  return { document: await pageOf('document', args) };
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function DocumentRoute({ loaderData, params }: Route.ComponentProps) {
  return <DocumentPage {...loaderData.document} codebaseId={params.codebaseId} />;
}
