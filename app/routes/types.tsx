import { pageOf } from './requests.ts';
import { TypesPage } from '../views/types/TypesPage.tsx';
import type { Route } from './+types/types';

export const loader = (args: Route.LoaderArgs) => pageOf('types', args);

export default function Types({ loaderData, params }: Route.ComponentProps) {
  return <TypesPage {...loaderData} codebaseId={params.codebaseId} />;
}
