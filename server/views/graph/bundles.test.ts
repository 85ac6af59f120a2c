import { expect, it } from 'vitest';
import { joinedEnds } from '../../../core/arrangement/ends.ts';
import { bundlesOf, endsOfBundle, isBundled, together } from './bundles.ts';
import type { GraphQuery } from './graphQuery.ts';
import type { GraphEdge, GraphNode } from './graphView.ts';

const node = (parent: number, x: number, y: number) =>
  ({ parent, x, y, width: 100, height: 20 }) as unknown as GraphNode;
const edge = (from: number, to: number, references: number, own: Partial<GraphEdge> = {}): GraphEdge => ({
  ...{ from, to, references, was: null, isAgainst: false, isInferred: false, broken: null },
  ...own,
});

it('a bundle stands for the references of all its links, and for what all of them are', () => {
  const nodes = [
    node(-1, 0, 0),
    { ...node(-1, 0, 100), height: 300, width: 300 },
    node(1, 10, 150),
    node(1, 150, 150),
  ];
  const edges = [edge(0, 2, 3, { isInferred: true, broken: null }), edge(0, 3, 4)];
  const { bundles, along } = bundlesOf({ nodes, edges, flow: 'down' });
  expect(
    bundles.map(({ link, edges }) => [link.from, link.to, link.references, link.isInferred, edges]),
  ).toEqual([
    [0, 1, 7, false, [0, 1]],
    [0, 2, 3, true, [0]],
    [0, 3, 4, false, [1]],
  ]);
  expect(along).toEqual([
    [0, 1],
    [0, 2],
  ]);
});

it('links together were as many as each of them, where two surveys are drawn', () => {
  expect(together([edge(0, 1, 2, { was: 0 }), edge(0, 2, 0, { was: 5 })])).toEqual({
    ...{ references: 2, was: 5, isAgainst: false, isInferred: false, broken: null },
  });
  expect(together([edge(0, 1, 2), edge(0, 2, 1)]).was).toBeNull();
  expect(together([edge(0, 1, 2, { isAgainst: true }), edge(0, 2, 1)]).isAgainst).toBe(false);
});

it('links are bundled only where there are many', () => {
  const edges = (count: number) => Array.from({ length: count }, () => edge(0, 1, 1));
  expect([isBundled({ edges: edges(300) }), isBundled({ edges: edges(301) })]).toEqual([false, true]);
});

it('a bundle claims what its groups do where they are drawn in whole, and else what its boxes do', () => {
  const named = ['user', 'group', 'a', 'b'].map(
    (end, at) => ({ end, isOpen: at === 1, kind: 'file' }) as GraphNode,
  );
  const edges = [edge(0, 2, 3), edge(0, 3, 4)];
  const bundle = { link: edge(0, 1, 7), edges: [0, 1] };
  const whole: Pick<GraphQuery, 'around' | 'cycle' | 'without'> = { around: null, cycle: null, without: [] };
  const of = (query: Partial<typeof whole>, hidden = 0, nodes = named) =>
    endsOfBundle({ nodes, edges, hidden }, { ...whole, ...query }, bundle);
  expect(of({})).toEqual(['user', 'group']);
  for (const partial of [{ around: 'user' }, { cycle: 'C1' }, { without: ['c'] }])
    expect(of(partial)).toEqual(['user', joinedEnds(['a', 'b'])]);
  expect(
    of(
      {},
      0,
      named.map((node) => ({ ...node, kind: 'external' })),
    ),
  ).toEqual(['user', joinedEnds(['a', 'b'])]);
  // Hidden links would be among the places, and so many names are no address.
  expect(of({}, 1)).toBeNull();
  const many = Array.from(
    { length: 61 },
    (_, at) => ({ end: `f${at}`, isOpen: false, kind: 'file' }) as GraphNode,
  );
  const nodes = [named[0], named[1], ...many];
  const links = many.map((_, at) => edge(0, at + 2, 1));
  const all = { link: edge(0, 1, 61), edges: links.map((_, at) => at) };
  expect(endsOfBundle({ nodes, edges: links, hidden: 0 }, { ...whole, around: 'user' }, all)).toBeNull();
});
