import type { BrokenRows } from '../../../core/judge/brokenLinks.ts';
import { undeclaredRows } from '../declaredView.ts';
import { judgementOf } from '../rules/rulesView.ts';
import type { ViewRequest } from '../viewRequest.ts';
import { graphQuery } from './graphQuery.ts';
import type { GraphQuestion } from './graphView.ts';

/** What breaks rules, and in pictures by build modules what the build does not declare. */
export function brokenInPicture(view: ViewRequest): BrokenRows {
  const { broken } = judgementOf(view);
  if (view.state.by !== 'modules' && view.state.by !== 'modulePackages') return broken;
  const all = new Map(broken);
  for (const [row, words] of undeclaredRows(view.survey)) all.set(row, [...(all.get(row) ?? []), ...words]);
  return all;
}

/** What is asked of the graph, with the older survey where two are drawn. */
export function graphQuestion(view: ViewRequest): GraphQuestion {
  const { question, scope, params, at } = view;
  const query = graphQuery(params);
  const broken = brokenInPicture(view);
  return { ...question, scope, query, broken, before: query.since === null ? null : at(query.since) };
}
