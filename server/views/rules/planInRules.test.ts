import { describe, expect, it } from 'vitest';
import { parse } from 'yaml';
import type { ModulePlan } from '../../../core/plan/modulePlan.ts';
import { codeOf } from '../../../tests/codeOfUses.ts';
import { judge } from '../../../tests/judgedCode.ts';
import { temporaryFolder } from '../../../tests/temporaryFolder.ts';
import { planFileOfPlan, type PlanFile } from '../../plans/planFile.ts';
import { takePlanOver } from '../../plans/takePlanOver.ts';
import { openCodebase } from '../../store/codebases.ts';
import { openStore } from '../../store/database.ts';
import { modulePlans } from '../../store/modulePlans.ts';
import { editedRules } from './editRules.ts';
import { readRules } from './readRules.ts';
import { rulesPlan } from './rulesPlan.ts';

const text = `# Ours.
yletope: 1
plan:
  modules:
    - id: high
      name: Desk
      members: [{ key: a/** }]
    - id: low
      name: Ground
      members: [{ key: b/** }, { key: a/low.ts }]
      modules:
        - { id: deep, name: Deep, members: [{ key: c/** }] }
    - { id: aside, name: Aside, members: [{ key: b/aside/** }] }
rules:
  - name: r # the order
    order: [Desk, Ground]
`;
const brokenBy = async (said: string, ...uses: string[]): Promise<string[]> =>
  (await judge(said, uses)).violations.map(({ from, to, kind }) => `${from} ${to} ${kind}`);

describe('modules in the file of rules', () => {
  it('are the groups that an order calls by their names, with the modules within them', async () => {
    const uses = ['b/x > a/y', 'a/low > a/y', 'c/z > a/y', 'a/y > c/z', 'b/x > c/z'];
    expect(await brokenBy(text, ...uses)).toEqual(
      [
        'a/low.ts a/y.ts import',
        'a/low.ts a/y.ts call',
        'b/x.ts a/y.ts import',
        'b/x.ts a/y.ts call',
        'c/z.ts a/y.ts import',
        'c/z.ts a/y.ts call',
      ].sort(),
    );
  });

  it('take what stands in others out of the groups around it', async () => {
    expect(await brokenBy(text, 'b/aside/x > a/y')).toEqual([]);
  });

  it('give way to what an order says itself, and leave folders that are no modules', async () => {
    const own = text.replace(
      'order: [Desk, Ground]',
      'order: [Desk, e, Ground]\n    groups: { Ground: [d/**] }',
    );
    expect(await brokenBy(own, 'b/x > a/y', 'c/z > a/y')).toEqual([]);
    expect(await brokenBy(own, 'd/x > e/y')).toHaveLength(2);
  });

  it('are refused whole where they are no plan, with the place', () => {
    const read = (said: string) => () => readRules({ name: 'yletope.yaml', text: said });
    expect(read(text.replace('id: aside', 'id: low'))).toThrow(
      'yletope.yaml, line 4, column 3: yletope.yaml has two modules with the id low.',
    );
    expect(read(text.replace('name: Aside, ', ''))).toThrow(/^yletope\.yaml, line 13, column 7: /);
    expect(readRules({ name: 'yletope.yaml', text: 'yletope: 1\n' }).plan).toBeNull();
  });

  it('take a file in where it is placed, out of where it was', () => {
    const place = (group: string, path: string): string =>
      editedRules(text, { do: 'place', rule: 'r', path, group }).replaceAll('[ ', '[').replaceAll(' ]', ']');
    const edited = place('Desk', 'a/low.ts');
    expect(edited).toContain('[{ key: a/** }, { key: a/low.ts }]');
    expect(edited).toContain('members: [{ key: b/** }]');
    expect([edited.includes('# Ours.'), edited.includes('# the order')]).toEqual([true, true]);
    expect(place('deep', 'a/y.ts')).toContain('{ key: c/** }, { key: a/y.ts }');
  });
});

const plan: ModulePlan = {
  modules: [
    { id: 'tolls', name: 'Tolls', purpose: 'Asks for money.', parent: null, colour: 'moss' },
    { id: 'rates', name: 'Rates', purpose: '', parent: 'tolls' },
  ],
  placings: [
    { target: 'a/**', module: 'tolls', isSettled: true },
    { target: 'b/x.ts', module: 'rates', isSettled: false, by: 'Ansgar' },
  ],
};

describe('a plan that is written into them', () => {
  const file: PlanFile = planFileOfPlan(plan);

  it('is read as it was, stands before the rules, and takes the place of another', () => {
    const written = editedRules('yletope: 1\nrules: [] # none\n', { do: 'setPlan', plan: file });
    expect(readRules({ name: 'r', text: written }).plan).toEqual(plan);
    expect(Object.keys(parse(written) as object)).toEqual(['yletope', 'plan', 'rules']);
    expect(written).toContain('# none');
    expect(written).toContain('{ key: a/**, settled: true }');
    const other = editedRules(text, { do: 'setPlan', plan: file });
    expect(readRules({ name: 'r', text: other.replace('[Desk, Ground]', '[Tolls]') }).plan).toEqual(plan);
    expect([other.includes('# Ours.'), other.includes('Aside')]).toEqual([true, false]);
  });

  it('comes with an order of its modules, which names them alone', () => {
    const ranks = [[{ id: 'Tolls', patterns: null }]];
    const made = editedRules('yletope: 1\n', { do: 'addOrder', name: 'modules', ranks, plan: file });
    expect((parse(made) as { rules: unknown[] }).rules).toEqual([{ name: 'modules', order: ['Tolls'] }]);
    expect(readRules({ name: 'r', text: made }).plan).toEqual(plan);
  });

  it('is told beside the one at hand, with how many files stand elsewhere', async () => {
    const survey = await codeOf(['a/x > b/x', 'a/y > b/x']);
    const shown = { id: 1, name: 'Mine' };
    const beside = (own: ModulePlan | null, now: ModulePlan | null) =>
      rulesPlan({ survey, plans: { all: [], shown: now && shown, content: () => now! } } as never, own);
    expect(beside(null, null)).toEqual({ modules: null, atHand: null, elsewhere: 0 });
    expect(beside(plan, null)).toEqual({ modules: 2, atHand: null, elsewhere: 0 });
    expect(beside(plan, plan)).toEqual({ modules: 2, atHand: shown, elsewhere: 0 });
    const moved = { ...plan, placings: plan.placings.slice(0, 1) };
    expect(beside(plan, moved)).toEqual({ modules: 2, atHand: shown, elsewhere: 1 });
    expect(beside(plan, { ...moved, placings: [] })).toMatchObject({ elsewhere: 3 });
  });

  it('becomes a plan of a codebase that takes it over, once', () => {
    const store = openStore(temporaryFolder());
    const { id } = openCodebase(store, { kind: 'folder', address: '/canal', ref: null });
    takePlanOver(store, id, plan);
    takePlanOver(store, id, plan);
    expect(modulePlans(store, id).map(({ name }) => name)).toEqual(['yletope.yaml']);
    takePlanOver(store, id, { ...plan, placings: [] });
    expect(modulePlans(store, id)).toHaveLength(2);
    store.close();
  });
});
