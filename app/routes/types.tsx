import { redirect } from 'react-router';
import { classDiagramView, hierarchyView } from '../../server/views/hierarchy/hierarchyView.ts';
import { elementOf, kindOf } from '../../server/views/remembered.ts';
import { answering, viewRequest } from '../state/requests.ts';
import { typesState } from '../state/typesState.ts';
import { TypesPage } from '../views/types/TypesPage.tsx';
import type { Route } from './+types/types';

/** The type in focus, or the one that the focus stands in; null when there is none. */
function typeInFocus(view: NonNullable<ReturnType<typeof viewRequest>>): string | null {
  const { survey, state } = view;
  let element = state.focus === null ? undefined : elementOf(survey, state.focus);
  while (element !== undefined && element > 0) {
    const kind = kindOf(survey, element);
    if (kind === 'type' || kind === 'external') return survey.elements.key[element];
    element = survey.elements.parent[element];
  }
  return null;
}

export function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view) throw redirect(`/codebases/${params.codebaseId}`);
  const query = typesState(view.params);
  const { survey } = view;
  const type = typeInFocus(view);
  const page = answering(() => {
    if (query.of === 'list') return classDiagramView(survey, view.only?.list.keys ?? []);
    if (query.of === 'folder') return classDiagramView(survey, [survey.elements.key[view.scope]]);
    return type === null ? null : hierarchyView(survey, type);
  });
  return { query, page, folder: survey.elements.key[view.scope], list: view.only?.list.name ?? null };
}

export default function Types({ loaderData, params }: Route.ComponentProps) {
  return <TypesPage {...loaderData} codebaseId={params.codebaseId} />;
}
