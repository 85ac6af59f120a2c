import { expect, it } from 'vitest';
import { light } from '../../export/sheetLook.ts';
import type { GraphEdge } from './graphView.ts';
import { linkLook } from './linkLook.ts';

const look = (own: Partial<GraphEdge>, count = 10) =>
  linkLook(
    { from: 0, to: 1, references: 4, was: null, isAgainst: false, isInferred: false, broken: null, ...own },
    { largest: 100, count },
    light,
  );

it('is red against the order, else of the colour of what changed, else of ink', () => {
  expect(look({}).colour).toBe(light.ink);
  expect(look({ isAgainst: true, was: 0 }).colour).toBe(light.against);
  expect([look({ was: 0 }).colour, look({ was: 2 }).colour]).toEqual([light.more, light.more]);
  expect([look({ was: 9 }).colour, look({ references: 0, was: 9 }).colour]).toEqual([
    light.fewer,
    light.fewer,
  ]);
});

it('steps back where nothing changed, and where there are many, but what is against the order does not', () => {
  expect(look({ was: 4 }).opacity).toBeLessThan(look({}).opacity);
  expect(look({}, 7000).opacity).toBeLessThan(look({}, 1200).opacity);
  expect(look({}, 1200).opacity).toBe(look({}, 2).opacity);
  expect(look({}, 1e6).opacity).toBeGreaterThan(0.1);
  expect(look({ isAgainst: true }, 7000).opacity).toBe(look({ isAgainst: true }).opacity);
});

it('is as thick as its references are many, and what is gone as it was', () => {
  expect(look({ references: 100 }).thickness).toBeGreaterThan(look({ references: 4 }).thickness);
  expect(look({ references: 0, was: 100 }).thickness).toBe(look({ references: 100 }).thickness);
  expect([look({ isInferred: true, broken: null }).dash, look({}).dash]).toEqual([[5, 4], []]);
});
