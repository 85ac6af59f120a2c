import { AroundPage } from '../views/around/AroundPage.tsx';
import { pageOf } from './requests.ts';
import type { Route } from './+types/around';

export const loader = (args: Route.LoaderArgs) => pageOf('around', args);

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function AroundRoute({ loaderData }: Route.ComponentProps) {
  return <AroundPage {...loaderData} />;
}
