import { pageOf } from './requests.ts';
import { MeasuresPage } from '../views/measures/MeasuresPage.tsx';
import type { Route } from './+types/measures';

export const loader = (args: Route.LoaderArgs) => pageOf('measures', args);

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Measures({ loaderData, params }: Route.ComponentProps) {
  return <MeasuresPage {...loaderData} codebaseId={params.codebaseId} />;
}
