import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { EVERYTHING_RESOLVED } from '../../../core/graph/rollUp.ts';
import { edited } from '../../../core/plan/edits.ts';
import type { ModulePlan } from '../../../core/plan/modulePlan.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { surveyText } from '../../../tests/surveyText.ts';
import { takePlan } from '../surveyAccess/scope.ts';
import { arranged } from '../graphQuery/arranged.ts';
import { planAfter, planEffect } from './editedPlan.ts';
import { planView, type PlanPage } from './planView.ts';

const filter = EVERYTHING_RESOLVED;
let survey: SurveyedCodebase;
beforeAll(async () => {
  survey = await surveyText({
    'desk.ts':
      "import { toll } from './toll';\nimport { barge } from './barge';\nexport const desk = toll + barge;\n",
    'toll.ts': "import { barge } from './barge';\nexport const toll = barge;\n",
    'barge.ts': 'export const barge = 1;\n',
    'crew.ts': "import { barge } from './barge';\nexport const crew = barge;\n",
  });
});

const ids = ['barge', 'crew', 'desk', 'toll'];
const plan: ModulePlan = {
  modules: [...ids, 'empty'].map((id) => ({ id, name: id, purpose: '', parent: null })),
  placings: ids.map((id) => ({ target: `${id}.ts`, module: id, isSettled: true })),
};
const inOrder = (modules: string[], isByHand = true) => ({ edit: 'order', modules, isByHand }) as const;

let states = 0;
function shown(content: ModulePlan): PlanPage {
  takePlan(survey, () => content, `order ${states++}`);
  const nothing = { plans: [], plan: null, states: [], added: [] };
  return planView(survey, { ...nothing, content, open: null, withTests: false, filter });
}
const names = (page: PlanPage): string[] => page.modules.map(({ name }) => name);

describe('modules in an order made by hand', () => {
  it('stand so on the page, and what leads up is against it', () => {
    const byLinks = shown(plan);
    expect(byLinks.figures.against).toBe(0);
    expect(byLinks.modules.some(({ isOrdered }) => isOrdered)).toBe(false);
    const page = shown(edited(plan, inOrder(['barge', 'toll', 'desk', 'crew', 'empty'])));
    expect(names(page)).toEqual(['barge', 'toll', 'desk', 'crew', 'empty']);
    // Everything but the desk is used from below: the barge by three, with an import and a read each, the toll by the desk.
    const against = page.modules.flatMap(({ name, uses }) =>
      uses.filter(({ isAgainst }) => isAgainst).map(({ module }) => `${name} ${module}`),
    );
    expect(against.sort()).toEqual(['crew barge', 'desk barge', 'desk toll', 'toll barge']);
    expect(page.figures.against).toBe(page.figures.references - page.figures.inside);
  });

  it('are what was said of the order before it was made', () => {
    shown(plan);
    const edit = inOrder(['toll', 'desk', 'barge', 'crew']);
    const effect = planEffect(survey, plan, edit, { withTests: false, filter, keysOf: () => [] });
    expect(effect.after.against).toBeGreaterThan(effect.before.against);
    expect(shown(planAfter(survey, plan, edit, () => [])).figures).toEqual(effect.after);
  });

  it('are what every picture takes for the one order', () => {
    const content = edited(plan, inOrder(['barge', 'crew', 'toll', 'desk']));
    shown(content);
    const { arrangement, order } = arranged(survey, { by: 'plan', grain: 'files', filter, withTests: false });
    // What is used comes first there.
    expect(order.children[0].map((group) => arrangement.name[group])).toEqual([
      'desk',
      'toll',
      'crew',
      'barge',
    ]);
  });

  it('go back to where links put them, and so does one that is put into another', () => {
    const byHand = edited(plan, inOrder([...ids, 'empty']));
    expect(names(shown(edited(byHand, inOrder([...ids, 'empty'], false))))).toEqual(names(shown(plan)));
    const nested = edited(byHand, { edit: 'nest', module: 'toll', parent: 'desk' });
    expect(nested.modules.find(({ id }) => id === 'toll')!.place).toBeUndefined();
  });

  it('stand so in the places that links gave them together, and the others where they stood', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(ids), (some) => {
        const before = names(shown(plan));
        const after = names(shown(edited(plan, inOrder(some))));
        expect(after.filter((name) => some.includes(name))).toEqual(some);
        const others = (all: string[]): (string | null)[] =>
          all.map((name) => (some.includes(name) ? null : name));
        expect(others(after)).toEqual(others(before));
      }),
    );
  });
});
