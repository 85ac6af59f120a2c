import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { byPackages } from '../arrangement/packages.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { byPlan, moduleIdOf, unmatched } from './byPlan.ts';
import { edited, freeId, type PlanEdit } from './edits.ts';
import { emptyPlan, type ModulePlan, type PlanModule } from './modulePlan.ts';

let survey: SurveyedCodebase;
beforeAll(async () => {
  survey = await surveyText({
    'canal/locks/Gate.java': 'package canal.locks; public class Gate { void open() {} void shut() {} }\n',
    'canal/locks/Pump.java': 'package canal.locks; public class Pump {}\n',
    'canal/Barge.java': 'package canal; public class Barge {}\n',
    'web/desk.ts': 'export const desk = 1;\n',
    'web/[id].ts': 'export const page = 1;\n',
    'web/i.ts': 'export const i = 1;\n',
  });
});

const module = (id: string, parent: string | null = null): PlanModule => ({
  id,
  name: `The ${id}`,
  purpose: '',
  parent,
});
const planOf = (
  placed: readonly [target: string, module: string][],
  modules = ['a', 'b', 'c'],
): ModulePlan => ({
  modules: modules.map((id) => module(id)),
  placings: placed.map(([target, of]) => ({ target, module: of, isSettled: false })),
});
const arranged = (plan: ModulePlan) => byPlan(survey, plan, () => byPackages(survey));
const moduleOf = (plan: ModulePlan, key: string): string | null =>
  moduleIdOf(arranged(plan), survey.elements.key.indexOf(key));

describe('placings', () => {
  const gate = 'canal/locks/Gate.java';
  const all: [string, string][] = [
    ['canal/**', 'a'],
    ['canal/locks/*.java', 'b'],
    ['packages:canal.locks', 'c'],
    [gate, 'a'],
    [`${gate}#Gate.open`, 'b'],
  ];

  it('by an element come before those by a package, and those before the longest glob', () => {
    expect(moduleOf(planOf(all.slice(0, 1)), gate)).toBe('a');
    expect(moduleOf(planOf(all.slice(0, 2)), gate)).toBe('b');
    expect(moduleOf(planOf(all.slice(0, 3)), gate)).toBe('c');
    expect(moduleOf(planOf(all.slice(0, 4)), gate)).toBe('a');
    const whole = planOf(all);
    expect(moduleOf(whole, gate)).toBe('a');
    expect(moduleOf(whole, `${gate}#Gate.open`)).toBe('b');
    expect(moduleOf(whole, `${gate}#Gate.shut`)).toBe('a');
    expect(moduleOf(whole, 'canal/locks/Pump.java')).toBe('c');
    expect(moduleOf(whole, 'canal/Barge.java')).toBe('a');
  });

  it('mean the same in whatever order they and the modules stand', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray(all, { minLength: 5 }),
        fc.shuffledSubarray(['a', 'b', 'c'], { minLength: 3 }),
        (placed, order) => {
          const plan = planOf(placed, order);
          for (const key of survey.elements.key) expect(moduleOf(plan, key)).toBe(moduleOf(planOf(all), key));
        },
      ),
    );
  });

  it('of a package hold for those inside of it, and none of them is needed', () => {
    expect(moduleOf(planOf([['packages:canal', 'a']]), gate)).toBe('a');
    expect(moduleOf(planOf([['packages:canal', 'a']]), 'web/desk.ts')).toBeNull();
    const without = byPlan(survey, planOf([['web/*', 'b']]), () => {
      throw new Error('packages are not needed');
    });
    expect(moduleIdOf(without, survey.elements.key.indexOf('web/desk.ts'))).toBe('b');
  });

  it('by a path that looks like a pattern mean that path', () => {
    const plan = planOf([
      ['web/[id].ts', 'a'],
      ['web/*', 'b'],
    ]);
    expect(moduleOf(plan, 'web/i.ts')).toBe('b');
    expect(moduleOf(planOf([['web/[ij].ts', 'a']]), 'web/i.ts')).toBe('a');
    expect(moduleOf(plan, 'web/[id].ts')).toBe('a');
    expect(moduleOf(plan, 'web/desk.ts')).toBe('b');
    expect(unmatched(survey, plan, () => byPackages(survey))).toEqual([]);
  });

  it('into a module that is not there place nothing', () => {
    expect(moduleOf(planOf([['web/desk.ts', 'gone']]), 'web/desk.ts')).toBeNull();
    expect(arranged(emptyPlan).count).toBe(2);
  });
});

it('what is placed and not there is told', () => {
  const plan = planOf([
    ['canal/Barge.java', 'a'],
    ['canal/Gone.java', 'a'],
    ['canal/locks/Gate.java#Gate.open', 'a'],
    ['canal/locks/Gate.java#Gate.gone', 'a'],
    ['canal/*', 'a'],
    ['sea/**', 'a'],
    ['packages:canal.locks', 'a'],
    ['packages:sea', 'a'],
  ]);
  expect(unmatched(survey, plan, () => byPackages(survey))).toEqual([
    'canal/Gone.java',
    'canal/locks/Gate.java#Gate.gone',
    'sea/**',
    'packages:sea',
  ]);
});

