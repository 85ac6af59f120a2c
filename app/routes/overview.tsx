import { pageOf } from './requests.ts';
import { OverviewPage } from '../views/overview/OverviewPage.tsx';
import type { Route } from './+types/overview';

export const loader = (args: Route.LoaderArgs) => pageOf('overview', args);

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Overview({ loaderData, params }: Route.ComponentProps) {
  return <OverviewPage {...loaderData} codebaseId={params.codebaseId} />;
}
