import { expect, it } from 'vitest';
import { brokenRows } from '../../../core/judge/brokenLinks.ts';
import { judged } from '../../../core/judge/judged.ts';
import type { ModulePlan } from '../../../core/plan/modulePlan.ts';
import { codeOf } from '../../../tests/codeOfUses.ts';
import { TODAY } from '../../../tests/judgedCode.ts';
import { takePlan } from '../surveyAccess/scope.ts';
import { filterOf } from '../graphQuery/filters.ts';
import { readRules } from '../rules/readRules.ts';
import { judgedSurvey } from '../rules/rulesView.ts';
import { planView } from './planView.ts';

it('what breaks rules is told of the modules between which it leads, at both', async () => {
  const survey = await codeOf(['store/a > web/b', 'store/a > store/c', 'web/b > store/c']);
  const rules = "yletope: 1\nrules:\n  - name: never\n    from: store/a.ts\n    mayNotUse: ['**']\n";
  const { violations } = judged(judgedSurvey(survey), readRules({ name: 'rules', text: rules }), TODAY);
  const plan: ModulePlan = {
    modules: ['low', 'high'].map((id) => ({ id, name: id, purpose: '', parent: null })),
    placings: [
      { target: 'store/**', module: 'low', isSettled: true },
      { target: 'web/**', module: 'high', isSettled: true },
    ],
  };
  takePlan(survey, () => plan, 'broken');
  const { modules } = planView(survey, {
    ...{ plans: [], plan: null, states: [], added: [], content: plan, open: null, withTests: false },
    filter: filterOf('any', 'resolved'),
    broken: brokenRows(violations),
  });
  const broken = { references: 2, rules: ['never'] };
  const told = modules.map(({ id, uses, usedBy }) => [
    id,
    uses.map((u) => u.broken),
    usedBy.map((u) => u.broken),
  ]);
  // What breaks the rule within a module is no link between two.
  expect(told.sort()).toEqual([
    ['high', [null], [broken]],
    ['low', [broken], [null]],
  ]);
});
