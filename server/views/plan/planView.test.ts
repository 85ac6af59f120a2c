import { beforeAll, describe, expect, it } from 'vitest';
import { emptyPlan, type ModulePlan } from '../../../core/plan/modulePlan.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { surveyText } from '../../../tests/surveyText.ts';
import { takePlan, arrangementOf, arrangementsOf, scopeOf } from '../surveyAccess/scope.ts';
import { matrixView } from '../matrixView.ts';
import { filterOf } from '../graphQuery/filters.ts';
import { planExport } from './planExport.ts';
import { decidingPlacings } from '../../../core/plan/decidingPlacings.ts';
import { EVERYTHING_RESOLVED } from '../../../core/graph/rollUp.ts';
import { interfaceView } from './interfaceView.ts';
import { planAfter, planEffect, planRead } from './editedPlan.ts';
import { planFrom, type PlanAsked } from './planProposal.ts';
import { planView, type PlanPage } from './planView.ts';

const asked: PlanAsked = { from: 'links', names: 0, nearness: 0, count: null, seed: 1, keepSettled: true };

let survey: SurveyedCodebase;
beforeAll(async () => {
  survey = await surveyText({
    'x/barge.ts': 'export class Barge {}\n',
    'y/tug.ts': "import { Barge } from '../x/barge';\nexport class Tug extends Barge {}\n",
    'x/crew.ts':
      "import { Tug } from '../y/tug';\nimport { Barge } from './barge';\nexport const crew = [new Tug(), new Barge()];\n",
    'y/yard.ts': "import { Tug } from './tug';\nexport const yard = new Tug();\n",
    'x/rate.ts': 'export const rate = () => 1;\n',
    'y/bill.ts': "import { rate } from '../x/rate';\nexport const bill = () => rate();\n",
    'x/desk.ts':
      "import { bill } from '../y/bill';\nimport { rate } from './rate';\nimport { crew } from './crew';\nexport const desk = () => bill() + rate() + crew.length;\n",
    'y/book.ts': "import { bill } from './bill';\nexport const book = () => bill();\n",
    'x/alone.ts': 'export const alone = 1;\n',
  });
});

/** The same plan with every file placed by its path. */
function spelt(plan: ModulePlan): ModulePlan & { placings: { module: string }[] } {
  const deciding = decidingPlacings(survey, plan, () => arrangementOf(survey, 'packages'));
  const placings = survey.files.flatMap(({ path }, file) => {
    const placing = deciding[file];
    return placing?.module ? [{ ...placing, module: placing.module, target: path }] : [];
  });
  return { ...plan, placings };
}
const proposed = (before = emptyPlan, own: Partial<PlanAsked> = {}): ReturnType<typeof spelt> =>
  spelt(planFrom(survey, before, { ...asked, ...own }));

const filter = EVERYTHING_RESOLVED;
const noLists = (): string[] => [];
let states = 0;
function shown(content: ModulePlan, open: string | null = null, added: string[] = []): PlanPage {
  takePlan(survey, () => content, `test ${states++}`);
  const nothing = { plans: [], plan: null, states: [], added };
  return planView(survey, { ...nothing, content, open, withTests: false, filter });
}

describe('a proposed plan', () => {
  it('places every linked file by its path, with nobody behind it', () => {
    const plan = proposed();
    expect(plan.modules).toHaveLength(2);
    expect(plan.placings.map(({ target }) => target)).toEqual(
      survey.files.map(({ path }) => path).filter((path) => path !== 'x/alone.ts'),
    );
    expect(plan.placings.every(({ isSettled }) => !isSettled)).toBe(true);
  });

  it('leaves what is settled where it is, in the module that it was, under its name', () => {
    const before: ModulePlan = {
      modules: [
        { id: 'money', name: 'Money', purpose: 'Counts.', parent: null },
        { id: 'empty', name: 'Empty', purpose: '', parent: null },
      ],
      placings: [
        { target: 'x/rate.ts', module: 'money', isSettled: true },
        { target: 'x/barge.ts', module: 'money', isSettled: true },
        { target: 'y/bill.ts', module: 'money', isSettled: true },
        { target: 'y/tug.ts', module: 'empty', isSettled: false },
      ],
    };
    const plan = proposed(before);
    const of = (path: string): string | null => plan.placings.find(({ target }) => target === path)!.module;
    expect(of('x/barge.ts')).toBe('money');
    expect(of('y/book.ts')).toBe('money');
    expect(of('y/tug.ts')).not.toBe('money');
    expect(plan.modules[0]).toEqual(before.modules[0]);
    expect(plan.modules.map(({ id }) => id)).not.toContain('empty');
    expect(proposed(before, { keepSettled: false }).placings.some(({ isSettled }) => isSettled)).toBe(false);
  });
});

