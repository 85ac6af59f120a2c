import { UnreadRules } from '../frame/UnreadRules.tsx';
import { UnusedPage } from '../views/unused/UnusedPage.tsx';
import { pageOf } from './requests.ts';
import type { Route } from './+types/unused';

/** What no entry point reaches. */
export const loader = (args: Route.LoaderArgs) => pageOf('unused', args);

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Unused({ loaderData }: Route.ComponentProps) {
  return (
    <>
      <UnreadRules problem={loaderData.unreadRules} />
      <UnusedPage {...loaderData} />
    </>
  );
}
