import { redirect } from 'react-router';
import { z } from 'zod';
import { matrixView } from '../../server/views/matrixView.ts';
import { scopeView } from '../../server/views/scopeView.ts';
import { answering, pictureMarks, viewRequest } from '../state/requests.ts';
import { MatrixPage } from '../views/matrix/MatrixPage.tsx';
import type { Route } from './+types/matrix';

const granularitySchema = z.enum(['folders', 'files']).catch('folders');
const orderSchema = z.enum(['level', 'name']).catch('level');

export function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view) throw redirect(`/codebases/${params.codebaseId}`);
  const granularity = granularitySchema.parse(view.params.get('of'));
  const order = orderSchema.parse(view.params.get('order'));
  const { scope, filter, withTests } = view;
  const open = view.params.getAll('open');
  return {
    granularity,
    order,
    picture: answering(() =>
      matrixView(view.survey, { scope, granularity, open, order, filter, withTests, ...pictureMarks(view) }),
    ),
    scope: scopeView(view.survey, scope),
  };
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Matrix({ loaderData }: Route.ComponentProps) {
  return <MatrixPage {...loaderData} />;
}
