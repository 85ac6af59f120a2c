import { UnreadRules } from '../frame/UnreadRules.tsx';
import { GraphPage } from '../views/graph/GraphPage.tsx';
import { pageOf } from './requests.ts';
import type { Route } from './+types/graph';

export const loader = (args: Route.LoaderArgs) => pageOf('graph', args);

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function GraphRoute({ loaderData, params }: Route.ComponentProps) {
  const { unreadRules, ...page } = loaderData;
  return (
    <>
      <UnreadRules problem={unreadRules} />
      <GraphPage {...page} codebaseId={params.codebaseId} />
    </>
  );
}
