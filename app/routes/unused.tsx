import { UnusedPage } from '../views/unused/UnusedPage.tsx';
import { pageOf } from './requests.ts';
import type { Route } from './+types/unused';

/** What no entry point reaches. */
export const loader = (args: Route.LoaderArgs) => pageOf('unused', args);

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Unused({ loaderData }: Route.ComponentProps) {
  return <UnusedPage {...loaderData} />;
}
