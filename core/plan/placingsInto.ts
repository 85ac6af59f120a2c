import type { ModulePlan, Placing, PlanModule } from './modulePlan.ts';

/** The module that is meant by its id, or by a name that is its alone. */
export function moduleMeant(
  { modules }: Pick<ModulePlan, 'modules'>,
  called: string,
): PlanModule | undefined {
  const byId = modules.find(({ id }) => id === called);
  if (byId) return byId;
  const named = modules.filter(({ name }) => name === called);
  return named.length === 1 ? named[0] : undefined;
}

/**
 * What a plan places into some of its modules, as they are called, with what stands in modules within them; what it places elsewhere
 * is placed into none. O(placings · depth).
 */
export function placingsInto(plan: ModulePlan, called: readonly string[]): Placing[] {
  const groupOf = new Map<string, string>();
  for (const group of called) {
    const module = moduleMeant(plan, group);
    if (module) groupOf.set(module.id, group);
  }
  const byId = new Map(plan.modules.map((module) => [module.id, module]));
  const around = (id: string | null): string | null => {
    const seen = new Set<string>();
    for (let at = id; at !== null && byId.has(at) && !seen.has(at); at = byId.get(at)!.parent) {
      const group = groupOf.get(at);
      if (group !== undefined) return group;
      seen.add(at);
    }
    return null;
  };
  return plan.placings.map(({ target, module }) => ({ target, module: around(module), isSettled: true }));
}
