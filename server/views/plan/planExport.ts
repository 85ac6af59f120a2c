import type { ModulePlan } from '../../../core/plan/modulePlan.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { planFileOfPlan, type PlanFile } from '../../plans/planFile.ts';
import { placedByPlan } from './placedByPlan.ts';

/** A plan as a file: every file of the survey in its module, with its reason and doubt. */
export function planExport(whole: SurveyedCodebase, plan: ModulePlan): PlanFile {
  const { survey, moduleOfFile, placingOf, figures, whyOf, inWords } = placedByPlan(whole, plan, true);
  const { modules } = planFileOfPlan({ modules: plan.modules, placings: [] });
  const nested = new Map(everyModule(modules).map((module) => [module.id, module]));
  const notPlaced: string[] = [];
  survey.files.forEach(({ path }, file) => {
    const id = moduleOfFile[file];
    if (id === null) notPlaced.push(path);
    else
      nested.get(id)!.members.push({
        key: path,
        doubt: Math.round(figures.doubts[file] * 1000) / 1000,
        why: inWords(whyOf(file)),
        settled: placingOf[file]?.isSettled ?? false,
      });
  });
  return { modules, notPlaced };
}

function everyModule(modules: PlanFile['modules']): PlanFile['modules'] {
  return modules.flatMap((module) => [module, ...everyModule(module.modules)]);
}
