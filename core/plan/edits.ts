import { byTarget, type ModulePlan, type Placing, type PlanColour, type PlanModule } from './modulePlan.ts';

/** What is done to a plan: each gives a new one, and leaves the old as it was. */
export type PlanEdit =
  /** Puts elements, packages or what globs match into a module, or (null) keeps it out of all. `by` and `why` are who did, and their reason. */
  | { edit: 'place'; targets: readonly string[]; module: string | null; by?: string; why?: string }
  /** Takes back what was said of targets: what a wider placing says holds for them again. */
  | { edit: 'forget'; targets: readonly string[] }
  /** Somebody stands behind where these are, or no more; `places` says where each is. */
  | {
      edit: 'settle';
      places: readonly { target: string; module: string }[];
      isSettled: boolean;
      by?: string;
      why?: string;
    }
  /** The same for all that a module holds. */
  | { edit: 'settleModule'; module: string; isSettled: boolean; by?: string }
  /** A new module, with what is placed in it from the start. */
  | { edit: 'add'; id: string; name: string; targets?: readonly string[]; by?: string }
  | { edit: 'rename'; module: string; name: string }
  | { edit: 'purpose'; module: string; purpose: string }
  | { edit: 'colour'; module: string; colour: PlanColour | null }
  /** What of a module others are meant to use: keys of elements; none for no such statement. */
  | { edit: 'interface'; module: string; keys: readonly string[] }
  /** Modules that stand side by side stand in this order, from the top; or, not by hand, where links put them again. */
  | { edit: 'order'; modules: readonly string[]; isByHand: boolean }
  /** A module stands in another, or (null) at the top; not in one that stands in it. */
  | { edit: 'nest'; module: string; parent: string | null }
  /** All that a module holds goes into another, and it is gone. */
  | { edit: 'merge'; module: string; into: string }
  /** Parts of a module become modules beside it; each has its name and what goes there. */
  | {
      edit: 'split';
      module: string;
      parts: readonly { id: string; name: string; targets: readonly string[] }[];
    }
  /** A module is gone, and what it held is not placed. */
  | { edit: 'remove'; module: string };

