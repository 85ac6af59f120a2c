import { data } from 'react-router';
import { pageOf } from './requests.ts';
import { SourcePage } from '../views/source/SourcePage.tsx';
import type { Route } from './+types/source';

export async function loader(args: Route.LoaderArgs) {
  if (!new URL(args.request.url).searchParams.has('file'))
    throw data('Choose a file to read: this address names none.', { status: 400 });
  return { sources: await pageOf('source', args) };
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Source({ loaderData, params }: Route.ComponentProps) {
  return <SourcePage sources={loaderData.sources} codebaseId={params.codebaseId} />;
}
