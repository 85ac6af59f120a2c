import { describe, expect, it } from 'vitest';
import type { ModulePlan } from './modulePlan.ts';
import { moduleMeant, placingsInto } from './placingsInto.ts';

const module = (id: string, name: string, parent: string | null = null) => ({
  id,
  name,
  purpose: '',
  parent,
});
const plan: ModulePlan = {
  modules: [
    module('tolls', 'Tolls'),
    module('rates', 'Rates', 'tolls'),
    module('fleet', 'Barges'),
    module('old', 'Barges'),
    module('ring', 'Ring', 'knot'),
    module('knot', 'Knot', 'ring'),
  ],
  placings: [
    { target: 'a/**', module: 'tolls', isSettled: true },
    { target: 'a/rates/**', module: 'rates', isSettled: false },
    { target: 'b/**', module: 'fleet', isSettled: true },
    { target: 'c/**', module: 'ring', isSettled: true },
    { target: 'd.ts', module: null, isSettled: true },
  ],
};
const into = (...called: string[]) =>
  placingsInto(plan, called).map(({ target, module: group }) => `${target} ${group}`);

describe('what a plan places into groups', () => {
  it('means modules by their ids, or by names that are theirs alone', () => {
    expect(['tolls', 'Tolls', 'fleet', 'Barges', 'none'].map((each) => moduleMeant(plan, each)?.id)).toEqual([
      'tolls',
      'tolls',
      'fleet',
      undefined,
      undefined,
    ]);
  });

  it('counts modules within a module as it, unless they are groups themselves', () => {
    expect(into('Tolls', 'fleet')).toEqual([
      'a/** Tolls',
      'a/rates/** Tolls',
      'b/** fleet',
      'c/** null',
      'd.ts null',
    ]);
    expect(into('Tolls', 'rates').slice(0, 3)).toEqual(['a/** Tolls', 'a/rates/** rates', 'b/** null']);
  });

  it('comes to an end where modules stand in each other', () => {
    expect(into('knot')[3]).toBe('c/** knot');
    expect(into('tolls')[3]).toBe('c/** null');
  });
});
