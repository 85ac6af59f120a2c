import type { ModulePlan } from '../../core/plan/modulePlan.ts';
import { planOfFile, readPlanFile } from './planFile.ts';
import { isOwnersFile, planOfOwners, planOfTable } from './readLists.ts';

/**
 * A plan that somebody has already, as a file: a table of paths and modules, a list of owners, or a plan of modules in JSON or
 * YAML. `paths` are the files of the codebase. Throws a Problem with the line of what is wrong.
 */
export function readPlan(
  { name, text }: { name: string; text: string },
  paths: readonly string[],
): ModulePlan {
  if (isOwnersFile(name)) return planOfOwners(text, name, paths);
  return /\.(?:csv|tsv)$/i.test(name) ? planOfTable(text, name) : planOfFile(readPlanFile(text, name), name);
}
