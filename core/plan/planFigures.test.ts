import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { unitTree } from '../arrangement/nodes.ts';
import { orderOf } from '../arrangement/order.ts';
import { EVERYTHING_RESOLVED, rollUp, type Graph } from '../graph/rollUp.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { byPlan } from './byPlan.ts';
import type { ModulePlan } from './modulePlan.ts';
import { moduleLinks, orderOfModules, planFigures, type ModulesOfFiles } from './planFigures.ts';

const FILES = 9;
let survey: SurveyedCodebase;
beforeAll(async () => {
  // Each file uses the next and every third the one after that, and the last the first: enough to turn round.
  const uses = (n: number): number[] => [(n + 1) % FILES, ...(n % 3 === 0 ? [(n + 4) % FILES] : [])];
  const text = (n: number): string =>
    uses(n)
      .map((to) => `import { f${to} } from './${to}';\n`)
      .join('') +
    `export const f${n} = (): number => ${uses(n)
      .map((to) => `f${to}()`)
      .join(' + ')};\n`;
  survey = await surveyText(
    Object.fromEntries(Array.from({ length: FILES }, (_, n) => [`${n}.ts`, text(n)])),
  );
});

const ids = ['a', 'b', 'c'];
const anyPlan = fc
  .tuple(
    fc.array(fc.option(fc.constantFrom(...ids)), { minLength: FILES, maxLength: FILES }),
    fc.option(fc.constantFrom('a', 'b')),
  )
  .map(([modules, parent]): ModulePlan => ({
    modules: ids.map((id) => ({ id, name: id, purpose: '', parent: id === 'c' ? parent : null })),
    placings: modules.map((module, n) => ({ target: `${n}.ts`, module, isSettled: false })),
  }));

function inModules(plan: ModulePlan): { files: ModulesOfFiles; counts: Uint8Array } {
  const arrangement = byPlan(survey, plan, () => {
    throw new Error('no packages');
  });
  const counts = new Uint8Array(survey.elements.count).fill(1);
  const { units } = unitTree(survey.elements, arrangement, 'files', counts);
  const graph = rollUp(survey.dependencies, units.unitOf, units.count, EVERYTHING_RESOLVED);
  return { files: { arrangement, groupOfUnit: units.group, graph }, counts };
}

/** Every reference by itself: the modules of both its ends, '' for none. */
function references(plan: ModulePlan, graph: Graph): [from: string, to: string, weight: number][] {
  const moduleOf = plan.placings.map(({ module }) => module ?? '');
  const all: [string, string, number][] = [];
  for (let from = 0; from < graph.count; from++)
    for (let edge = graph.start[from]; edge < graph.start[from + 1]; edge++)
      all.push([moduleOf[from], moduleOf[graph.to[edge]], graph.weight[edge]]);
  return all;
}

describe('what a plan comes to', () => {
  it('is what counting each reference by itself gives', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const { files, counts } = inModules(plan);
        const order = orderOfModules(survey, files, counts);
        const figures = planFigures(files, order);
        const all = references(plan, files.graph);
        const sum = (keeps: (from: string, to: string) => boolean): number =>
          all.reduce((total, [from, to, weight]) => total + (keeps(from, to) ? weight : 0), 0);
        expect(figures.references).toBe(sum((from, to) => from !== '' || to !== ''));
        expect(figures.inside).toBe(sum((from, to) => from === to && from !== ''));
        const { name } = files.arrangement;
        const links = moduleLinks(files, order);
        for (const { from, to, references: found } of links)
          expect(found).toBe(sum((a, b) => a === name[from] && b === name[to]));
        expect(figures.against).toBe(
          links.filter(({ isAgainst }) => isAgainst).reduce((total, link) => total + link.references, 0),
        );
        // Between two modules side by side one direction at most goes against the order.
        for (const { from, to, isAgainst } of links)
          if (isAgainst)
            expect(links.some((back) => back.from === to && back.to === from && back.isAgainst)).toBe(false);
        if (figures.cycles === 0) expect(figures.against).toBe(0);
        // What is placed nowhere may close a cycle, and is no module.
        expect(figures.modulesInCycles).toBeGreaterThanOrEqual(figures.cycles);
        if (figures.against > 0) expect(figures.modulesInCycles).toBeGreaterThan(1);
      }),
    );
  });

  it('is the same with the order of all files as with that of modules alone', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const { files, counts } = inModules(plan);
        const tree = unitTree(survey.elements, files.arrangement, 'files', counts);
        const whole = planFigures(files, orderOf(tree, files.graph));
        expect(planFigures(files, orderOfModules(survey, files, counts))).toEqual(whole);
      }),
    );
  });
});
