import { arrange, parseGroupKey, type Arrangement, type GroupTree } from '../arrangement/arrangement.ts';
import { globMatcher, isGlob } from '../search/glob.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { decidingPlacings, folderOfGlob } from './decidingPlacings.ts';
import type { ModulePlan, PlanModule } from './modulePlan.ts';

/**
 * The modules of a plan as groups: files as {@link decidingPlacings} has it, and what is in them with them, but for elements
 * that are named themselves. What nothing places belongs to none. O(elements + files · globs).
 */
export function byPlan(survey: SurveyedCodebase, plan: ModulePlan, packages: () => Arrangement): Arrangement {
  const { elements, files } = survey;
  const byId = new Map(plan.modules.map((module) => [module.id, module]));
  const deciding = decidingPlacings(survey, plan, packages);
  const parts = new Map(
    plan.placings.filter(({ target }) => target.includes('#')).map(({ target, module }) => [target, module]),
  );
  const arrangement = arrange('plan', elements, (tree) => {
    const groups = new Map<string, number>();
    for (const { id } of plan.modules) groups.set(id, groupOfModule(tree, byId, id));
    const assign = (element: number, module: string | null | undefined): void => {
      const group = groups.get(module ?? '');
      if (group !== undefined) tree.assign(element, group);
    };
    files.forEach(({ element }, file) => assign(element, deciding[file]?.module));
    if (parts.size > 0)
      for (let e = 0; e < elements.firstExternal; e++) assign(e, parts.get(elements.key[e]));
  });
  if (plan.modules.every(({ place }) => place === undefined)) return arrangement;
  const byHand = Int32Array.from(arrangement.name, (id) => byId.get(id)?.place ?? 0);
  return { ...arrangement, byHand };
}

/** A module whose parent is gone, or that stands in itself, stands at the top. */
function groupOfModule(
  tree: GroupTree,
  byId: ReadonlyMap<string, PlanModule>,
  id: string,
  above: readonly string[] = [],
): number {
  const { name, parent } = byId.get(id)!;
  const isPlaced = parent !== null && byId.has(parent) && parent !== id && !above.includes(parent);
  if (isPlaced) groupOfModule(tree, byId, parent, [...above, id]);
  return tree.group(id, name, isPlaced ? parent : '');
}

/** Targets of placings that mean nothing in a survey: paths that are gone, globs and packages that match no file; in their order. */
export function unmatched(survey: SurveyedCodebase, plan: ModulePlan, packages: () => Arrangement): string[] {
  const keys = new Set(survey.elements.key);
  let packageNames: Set<string> | undefined;
  return plan.placings
    .map(({ target }) => target)
    .filter((target) => {
      const group = parseGroupKey(target);
      if (group?.id === 'packages') return !(packageNames ??= new Set(packages().name)).has(group.name);
      if (keys.has(target)) return false;
      const folder = folderOfGlob(target);
      // Folders are elements; none is surveyed that holds no file.
      if (folder !== null) return folder === '' ? survey.files.length === 0 : !keys.has(folder);
      if (!isGlob(target)) return true;
      const matches = globMatcher(target);
      return !survey.files.some(({ path }) => matches(path));
    });
}

/** The id of the module that an element belongs to; null for none. */
export function moduleIdOf(arrangement: Arrangement, element: number): string | null {
  const group = arrangement.groupOf[element];
  return group <= 0 || group === arrangement.rest ? null : arrangement.name[group];
}
