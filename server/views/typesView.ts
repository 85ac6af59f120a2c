import { FORM, KIND } from '../../core/facts/fileFacts.ts';
import { elementOf, kindOf } from './surveyAccess/elements.ts';
import { isInScope, type Scope } from './surveyAccess/scope.ts';
import { classDiagramView, hierarchyView, TYPES_DRAWN, TYPES_LISTED } from './hierarchy/hierarchyView.ts';
import { scopeView } from './scopeView.ts';
import { typesQuery } from './typesQuery.ts';
import type { ViewRequest } from './viewRequest.ts';

/** Types of a scope, of a shortlist, or around one, as a drawing or a list. */
export function typesView({ survey, params, state, only, scope }: ViewRequest) {
  const type = typeAround(survey, state.focus);
  const query = typesQuery(params, type !== null);
  const part = { page: query.page, size: query.as === 'list' ? TYPES_LISTED : TYPES_DRAWN };
  const page =
    query.of === 'list'
      ? classDiagramView(survey, only?.list.keys ?? [], part)
      : query.of === 'folder'
        ? classDiagramView(survey, typesIn(survey, scope), part)
        : type === null
          ? null
          : hierarchyView(survey, type, part);
  return { query, page, scope: scopeView(survey, scope), list: only?.list.name ?? null };
}

/** Types of a scope, aliases left out, as they stand in the code. */
function typesIn(survey: ViewRequest['survey'], scope: Scope): string[] {
  const { elements } = survey;
  return elements.key.filter(
    (_, e) => elements.kind[e] === KIND.type && elements.form[e] !== FORM.alias && isInScope(scope, e),
  );
}

/** The type in focus, or the one that the focus stands in; null when there is none. */
function typeAround(survey: ViewRequest['survey'], focus: string | null): string | null {
  let element = focus === null ? undefined : elementOf(survey, focus);
  while (element !== undefined && element > 0) {
    const kind = kindOf(survey, element);
    if (kind === 'type' || kind === 'external') return survey.elements.key[element];
    element = survey.elements.parent[element];
  }
  return null;
}
