import { redirect } from 'react-router';
import { z } from 'zod';
import { cyclesView } from '../../server/views/cyclesView.ts';
import { scopeView } from '../../server/views/scopeView.ts';
import { answering, viewRequest } from '../state/requests.ts';
import { CyclesPage } from '../views/cycles/CyclesPage.tsx';
import type { Route } from './+types/cycles';

const granularity = z.enum(['file', 'folder', 'type', 'routine']).catch('file');

export function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view) throw redirect(`/codebases/${params.codebaseId}`);
  const by = granularity.parse(view.params.get('by'));
  return {
    by,
    picture: answering(() => cyclesView(view.survey, { ...view, granularity: by })),
    scope: scopeView(view.survey, view.scope),
  };
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Cycles({ loaderData }: Route.ComponentProps) {
  return <CyclesPage {...loaderData} />;
}
