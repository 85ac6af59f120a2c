import { BuildPage } from '../views/declared/BuildPage.tsx';
import { pageOf } from './requests.ts';
import type { Route } from './+types/build';

export const loader = (args: Route.LoaderArgs) => pageOf('declared', args);

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function BuildRoute({ loaderData }: Route.ComponentProps) {
  return <BuildPage {...loaderData} />;
}