describe('modules', () => {
  it('stand in each other, and at the top where what they stand in is gone, or themselves', () => {
    const plan: ModulePlan = {
      modules: [
        module('in', 'out'),
        module('out'),
        module('orphan', 'gone'),
        module('x', 'y'),
        module('y', 'x'),
      ],
      placings: [
        { target: 'web/desk.ts', module: 'in', isSettled: false },
        { target: 'canal/*', module: 'x', isSettled: false },
      ],
    };
    const { name, label, parent } = arranged(plan);
    const above = Object.fromEntries(name.map((id, group) => [id, name[parent[group]] ?? null]));
    expect(above).toMatchObject({ in: 'out', out: '', orphan: '' });
    expect([above.x, above.y].sort()).toContain('');
    expect(label[name.indexOf('in')]).toBe('The in');
  });
});

const targets = ['canal/Barge.java', 'web/desk.ts', 'canal/**', 'gone.ts'];
const ids = ['a', 'b', 'c'];
const anyId = fc.constantFrom(...ids);
const anyTargets = fc.subarray(targets, { minLength: 1 });
const anyEdit: fc.Arbitrary<PlanEdit> = fc.oneof(
  fc.record({ edit: fc.constant('place' as const), targets: anyTargets, module: anyId }),
  fc.record({ edit: fc.constant('forget' as const), targets: anyTargets }),
  fc.record({
    edit: fc.constant('settle' as const),
    places: anyTargets.chain((chosen) => anyId.map((of) => chosen.map((target) => ({ target, module: of })))),
    isSettled: fc.boolean(),
  }),
  fc
    .record({ edit: fc.constant('merge' as const), module: anyId, into: anyId })
    .filter(({ module: of, into }) => of !== into),
  fc.record({ edit: fc.constant('remove' as const), module: anyId }),
  fc.record({
    edit: fc.constant('add' as const),
    id: fc.uuid(),
    name: fc.constant('New'),
    targets: anyTargets,
  }),
  fc.record({ edit: fc.constant('rename' as const), module: anyId, name: fc.constant('Other') }),
  fc.record({ edit: fc.constant('nest' as const), module: anyId, parent: fc.option(anyId) }),
  fc.record({ edit: fc.constant('settleModule' as const), module: anyId, isSettled: fc.boolean() }),
);

/** True for a module that stands, by way of the ones around it, at the top and not in itself. */
const reachesTop = ({ modules }: ModulePlan, id: string): boolean => {
  let at: string | null = id;
  for (let step = 0; at !== null && step <= modules.length; step++)
    at = modules.find((own) => own.id === at)?.parent ?? null;
  return at === null;
};

