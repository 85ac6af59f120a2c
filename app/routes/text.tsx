import { warmSearch } from '../../server/search/textSearch.ts';
import { pageOf } from './requests.ts';
import { TextPage } from '../views/text/TextPage.tsx';
import type { Route } from './+types/text';

export function loader(args: Route.LoaderArgs) {
  warmSearch();
  return pageOf('text', args);
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Text({ loaderData, params }: Route.ComponentProps) {
  return <TextPage {...loaderData} codebaseId={params.codebaseId} />;
}
