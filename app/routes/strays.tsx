import { StraysPage } from '../views/strays/StraysPage.tsx';
import { pageOf } from './requests.ts';
import type { Route } from './+types/strays';

export const loader = (args: Route.LoaderArgs) => pageOf('strays', args);

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function StraysRoute({ loaderData, params }: Route.ComponentProps) {
  return <StraysPage {...loaderData} codebaseId={params.codebaseId} />;
}