describe('a plan that grows from what is settled', () => {
  it('keeps that, and gives the rest to the module that its links lead to', () => {
    const before: ModulePlan = {
      modules: ['boats', 'money'].map((id) => ({ id, name: id, purpose: '', parent: null })),
      placings: [
        { target: 'x/barge.ts', module: 'boats', isSettled: true, by: 'Ada' },
        { target: 'x/rate.ts', module: 'money', isSettled: true },
        { target: 'y/book.ts', module: 'boats', isSettled: false },
      ],
    };
    const plan = proposed(before, { from: 'anchors' });
    const files = (id: string): string[] =>
      plan.placings.filter(({ module }) => module === id).map(({ target }) => target);
    expect(files('boats')).toEqual(['x/barge.ts', 'x/crew.ts', 'y/tug.ts', 'y/yard.ts']);
    expect(files('money')).toEqual(expect.arrayContaining(['x/rate.ts', 'y/bill.ts', 'y/book.ts']));
    expect(plan.placings.find(({ target }) => target === 'x/barge.ts')).toMatchObject({
      by: 'Ada',
      isSettled: true,
    });
    expect(plan.placings.find(({ target }) => target === 'y/tug.ts')!.isSettled).toBe(false);
    const begun = { ...before, placings: before.placings.slice(0, 1) };
    expect(() => proposed(begun, { from: 'anchors' })).toThrow('needs at least two modules');
  });
});

describe('an edit', () => {
  const boats = ['x/barge.ts', 'x/crew.ts', 'y/tug.ts', 'y/yard.ts'];
  const money = ['x/desk.ts', 'x/rate.ts', 'y/bill.ts', 'y/book.ts'];
  const plan: ModulePlan = {
    modules: ['boats', 'money'].map((id) => ({ id, name: id, purpose: '', parent: null })),
    placings: [
      ...boats.map((target) => ({ target, module: 'boats', isSettled: false })),
      ...money.map((target) => ({ target, module: 'money', isSettled: false })),
    ],
  };
  const move = { edit: 'place' as const, targets: ['x/rate.ts'], module: 'boats' };

  it('comes to what was said of it before', () => {
    const { figures } = shown(plan);
    const { before, after } = planEffect(survey, plan, move, { withTests: false, filter, keysOf: noLists });
    expect(before).toEqual(figures);
    expect(shown(planAfter(survey, plan, move, noLists)).figures).toEqual(after);
    expect(after).not.toEqual(before);
    // The desk and the bill use the rate; the desk uses the crew already, so that nothing turns round.
    expect(after).toMatchObject({ against: 0, modulesInCycles: 0, cycles: 0 });
    expect(after.inside).toBeLessThan(before.inside);
    const ring = { ...move, targets: ['x/crew.ts'], module: 'money' };
    shown(plan);
    expect(planEffect(survey, plan, ring, { withTests: false, filter, keysOf: noLists }).after).toMatchObject(
      { cycles: 0 },
    );
    const yard = { ...move, targets: ['y/tug.ts'], module: 'money' };
    const turned = planEffect(survey, plan, yard, { withTests: false, filter, keysOf: noLists }).after;
    expect(turned).toMatchObject({ cycles: 1, modulesInCycles: 2 });
    expect(turned.against).toBeGreaterThan(0);
    const page = shown(planAfter(survey, plan, yard, noLists));
    expect(page.modules.map(({ cycle }) => cycle)).toEqual(['G1', 'G1']);
    const against = page.modules.flatMap(({ uses }) => uses.filter(({ isAgainst }) => isAgainst));
    expect(against.reduce((sum, { references }) => sum + references, 0)).toBe(turned.against);
  });

  it('splits a module where its links come apart', () => {
    const one: ModulePlan = {
      modules: [{ id: 'all', name: 'All', purpose: '', parent: null }],
      placings: [
        { target: 'x/**', module: 'all', isSettled: false },
        { target: 'y/**', module: 'all', isSettled: false },
      ],
    };
    shown(one);
    const after = planAfter(survey, one, { edit: 'split', module: 'all', count: 2 }, noLists);
    expect(after.modules).toHaveLength(2);
    const parts = spelt(after);
    const files = after.modules.map(({ id }) =>
      parts.placings.filter(({ module }) => module === id).map(({ target }) => target),
    );
    expect(files.map((own) => own.filter((path) => path !== 'x/alone.ts')).sort()).toEqual([boats, money]);
    const alone = { ...plan, placings: [{ target: 'x/alone.ts', module: 'boats', isSettled: false }] };
    shown(alone);
    expect(() => planAfter(survey, alone, { edit: 'split', module: 'boats', count: null }, noLists)).toThrow(
      'no two parts',
    );
  });

  it('leaves a plan that is read in few placings', () => {
    const table = 'path,module\nx/,Boats\nx/rate.ts,Money\ny/bill.ts,Money\n';
    expect(planRead(survey, { name: 'modules.csv', text: table }).placings).toEqual([
      { target: 'x/**', module: 'boats', isSettled: true },
      { target: 'x/rate.ts', module: 'money', isSettled: true },
      { target: 'y/bill.ts', module: 'money', isSettled: true },
    ]);
    const owners = planRead(survey, {
      name: 'CODEOWNERS',
      text: '/x/ @boats\n*.ts @all # others\n/y @money\n',
    });
    expect(owners.placings.map(({ target, module }) => [target, module])).toEqual([
      ['x/**', 'all'],
      ['y/**', 'money'],
    ]);
  });
});

