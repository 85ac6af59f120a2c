import { arrange, parseGroupKey, type Arrangement, type GroupTree } from '../arrangement/arrangement.ts';
import { globMatcher, isGlob } from '../search/glob.ts';
import type { SurveyedCodebase } from '../survey.ts';
import type { ModulePlan, PlanModule } from './modulePlan.ts';

/**
 * The modules of a plan as groups. An element that is named itself comes before a package, and that before a glob, of which
 * the longest decides; never the order in which they stand. What nothing places belongs to none. `packages` is asked for
 * only where a placing names one. O(elements + globs · files).
 */
export function byPlan(survey: SurveyedCodebase, plan: ModulePlan, packages: () => Arrangement): Arrangement {
  const { elements, files } = survey;
  const byId = new Map(plan.modules.map((module) => [module.id, module]));
  const known = plan.placings.filter(({ module }) => byId.has(module));
  // A path may hold signs of patterns, and means itself then.
  const paths = new Set(files.map(({ path }) => path));
  const globs = known
    .filter(({ target }) => isGlob(target) && !paths.has(target))
    .sort((a, b) => b.target.length - a.target.length || (a.target < b.target ? -1 : 1))
    .map(({ target, module }) => ({ matches: globMatcher(target), module }));
  const named = new Map(known.map(({ target, module }) => [target, module]));
  const ofPackages = known.some(({ target }) => parseGroupKey(target)?.id === 'packages')
    ? modulesOfPackages(packages(), named)
    : null;
  return arrange('plan', elements, (tree) => {
    const groups = new Map<string, number>();
    for (const { id } of plan.modules) groups.set(id, groupOfModule(tree, byId, id));
    for (const { element, path } of files) {
      const module =
        named.get(path) ?? ofPackages?.(element) ?? globs.find(({ matches }) => matches(path))?.module;
      if (module !== undefined) tree.assign(element, groups.get(module)!);
    }
    if ([...named.keys()].some((key) => key.includes('#')))
      for (let e = 0; e < elements.firstExternal; e++) {
        const module = elements.key[e].includes('#') ? named.get(elements.key[e]) : undefined;
        if (module !== undefined) tree.assign(e, groups.get(module)!);
      }
  });
}

/** The module of what stands in a package that is placed, or in one inside of such. */
function modulesOfPackages(
  packages: Arrangement,
  named: ReadonlyMap<string, string>,
): (element: number) => string | undefined {
  const moduleOf: (string | undefined)[] = [];
  for (let group = 0; group < packages.count; group++) {
    const own = named.get(`packages:${packages.name[group]}`);
    moduleOf.push(own ?? (group === 0 ? undefined : moduleOf[packages.parent[group]]));
  }
  return (element) => moduleOf[packages.groupOf[element]];
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
