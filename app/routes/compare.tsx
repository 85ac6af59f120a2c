import { ComparePage } from '../views/compare/ComparePage.tsx';
import { pageOf } from './requests.ts';
import type { Route } from './+types/compare';

/** Two ways to put files into groups, and the files that two of those have in common. */
export const loader = (args: Route.LoaderArgs) => pageOf('compare', args);

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function CompareRoute({ loaderData }: Route.ComponentProps) {
  return <ComparePage {...loaderData} />;
}
