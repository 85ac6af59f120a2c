import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { stringify } from 'yaml';
import { byTarget, planColours, type ModulePlan } from '../../core/plan/modulePlan.ts';
import { installationRoot } from '../installation.ts';
import { planFileOfPlan } from './planFile.ts';
import { planForm, triedEdit } from './planForm.ts';
import { readPlan } from './readPlan.ts';

const text = fc.string({ minLength: 1, maxLength: 12 }).filter((own) => own.trim() !== '');
const ids = ['a', 'b', 'c'];
const anyPlan = fc
  .record({
    modules: fc.tuple(
      ...ids.map((id, at) =>
        fc
          .record({
            name: text,
            purpose: fc.oneof(fc.constant(''), text),
            // A module stands in one before it, so that none stands in itself.
            parent: fc.constantFrom(null, ...ids.slice(0, at)),
            colour: fc.option(fc.constantFrom(...planColours), { nil: undefined }),
            place: fc.option(fc.integer({ min: 1, max: 9 }), { nil: undefined }),
            interface: fc.option(fc.array(text, { minLength: 1, maxLength: 3 }), { nil: undefined }),
          })
          .map(({ colour, place, interface: keys, ...module }) => ({
            id,
            ...module,
            ...(colour && { colour }),
            ...(place && { place }),
            ...(keys && { interface: keys }),
          })),
      ),
    ),
    placings: fc.uniqueArray(
      fc
        .record({
          target: fc.constantFrom(
            'x.ts',
            'src/**',
            'src/a.ts',
            'src/a.ts#A',
            'packages:canal',
            '**/*.sql',
            'web/[id].ts',
          ),
          module: fc.constantFrom(null, ...ids),
          isSettled: fc.boolean(),
          by: fc.option(text, { nil: undefined }),
          why: fc.option(text, { nil: undefined }),
        })
        .map(({ by, why, module, isSettled, target }) =>
          // Nobody stands behind what stands nowhere.
          module === null
            ? { target, module, isSettled: false }
            : { target, module, isSettled, ...(by && { by }), ...(why && { why }) },
        ),
      { selector: ({ target }) => target },
    ),
  })
  .map(({ modules, placings }): ModulePlan => ({ modules, placings: byTarget(placings) }));

/** Modules in the order in which a file has them: each before those in it. */
function nested({ modules }: ModulePlan): ModulePlan['modules'] {
  const below = (parent: string | null): ModulePlan['modules'] =>
    modules.filter((module) => module.parent === parent).flatMap((module) => [module, ...below(module.id)]);
  return below(null);
}

describe('a plan that is written to a file', () => {
  const schema = JSON.parse(
    readFileSync(join(installationRoot, 'docs', 'module-plan.schema.json'), 'utf8'),
  ) as object;
  const validate = new Ajv2020({ strict: true }).compile(schema);

  it('is read again as it was, from YAML and from JSON, and is as its schema has it', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const file = planFileOfPlan(plan);
        expect(validate(file), JSON.stringify(validate.errors?.[0])).toBe(true);
        for (const written of [JSON.stringify(file), stringify(file, { aliasDuplicateObjects: false })]) {
          const read = readPlan({ name: 'plan.yaml', text: written }, []);
          expect(read.placings).toEqual(plan.placings);
          expect(read.modules).toEqual(nested(plan));
        }
      }),
    );
  });
});

describe('what is written by hand', () => {
  it('is settled where it has no doubt, and its reason stays; that of a proposal is worked out anew', () => {
    const members =
      '[{ key: a.ts, why: ours }, { key: b.ts, doubt: 0.5, why: 2 of 3 links }, { key: c.ts, settled: false }]';
    const { placings } = readPlan(
      { name: 'p.yaml', text: `modules: [{ id: m, name: M, members: ${members} }]` },
      [],
    );
    expect(placings).toEqual([
      { target: 'a.ts', module: 'm', isSettled: true, why: 'ours' },
      { target: 'b.ts', module: 'm', isSettled: false },
      { target: 'c.ts', module: 'm', isSettled: false },
    ]);
  });

  it('is read by what its name says it is', () => {
    const paths = ['a.ts', 'b.ts'];
    expect(readPlan({ name: 'docs/CODEOWNERS', text: 'a.ts @ann\n' }, paths).modules[0].name).toBe('ann');
    expect(readPlan({ name: 'm.TSV', text: 'a.ts\tBoats\n' }, paths).modules[0].name).toBe('Boats');
    expect(() => readPlan({ name: 'm.json', text: 'a.ts,Boats\n' }, paths)).toThrow('m.json');
    const twice =
      'modules: [{ id: m, name: M, members: [{ key: a.ts }] }, { id: n, name: N, members: [{ key: a.ts }] }]';
    expect(() => readPlan({ name: 'm.yaml', text: twice }, paths)).toThrow('m.yaml places a.ts twice.');
    const colour = 'modules: [{ id: m, name: M, colour: mauve }]';
    expect(() => readPlan({ name: 'm.yaml', text: colour }, paths)).toThrow('at modules.0.colour');
  });
});

describe('what the page sends', () => {
  const sent = (edit: object) => triedEdit.safeParse({ edit: JSON.stringify(edit) });
  it('is an edit that is known, of modules and targets that are named', () => {
    expect(sent({ edit: 'place', targets: ['a.ts'], module: null }).success).toBe(true);
    expect(sent({ edit: 'split', module: 'm', count: null }).success).toBe(true);
    expect(sent({ edit: 'split', module: 'm', count: 1 }).success).toBe(false);
    expect(sent({ edit: 'colour', module: 'm', colour: 'mauve' }).success).toBe(false);
    expect(sent({ edit: 'place', targets: [''], module: 'm' }).success).toBe(false);
    expect(sent({ edit: 'explode' }).success).toBe(false);
    expect(triedEdit.safeParse({ edit: '{' }).success).toBe(false);
  });

  it('names the plan and its revision where it changes one', () => {
    const form = (own: object) => planForm.safeParse(own);
    expect(form({ do: 'toState', id: '1', revision: '2', state: '3' }).data).toEqual({
      do: 'toState',
      id: 1,
      revision: 2,
      state: 3,
    });
    expect(form({ do: 'toState', id: '1', state: '3' }).success).toBe(false);
    expect(form({ do: 'nameState', id: '1', name: '  ' }).success).toBe(false);
    const propose = {
      do: 'propose',
      from: 'anchors',
      names: '1',
      nearness: '0',
      count: '',
      keepSettled: 'yes',
    };
    expect(form(propose).data).toMatchObject({ from: 'anchors', count: null });
    expect(form({ ...propose, names: '2' }).success).toBe(false);
  });
});
