import type { ModulePlan } from '../../core/plan/modulePlan.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { PlanFile, PlanFileModule } from '../plans/planFile.ts';
import { placedByPlan } from './planView.ts';

/** A plan as a file: every file of the survey in its module, with its reason and doubt. */
export function planExport(whole: SurveyedCodebase, plan: ModulePlan): PlanFile {
  const { survey, moduleOfFile, doubtOf, whyOf, inWords } = placedByPlan(whole, plan, true);
  const modules = new Map(
    plan.modules.map(({ id, name }): [string, PlanFileModule] => [
      id,
      { id, name, members: [], modules: [] },
    ]),
  );
  const notPlaced: string[] = [];
  survey.files.forEach(({ path }, file) => {
    const id = moduleOfFile[file];
    if (id === null) notPlaced.push(path);
    else
      modules.get(id)!.members.push({
        key: path,
        doubt: Math.round(doubtOf(file) * 1000) / 1000,
        why: inWords(whyOf(file)),
      });
  });
  const top: PlanFileModule[] = [];
  for (const { id, parent } of plan.modules) {
    const above = parent === null || parent === id ? undefined : modules.get(parent);
    (above?.modules ?? top).push(modules.get(id)!);
  }
  return { modules: top, notPlaced };
}