export function edited(plan: ModulePlan, edit: PlanEdit): ModulePlan {
  const { modules, placings } = plan;
  switch (edit.edit) {
    case 'place': {
      const { targets, module } = edit;
      // Whoever moves something stands behind where it goes; nobody stands behind what is nowhere.
      const said = { module, isSettled: module !== null, ...signed(edit) };
      return { modules, placings: withPlaced(placings, targets, (target) => ({ target, ...said })) };
    }
    case 'forget': {
      const gone = new Set(edit.targets);
      return { modules, placings: placings.filter(({ target }) => !gone.has(target)) };
    }
    case 'settle': {
      const { places, isSettled } = edit;
      const moduleOf = new Map(places.map(({ target, module }) => [target, module]));
      const said = { isSettled, ...(isSettled ? signed(edit) : {}) };
      return {
        modules,
        placings: withPlaced(placings, moduleOf.keys(), (target) => ({
          target,
          module: moduleOf.get(target)!,
          ...said,
        })),
      };
    }
    case 'settleModule': {
      const { isSettled } = edit;
      return {
        modules,
        placings: placings.map((placing) =>
          placing.module !== edit.module || placing.isSettled === isSettled
            ? placing
            : { target: placing.target, module: edit.module, isSettled, ...(isSettled ? signed(edit) : {}) },
        ),
      };
    }
    case 'add': {
      const { id, name, targets = [] } = edit;
      const said = { module: id, isSettled: true, ...signed(edit) };
      return {
        modules: [...modules, { id, name, purpose: '', parent: null }],
        placings: withPlaced(placings, targets, (target) => ({ target, ...said })),
      };
    }
    case 'rename':
      return { modules: changed(modules, edit.module, { name: edit.name }), placings };
    case 'purpose':
      return { modules: changed(modules, edit.module, { purpose: edit.purpose }), placings };
    case 'colour':
      return { modules: changed(modules, edit.module, { colour: edit.colour ?? undefined }), placings };
    case 'interface':
      return {
        modules: changed(modules, edit.module, {
          interface: edit.keys.length === 0 ? undefined : [...new Set(edit.keys)].sort(),
        }),
        placings,
      };
    case 'order': {
      const places = new Map(edit.modules.map((id, at) => [id, edit.isByHand ? at + 1 : undefined]));
      return {
        modules: modules.map((module) =>
          places.has(module.id) ? { ...module, place: places.get(module.id) } : module,
        ),
        placings,
      };
    }
    case 'nest': {
      const { module, parent } = edit;
      if (parent !== null && standsIn(modules, parent, module)) return plan;
      // Its place was one among others.
      return { modules: changed(modules, module, { parent, place: undefined }), placings };
    }
    case 'merge': {
      // What stands in the one that goes takes its place.
      const isIn = standsIn(modules, edit.into, edit.module);
      const above = modules.find(({ id }) => id === edit.module)?.parent ?? null;
      const raised = isIn ? changed(modules, edit.into, { parent: above }) : modules;
      return {
        modules: without(raised, edit.module, edit.into),
        placings: placings.map((placing) =>
          placing.module === edit.module ? { ...placing, module: edit.into } : placing,
        ),
      };
    }
    case 'split': {
      const at = modules.findIndex(({ id }) => id === edit.module);
      const parent = modules.at(at)?.parent ?? null;
      const made = edit.parts.map(({ id, name }) => ({ id, name, purpose: '', parent }));
      const moduleOf = new Map(
        edit.parts.flatMap(({ id, targets }) => targets.map((target) => [target, id])),
      );
      return {
        modules: [...modules.slice(0, at + 1), ...made, ...modules.slice(at + 1)],
        placings: withPlaced(placings, moduleOf.keys(), (target) => ({
          target,
          module: moduleOf.get(target)!,
          isSettled: false,
        })),
      };
    }
    case 'remove': {
      const above = modules.find(({ id }) => id === edit.module)?.parent ?? null;
      return {
        modules: without(modules, edit.module, above),
        placings: placings.filter(({ module }) => module !== edit.module),
      };
    }
  }
}

/** Who and why, where they were said. */
function signed({ by, why }: { by?: string; why?: string }): Pick<Placing, 'by' | 'why'> {
  return { ...(by ? { by } : {}), ...(why ? { why } : {}) };
}

function withPlaced(
  placings: readonly Placing[],
  targets: Iterable<string>,
  placed: (target: string) => Placing,
): Placing[] {
  const moved = new Set(targets);
  return byTarget([...placings.filter(({ target }) => !moved.has(target)), ...Array.from(moved, placed)]);
}

/** True for a module that is another, or stands in it at any depth. */
function standsIn(modules: readonly PlanModule[], id: string, outer: string): boolean {
  const seen = new Set<string>();
  for (let at: string | null = id; at !== null && !seen.has(at);) {
    if (at === outer) return true;
    seen.add(at);
    const current: string = at;
    at = modules.find((module) => module.id === current)?.parent ?? null;
  }
  return false;
}

function changed(modules: readonly PlanModule[], id: string, change: Partial<PlanModule>): PlanModule[] {
  return modules.map((module) => (module.id === id ? { ...module, ...change } : module));
}

/** Those that stood in the one that goes stand in another, or at the top. */
function without(modules: readonly PlanModule[], id: string, heir: string | null): PlanModule[] {
  return modules
    .filter((module) => module.id !== id)
    .map((module) =>
      module.parent === id ? { ...module, parent: heir === module.id ? null : heir } : module,
    );
}

/** An id for a name that no module of the plan bears: what an address can hold. */
export function freeId(modules: readonly { id: string }[], name: string): string {
  const taken = new Set(modules.map(({ id }) => id));
  const plain =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '') || 'module';
  let id = plain;
  for (let n = 2; taken.has(id); n++) id = `${plain}-${n}`;
  return id;
}