describe('a module in another', () => {
  it('counts with it, and what leads between them stays inside', () => {
    const plan: ModulePlan = {
      modules: [
        { id: 'all', name: 'All', purpose: '', parent: null },
        { id: 'tugs', name: 'Tugs', purpose: '', parent: 'all', colour: 'moss' },
      ],
      placings: [
        { target: 'x/barge.ts', module: 'all', isSettled: true },
        { target: 'y/tug.ts', module: 'tugs', isSettled: false },
        { target: 'x/crew.ts', module: 'tugs', isSettled: true },
      ],
    };
    const { modules, settledShare, codeLines } = shown(plan);
    const [all, tugs] = modules;
    expect([all.id, tugs.id, tugs.parent, tugs.depth, tugs.colour]).toEqual([
      'all',
      'tugs',
      'all',
      1,
      'moss',
    ]);
    expect([all.files, tugs.files]).toEqual([3, 2]);
    expect(all.settledLines).toBe(settledShare * codeLines);
    expect(all.settledLines).toBeGreaterThan(tugs.settledLines);
    expect(all.inside).toBeGreaterThan(tugs.inside);
    expect(tugs.uses).toMatchObject([{ module: 'all', isAgainst: false, broken: null }]);
  });
});

describe('the interface of a module', () => {
  it('is what others use of it, by whom, and what they could', () => {
    const plan: ModulePlan = {
      modules: [
        { id: 'money', name: 'Money', purpose: '', parent: null, interface: ['y/bill.ts#bill', 'gone.ts#x'] },
        { id: 'desks', name: 'Desks', purpose: '', parent: null },
      ],
      placings: [
        { target: 'x/rate.ts', module: 'money', isSettled: false },
        { target: 'y/bill.ts', module: 'money', isSettled: false },
        { target: 'y/book.ts', module: 'money', isSettled: false },
        { target: 'x/desk.ts', module: 'desks', isSettled: false },
      ],
    };
    shown(plan);
    const page = interfaceView(survey, plan, 'money', { withTests: false, filter })!;
    expect(page.used.map(({ key, isNamed, isOpen }) => [key, isNamed, isOpen])).toEqual([
      ['x/rate.ts#rate', false, true],
      ['y/bill.ts#bill', true, true],
    ]);
    expect(page.used[0].users.map(({ end, name }) => [end, name])).toEqual([['plan:desks', 'Desks']]);
    expect(page.unused.map(({ key }) => key)).toEqual(['y/book.ts#book']);
    expect([page.open, page.openUsed, page.gone]).toEqual([3, 2, ['gone.ts#x']]);
    expect(interfaceView(survey, plan, 'gone', { withTests: false, filter })).toBeNull();
    // All that stands outside of the module, in others or in none.
    const used = interfaceView(survey, plan, 'desks', { withTests: false, filter })!;
    expect(used.used).toEqual([]);
  });
});

