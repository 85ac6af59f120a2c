import { beforeAll, describe, expect, it } from 'vitest';
import { emptyPlan, type ModulePlan } from '../../core/plan/modulePlan.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { surveyText } from '../../tests/surveyText.ts';
import { takePlan, arrangementOf, arrangementsOf, scopeOf } from './ground/scope.ts';
import { matrixView } from './matrixView.ts';
import { filterOf } from './picture/filters.ts';
import { planExport } from './planExport.ts';
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

let states = 0;
function shown(content: ModulePlan, open: string | null = null): PlanPage {
  takePlan(survey, () => content, `test ${states++}`);
  return planView(survey, { plans: [], plan: null, content, open, withTests: false });
}

describe('a proposed plan', () => {
  it('places every linked file by its path, with nobody behind it', () => {
    const plan = planFrom(survey, emptyPlan, asked);
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
    const plan = planFrom(survey, before, asked);
    const of = (path: string): string => plan.placings.find(({ target }) => target === path)!.module;
    expect(new Set(plan.placings.map(({ target }) => target)).size).toBe(plan.placings.length);
    expect(of('x/barge.ts')).toBe('money');
    expect(of('y/book.ts')).toBe('money');
    expect(of('y/tug.ts')).not.toBe('money');
    expect(plan.modules[0]).toEqual(before.modules[0]);
    expect(plan.modules.map(({ id }) => id)).not.toContain('empty');
    expect(
      planFrom(survey, before, { ...asked, keepSettled: false }).placings.some(({ isSettled }) => isSettled),
    ).toBe(false);
  });
});

describe('the page of modules', () => {
  it('sums up files, references and what is not placed', () => {
    const plan = planFrom(survey, emptyPlan, asked);
    const page = shown(plan);
    const holding = (path: string) =>
      page.modules.find(({ id }) => id === plan.placings.find(({ target }) => target === path)!.module)!;
    const [boats, money] = [holding('x/barge.ts'), holding('x/rate.ts')];
    expect(page.files).toBe(9);
    expect(page.notPlaced.files).toBe(1);
    expect(page.modules.reduce((sum, { files }) => sum + files, 0)).toBe(8);
    expect(page.modules.reduce((sum, { codeLines }) => sum + codeLines, 0) + page.notPlaced.codeLines).toBe(
      page.codeLines,
    );
    expect(money.uses).toEqual([{ module: boats.id, references: expect.any(Number) as number }]);
    expect(boats.usedBy).toEqual([{ module: money.id, references: money.uses[0].references }]);
    expect(money.touching).toBe(money.inside + money.uses[0].references);
    expect(boats.touching).toBe(boats.inside + boats.usedBy[0].references);
  });

  it('counts between modules what the matrix by modules counts', () => {
    const page = shown(planFrom(survey, emptyPlan, asked));
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
    const plan = planFrom(survey, emptyPlan, asked);
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
      why: expect.stringMatching(/^0 of 1 link; also pulled by/) as string,
    });
    const after = page.modules.find(({ id }) => id === money)!;
    expect(after.inside).toBe(before.inside);
    expect(after.uses[0].references).toBeGreaterThan(before.uses[0].references);
  });

  it('lists the open module, the most doubtful first, then what is settled', () => {
    const plan = planFrom(survey, emptyPlan, asked);
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
    expect(members[0].why).toMatch(/^2 of 3 links, 2 of them calls; also pulled by .+, 1$/);
  });

  it('shows what is not placed when asked, and the first module for one that is gone', () => {
    const plan = planFrom(survey, emptyPlan, asked);
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
    const plan = planFrom(survey, emptyPlan, asked);
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
    const plan = planFrom(survey, emptyPlan, asked);
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
    const plan = planFrom(survey, emptyPlan, asked);
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
