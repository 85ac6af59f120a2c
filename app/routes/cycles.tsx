import { pageOf } from './requests.ts';
import { CyclesPage } from '../views/cycles/CyclesPage.tsx';
import type { Route } from './+types/cycles';

export const loader = (args: Route.LoaderArgs) => pageOf('cycles', args);

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Cycles({ loaderData }: Route.ComponentProps) {
  return <CyclesPage {...loaderData} />;
}