describe('the page of modules', () => {
  it('lists files that surveys brought, wherever they stand', () => {
    const plan = proposed();
    const page = shown(plan, '+', ['x/rate.ts', 'x/alone.ts', 'gone.ts']);
    expect(page.newFiles).toBe(2);
    expect(page.members.map(({ key, module }) => [key, module !== null]).sort()).toEqual([
      ['x/alone.ts', false],
      ['x/rate.ts', true],
    ]);
  });

  it('says who placed a file and why', () => {
    const plan = proposed();
    const [{ target, module }] = plan.placings;
    const placings = [
      { target, module, isSettled: true, by: 'Ada', why: 'it carries' },
      ...plan.placings.slice(1),
    ];
    const { members } = shown({ ...plan, placings }, module);
    expect(members.map(({ said }) => said).filter(Boolean)).toEqual(['placed by Ada: it carries']);
  });

  it('sums up files, references and what is not placed', () => {
    const plan = proposed();
    const page = shown(plan);
    const holding = (path: string) =>
      page.modules.find(({ id }) => id === plan.placings.find(({ target }) => target === path)!.module)!;
    const [boats, money] = [holding('x/barge.ts'), holding('x/rate.ts')];
    expect(page.files).toBe(9);
    // What uses stands above what it rests on.
    expect(page.modules.map(({ id }) => id)).toEqual([money.id, boats.id]);
    expect(page.notPlaced.files).toBe(1);
    expect(page.modules.reduce((sum, { files }) => sum + files, 0)).toBe(8);
    expect(page.modules.reduce((sum, { codeLines }) => sum + codeLines, 0) + page.notPlaced.codeLines).toBe(
      page.codeLines,
    );
    expect(money.uses).toEqual([
      { module: boats.id, references: expect.any(Number) as number, isAgainst: false, broken: null },
    ]);
    expect(boats.usedBy).toEqual([
      { module: money.id, references: money.uses[0].references, isAgainst: false, broken: null },
    ]);
    expect(money.touching).toBe(money.inside + money.uses[0].references);
    expect(boats.touching).toBe(boats.inside + boats.usedBy[0].references);
  });

  it('counts between modules what the matrix by modules counts', () => {
    const page = shown(proposed());
    const scope = scopeOf(survey, 'plan', null);
    const question = {
      by: 'plan' as const,
      grain: 'files' as const,
      filter: filterOf('any', 'resolved'),
      withTests: false,
    };
    const { rows, cells } = matrixView(survey, {
      ...question,
      scope,
      open: [''],
      flat: false,
      order: 'level',
    });
    const cellOf = (from: string, to: string): number =>
      cells.count[
        cells.row.findIndex(
          (row, cell) => rows[row].key === `plan:${from}` && rows[cells.column[cell]].key === `plan:${to}`,
        )
      ];
    for (const { id, uses } of page.modules)
      for (const { module, references } of uses) expect(references).toBe(cellOf(id, module));
    expect(page.modules.flatMap(({ uses }) => uses)).toHaveLength(1);
  });

  it('has reasons and sums by where each file stands', () => {
    const plan = proposed();
    // The boats' yard is put with the money, which neither uses it nor is used by it.
    const money = plan.placings.find(({ target }) => target === 'x/rate.ts')!.module;
    const placings = plan.placings.map((placing) =>
      placing.target === 'y/yard.ts' ? { ...placing, module: money } : placing,
    );
    const before = shown(plan).modules.find(({ id }) => id === money)!;
    const page = shown({ ...plan, placings }, money);
    const yard = page.members.find(({ key }) => key === 'y/yard.ts')!;
    expect(yard).toMatchObject({
      doubt: 1,
      why: expect.stringMatching(/^0 of 1 link inside; 1 to/) as string,
    });
    const after = page.modules.find(({ id }) => id === money)!;
    expect(after.inside).toBe(before.inside);
    expect(after.uses[0].references).toBeGreaterThan(before.uses[0].references);
  });

  it('lists the open module, the most doubtful first, then what is settled', () => {
    const plan = proposed();
    const module = plan.placings.find(({ target }) => target === 'x/desk.ts')!.module;
    const settled = plan.placings.map((placing) => ({
      ...placing,
      isSettled: placing.target === 'y/bill.ts',
    }));
    const { members, open, settledShare, codeLines } = shown({ ...plan, placings: settled }, module);
    expect(open).toBe(module);
    expect(members[0]).toMatchObject({ key: 'x/desk.ts', isSettled: false });
    expect(members[0].doubt).toBeGreaterThan(members[1].doubt);
    expect(members.at(-1)).toMatchObject({ key: 'y/bill.ts', isSettled: true });
    expect(settledShare).toBeCloseTo(2 / codeLines);
    expect(members[0].why).toMatch(/^2 of 3 links inside, 2 of them calls; 1 to /);
  });

  it('shows what is not placed when asked, and the first module for one that is gone', () => {
    const plan = proposed();
    expect(shown(plan, '').members.map(({ key }) => key)).toEqual(['x/alone.ts']);
    expect(shown(plan, 'gone').open).toBe(plan.modules[0].id);
    expect(shown(emptyPlan)).toMatchObject({
      modules: [],
      open: '',
      settledShare: 0,
      notPlaced: { files: 9 },
    });
  });

  it('lists what nobody stands behind in any module, the most doubtful first', () => {
    const plan = proposed();
    const placings = plan.placings.map((placing) => ({
      ...placing,
      isSettled: placing.target === 'x/barge.ts',
    }));
    const { members, modules } = shown({ ...plan, placings }, '*');
    expect(members.map(({ key }) => key).sort()).toEqual(
      placings.map(({ target }) => target).filter((target) => target !== 'x/barge.ts'),
    );
    expect(new Set(members.map(({ module }) => module))).toEqual(new Set(modules.map(({ id }) => id)));
    const doubts = members.map(({ doubt }) => doubt);
    expect(doubts).toEqual([...doubts].sort((a, b) => b - a));
  });

  it('is what views are arranged by, until the plan is another', () => {
    shown(emptyPlan);
    expect(arrangementsOf(survey)).not.toContain('plan');
    const plan = proposed();
    shown(plan);
    expect(arrangementsOf(survey)).toContain('plan');
    expect(arrangementOf(survey, 'plan').count).toBe(4);
    takePlan(survey, () => emptyPlan, 'another');
    expect(arrangementOf(survey, 'plan').count).toBe(2);
    // The same state is not worked out again.
    const known = arrangementOf(survey, 'plan');
    takePlan(survey, () => plan, 'another');
    expect(arrangementOf(survey, 'plan')).toBe(known);
  });

  it('is exported with every file once', () => {
    const plan = proposed();
    shown(plan);
    const { modules, notPlaced } = planExport(survey, plan);
    expect(notPlaced).toEqual(['x/alone.ts']);
    const keys = modules.flatMap(({ members }) => members.map(({ key }) => key));
    expect([...keys, ...notPlaced].sort()).toEqual(survey.files.map(({ path }) => path));
    expect(
      modules.flatMap(({ members }) => members).every(({ why }) => why !== undefined && why !== ''),
    ).toBe(true);
  });
});

