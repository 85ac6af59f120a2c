import { UnreadRules } from '../frame/UnreadRules.tsx';
import { pageOf } from './requests.ts';
import { MatrixPage } from '../views/matrix/MatrixPage.tsx';
import type { Route } from './+types/matrix';

export const loader = (args: Route.LoaderArgs) => pageOf('matrix', args);

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Matrix({ loaderData }: Route.ComponentProps) {
  const { unreadRules, ...page } = loaderData;
  return (
    <>
      <UnreadRules problem={unreadRules} />
      <MatrixPage {...page} />
    </>
  );
}
