import { expect, it } from 'vitest';
import type { Curve } from '../../../core/layout/edgePaths.ts';
import type { GraphEdge, GraphNode } from './graphView.ts';
import { withSignPlaces } from './signPlaces.ts';

const plain = { references: 1, was: null, isAgainst: false, isInferred: false, broken: null };
const down: Curve = [100, 0, 100, 250, 100, 750, 100, 1000];
const curve = (own: Partial<GraphEdge>) => ({
  link: { ...plain, ...own },
  curve: down,
  middle: { x: 100, y: 500 },
});
const box = (isOpen: boolean): GraphNode =>
  ({ x: 60, y: 490, width: 80, height: 20, isOpen }) as unknown as GraphNode;

it('signs are moved along their links out from under closed boxes, whatever they stand for', () => {
  const broken = { references: 1, rules: ['layers'] };
  const all = [
    curve({ isAgainst: true }),
    curve({ broken }),
    curve({ was: 3 }),
    curve({ was: 0 }),
    curve({}),
  ];
  const moved = withSignPlaces(all, [box(false)]).map(({ middle }) => middle.y !== 500);
  expect(moved).toEqual([true, true, true, true, false]);
});

it('open boxes hide nothing, and links that say the same in two surveys bear no sign', () => {
  expect(withSignPlaces([curve({ isAgainst: true })], [box(true)])[0].middle).toEqual({ x: 100, y: 500 });
  expect(withSignPlaces([curve({ was: 1 })], [box(false)])[0].middle).toEqual({ x: 100, y: 500 });
});