describe('elements that are taken in', () => {
  const before: ModulePlan = {
    modules: ['one', 'two'].map((id) => ({ id, name: id, purpose: '', parent: null })),
    placings: [{ target: '**', module: 'one', isSettled: false }],
  };
  const takenIn = (into: { module: string } | { name: string }, keys: string[], content = before) => {
    shown(content);
    const sent = { edit: 'takeIn', into, from: { list: 7 }, by: 'Ada' } as const;
    return planAfter(survey, content, sent, (list) => (list === 7 ? keys : []));
  };
  const filesOf = (plan: ModulePlan, id: string): string[] =>
    spelt(plan)
      .placings.filter(({ module }) => module === id)
      .map(({ target }) => target);

  it('are files, with all that stand in a folder', () => {
    const plan = takenIn({ module: 'two' }, ['x', 'y/tug.ts', 'gone.ts']);
    expect(filesOf(plan, 'two')).toEqual([
      'x/alone.ts',
      'x/barge.ts',
      'x/crew.ts',
      'x/desk.ts',
      'x/rate.ts',
      'y/tug.ts',
    ]);
    expect(spelt(plan).placings.find(({ target }) => target === 'y/tug.ts')).toMatchObject({ by: 'Ada' });
    expect(filesOf(plan, 'one')).toEqual(['y/bill.ts', 'y/book.ts', 'y/yard.ts']);
  });

  it('are those of a whole module, into a new one with an id of its own', () => {
    const plan = takenIn({ name: 'Two' }, ['plan:one']);
    expect(plan.modules.map(({ id, name }) => [id, name])).toEqual([
      ['one', 'one'],
      ['two', 'two'],
      ['two-2', 'Two'],
    ]);
    expect(filesOf(plan, 'two-2')).toHaveLength(survey.files.length);
  });

  it('are parts of a file, where the file is not taken in as well', () => {
    const targets = (keys: string[]): string[] =>
      takenIn({ module: 'two' }, keys)
        .placings.filter(({ module }) => module === 'two')
        .map(({ target }) => target);
    expect(targets(['x/rate.ts#rate'])).toEqual(['x/rate.ts#rate']);
    expect(targets(['x/rate.ts#rate', 'x/rate.ts'])).toEqual(['x/rate.ts']);
  });

  it('are refused where none of them is there', () => {
    expect(() => takenIn({ module: 'two' }, ['gone.ts', 'gone.ts#Gone', 'plan:gone'])).toThrow(
      /None of these/,
    );
  });
});