describe('edits', () => {
  it('place each target once at most, leave the plan before as it was, and keep ids apart', () => {
    fc.assert(
      fc.property(fc.array(anyEdit, { maxLength: 12 }), (edits) => {
        let plan = planOf([['canal/**', 'a']]);
        for (const edit of edits) {
          const before = JSON.stringify(plan);
          const next = edited(plan, edit);
          expect(JSON.stringify(plan)).toBe(before);
          plan = next;
          const placed = plan.placings.map(({ target }) => target);
          expect(new Set(placed).size).toBe(placed.length);
          expect(new Set(plan.modules.map(({ id }) => id)).size).toBe(plan.modules.length);
          expect(plan.modules.every(({ id }) => reachesTop(plan, id))).toBe(true);
        }
      }),
    );
  });

  it('do what they say', () => {
    const plan = planOf([
      ['x.ts', 'a'],
      ['y.ts', 'b'],
    ]);
    const place = edited(plan, { edit: 'place', targets: ['x.ts', 'new.ts'], module: 'b' });
    expect(place.placings).toEqual([
      { target: 'new.ts', module: 'b', isSettled: true },
      { target: 'x.ts', module: 'b', isSettled: true },
      { target: 'y.ts', module: 'b', isSettled: false },
    ]);
    expect(edited(place, { edit: 'forget', targets: ['x.ts'] }).placings.map(({ target }) => target)).toEqual(
      ['new.ts', 'y.ts'],
    );
    const merged = edited(plan, { edit: 'merge', module: 'a', into: 'b' });
    expect(merged.modules.map(({ id }) => id)).toEqual(['b', 'c']);
    expect(merged.placings.every(({ module: of }) => of === 'b')).toBe(true);
    expect(edited(plan, { edit: 'remove', module: 'a' }).placings).toEqual([plan.placings[1]]);
    const filled = edited(plan, { edit: 'add', id: 'd', name: 'New', targets: ['y.ts'], by: 'Ada' });
    expect(filled.placings).toEqual([
      { target: 'x.ts', module: 'a', isSettled: false },
      { target: 'y.ts', module: 'd', isSettled: true, by: 'Ada' },
    ]);
    const settled = edited(plan, {
      edit: 'settle',
      places: [{ target: 'x.ts', module: 'a' }],
      isSettled: true,
    });
    expect(settled.placings[0]).toEqual({ target: 'x.ts', module: 'a', isSettled: true });
    expect(edited(plan, { edit: 'purpose', module: 'b', purpose: 'Counts tolls.' }).modules[1].purpose).toBe(
      'Counts tolls.',
    );
    expect(edited(plan, { edit: 'add', id: 'd', name: 'New' }).modules.at(-1)).toEqual({
      ...module('d'),
      name: 'New',
    });
  });

  it('say who placed what and why, as long as somebody stands behind it', () => {
    const plan = planOf([['x.ts', 'a']]);
    const signed = edited(plan, {
      edit: 'place',
      targets: ['x.ts'],
      module: 'b',
      by: 'Ada',
      why: 'bills only',
    });
    expect(signed.placings).toEqual([
      { target: 'x.ts', module: 'b', isSettled: true, by: 'Ada', why: 'bills only' },
    ]);
    expect(edited(plan, { edit: 'place', targets: ['x.ts'], module: null }).placings).toEqual([
      { target: 'x.ts', module: null, isSettled: false },
    ]);
    const all = edited(
      planOf([
        ['x/**', 'a'],
        ['y.ts', 'b'],
      ]),
      {
        edit: 'settleModule',
        module: 'a',
        isSettled: true,
        by: 'Bo',
      },
    );
    expect(all.placings).toEqual([
      { target: 'x/**', module: 'a', isSettled: true, by: 'Bo' },
      { target: 'y.ts', module: 'b', isSettled: false },
    ]);
    // Who stood behind it already is not written over, and nobody does once it is open again.
    expect(edited(signed, { edit: 'settleModule', module: 'b', isSettled: true, by: 'Bo' })).toEqual(signed);
    expect(edited(signed, { edit: 'settleModule', module: 'b', isSettled: false }).placings).toEqual([
      { target: 'x.ts', module: 'b', isSettled: false },
    ]);
  });

  it('split a module into it and others that stand beside it', () => {
    const plan = planOf([
      ['x/**', 'a'],
      ['y.ts', 'b'],
    ]);
    plan.modules[0].parent = 'c';
    const split = edited(plan, {
      edit: 'split',
      module: 'a',
      parts: [{ id: 'd', name: 'Dues', targets: ['x/d.ts', 'x/e.ts'] }],
    });
    expect(split.modules.map(({ id, parent }) => [id, parent])).toEqual([
      ['a', 'c'],
      ['d', 'c'],
      ['b', null],
      ['c', null],
    ]);
    expect(split.placings.map(({ target, module: of }) => [target, of])).toEqual([
      ['x/**', 'a'],
      ['x/d.ts', 'd'],
      ['x/e.ts', 'd'],
      ['y.ts', 'b'],
    ]);
  });

  it('put no module into one that stands in it', () => {
    const plan: ModulePlan = { modules: [module('a'), module('b', 'a'), module('c', 'b')], placings: [] };
    const parents = (edit: PlanEdit): (string | null)[] =>
      edited(plan, edit).modules.map(({ parent }) => parent);
    expect(parents({ edit: 'nest', module: 'a', parent: 'c' })).toEqual([null, 'a', 'b']);
    expect(parents({ edit: 'nest', module: 'a', parent: 'a' })).toEqual([null, 'a', 'b']);
    expect(parents({ edit: 'nest', module: 'c', parent: 'a' })).toEqual([null, 'a', 'a']);
    expect(parents({ edit: 'nest', module: 'c', parent: null })).toEqual([null, 'a', null]);
    expect(edited(plan, { edit: 'colour', module: 'b', colour: 'moss' }).modules[1].colour).toBe('moss');
  });

  it('leave what stood in a module that goes to its heir', () => {
    const plan: ModulePlan = { modules: [module('a'), module('b', 'a'), module('c', 'b')], placings: [] };
    const parents = (edit: PlanEdit): (string | null)[] =>
      edited(plan, edit).modules.map(({ parent }) => parent);
    expect(parents({ edit: 'remove', module: 'b' })).toEqual([null, 'a']);
    expect(parents({ edit: 'merge', module: 'a', into: 'c' })).toEqual(['c', null]);
  });

  it('find ids that an address can hold and nobody has', () => {
    expect(freeId([], 'Tolls & Dues')).toBe('tolls-dues');
    expect(freeId([{ id: 'tolls' }, { id: 'tolls-2' }], 'Tolls')).toBe('tolls-3');
    expect(freeId([], '运河')).toBe('module');
  });
});
