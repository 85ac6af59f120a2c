import { GraphPage } from '../views/graph/GraphPage.tsx';
import { pageOf } from './requests.ts';
import type { Route } from './+types/graph';

export const loader = (args: Route.LoaderArgs) => pageOf('graph', args);

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function GraphRoute({ loaderData, params }: Route.ComponentProps) {
  return <GraphPage {...loaderData} codebaseId={params.codebaseId} />;
}
