import { beforeAll, describe, expect, it } from 'vitest';
import type { ModulePlan } from '../../../core/plan/modulePlan.ts';
import { EVERYTHING_RESOLVED } from '../../../core/graph/rollUp.ts';
import { likeness } from '../../../core/shape/likeness.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { surveyText } from '../../../tests/surveyText.ts';
import { takePlan } from '../surveyAccess/scope.ts';
import { arranged } from '../graphQuery/arranged.ts';
import type { ViewRequest } from '../viewRequest.ts';
import { comparedView } from './comparedView.ts';
import { straysView } from './straysView.ts';

let survey: SurveyedCodebase;
beforeAll(async () => {
  survey = await surveyText({
    'x/rate.ts': 'export const rate = () => 1;\n',
    'x/bill.ts': "import { rate } from './rate';\nexport const bill = () => rate() + rate();\n",
    'x/deep/stray.ts':
      "import { gate } from '../../y/gate';\nimport { pump } from '../../y/pump';\nimport { rate } from '../rate';\nexport const stray = () => gate() + pump() + gate() + rate();\n",
    'y/gate.ts': "import { pump } from './pump';\nexport const gate = () => pump() + pump();\n",
    'y/pump.ts': 'export const pump = () => 1;\n',
    'y/keeper.ts':
      "import { gate } from './gate';\nimport { pump } from './pump';\nimport { stray } from '../x/deep/stray';\nexport const keep = () => gate() + pump() + gate() + pump() + stray();\n",
    'alone.ts': "import { stray } from './x/deep/stray';\nexport const alone = stray();\n",
  });
});

const plan: ModulePlan = {
  modules: ['money', 'locks'].map((id) => ({ id, name: id, purpose: '', parent: null })),
  placings: [
    { target: 'x/**', module: 'money', isSettled: false },
    { target: 'y/**', module: 'locks', isSettled: false },
  ],
};
let states = 0;
/** A request as far as these views look at it. */
function request(search: string, by: 'plan' | 'folders' = 'plan', content = plan): ViewRequest {
  takePlan(survey, () => content, `compared ${states++}`);
  const shown = { id: 1, name: 'Ours' };
  return {
    survey,
    params: new URLSearchParams(search),
    withTests: true,
    question: { by, grain: 'files', filter: EVERYTHING_RESOLVED, withTests: true },
    plans: { all: [shown], shown, content: () => content },
  } as unknown as ViewRequest;
}

describe('a comparison', () => {
  it('has what each two groups share, and how alike both sides are', () => {
    const page = comparedView(request('other=folders&otherLevels=2'));
    const [one, other] = page.sides;
    expect(one.groups.map(({ name, files }) => [name, files]).sort()).toEqual([
      ['locks', 3],
      ['money', 3],
    ]);
    expect(other).toMatchObject({ name: 'folders', levels: 2, mostLevels: 2 });
    const cells = page.cells.map(({ one: a, other: b, files }) => [
      one.groups[a].name,
      other.groups[b].key,
      files,
    ]);
    expect(cells.sort()).toEqual([
      ['locks', 'y', 3],
      ['money', 'x', 2],
      ['money', 'x/deep', 1],
    ]);
    // A file that stands in no module is not compared.
    expect([page.both, page.nowhere]).toEqual([6, [1, 0]]);
    expect(page.likeness).toEqual(likeness([0, 0, 0, 1, 1, 1], [0, 0, 2, 1, 1, 1]));
  });

  it('opens the files that two groups share, and looks as deep as gives about as many groups', () => {
    const page = comparedView(request('inOne=plan:money&inOther=x&one=plan:1'));
    expect(page.sides[1].levels).toBe(1);
    expect(page.open!.files.map(({ key }) => key)).toEqual(['x/bill.ts', 'x/deep/stray.ts', 'x/rate.ts']);
    expect(comparedView(request('inOne=plan:money&inOther=gone')).open).toBeNull();
    const same = comparedView(request('one=folders&other=folders'));
    expect(same.likeness).toEqual({ moJoFm: [100, 100], adjustedRand: 1 });
  });
});

describe('strays', () => {
  it('are told with where they are pulled to, why, and references that evidence finds', () => {
    const { strays, files, groups, plan: shown } = straysView(request(''));
    expect([files, groups, shown?.id]).toEqual([6, 2, 1]);
    expect(strays).toHaveLength(1);
    const [stray] = strays;
    expect(stray).toMatchObject({
      key: 'x/deep/stray.ts',
      own: { name: 'money' },
      towards: { name: 'locks', end: 'plan:locks' },
      why: '1 of 5 links inside, 1 of them a call; 3 to locks',
      share: 1,
      left: null,
    });
    const { graph, units } = arranged(survey, request('').question);
    const pathOf = (unit: number): string => survey.elements.key[units.element[unit]];
    const sum = (isMeant: (from: string, to: string) => boolean): number => {
      let total = 0;
      for (let from = 0; from < graph.count; from++)
        for (let edge = graph.start[from]; edge < graph.start[from + 1]; edge++)
          if (isMeant(pathOf(from), pathOf(graph.to[edge]))) total += graph.weight[edge];
      return total;
    };
    expect(stray.uses).toBe(sum((from, to) => from === stray.key && to.startsWith('y/')));
    expect(stray.usedBy).toBe(sum((from, to) => to === stray.key && from.startsWith('y/')));
    expect(Math.min(stray.uses, stray.usedBy)).toBeGreaterThan(1);
  });

  it('are found among folders, where they cannot be moved, at the depth asked for', () => {
    const { strays, plan: shown, levels } = straysView(request('levels=1', 'folders'));
    expect(strays.map(({ key, own, towards }) => [key, own.key, towards.key])).toEqual([
      ['alone.ts', '', 'x'],
      ['x/deep/stray.ts', 'x', 'y'],
    ]);
    expect([shown, levels]).toEqual([null, 1]);
  });

  it('that somebody leaves where they are stand last, with the reason', () => {
    const left = {
      target: 'x/deep/stray.ts',
      module: 'money',
      isSettled: true,
      by: 'Ada',
      why: 'until spring',
    };
    const { strays } = straysView(request('', 'plan', { ...plan, placings: [...plan.placings, left] }));
    expect(strays[0].left).toBe('placed by Ada: until spring');
  });
});
