import { isBundled } from './bundles.ts';
import type { GraphEdge, GraphPicture } from './graphView.ts';

/** What became of a link between two surveys; null where it has as many references as before, or only one survey is drawn. */
export function changeOf({
  references,
  was,
}: Pick<GraphEdge, 'references' | 'was'>): 'came' | 'gone' | 'grew' | 'shrank' | null {
  if (was === null || was === references) return null;
  if (was === 0) return 'came';
  if (references === 0) return 'gone';
  return references > was ? 'grew' : 'shrank';
}

/** The sign on a link for what became of it. */
export const changeSigns = { came: '+', gone: '−', grew: '▴', shrank: '▾' } as const;
const changeWords = { came: 'new', gone: 'gone', grew: 'more than before', shrank: 'fewer than before' };

/** What marks mean, of those that a drawing has. */
export function graphLegend({ nodes, edges, largest, flow, tint, bar }: GraphPicture): string[] {
  const of = (is: boolean, text: string): string[] => (is ? [text] : []);
  const changes = new Set(edges.map(changeOf));
  return [
    flow === 'down' ? 'lower boxes are used by those above' : 'boxes are used by those to their left',
    ...of(largest > 1, `the thickest link is ${largest.toLocaleString('en')} references`),
    ...of(isBundled({ edges }), 'links between groups run together'),
    ...of(
      edges.some(({ isAgainst }) => isAgainst),
      'red and notched: against the order',
    ),
    ...of(
      edges.some(({ broken }) => broken !== null),
      '⊢ violates a rule',
    ),
    ...of(
      edges.some(({ isInferred }) => isInferred),
      'dashed: inferred',
    ),
    ...of(
      nodes.some(({ cycle }) => cycle !== null),
      '⟨\u2060C1\u2060⟩ takes part in that cycle',
    ),
    ...of(
      nodes.some(({ split }) => split !== undefined),
      '÷2: in 2 build modules',
    ),
    ...of(tint !== null, `tint: ${tint?.name}, up to ${tint?.most.toLocaleString('en')}`),
    ...of(bar !== null, `bar: ${bar?.name}, up to ${bar?.most.toLocaleString('en')}`),
    ...(['came', 'gone', 'grew', 'shrank'] as const).flatMap((change) =>
      of(
        changes.has(change) || nodes.some(({ news }) => news === change),
        `${changeSigns[change]} ${changeWords[change]}`,
      ),
    ),
  ];
}
