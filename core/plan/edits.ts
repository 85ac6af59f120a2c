import type { ModulePlan, PlanModule } from './modulePlan.ts';

/** What is done to a plan: each gives a new one, and leaves the old as it was. */
export type PlanEdit =
  | { edit: 'place'; targets: readonly string[]; module: string }
  /** Takes files out of every module: they are not placed any more. */
  | { edit: 'takeOut'; targets: readonly string[] }
  /** Somebody stands behind where these are, or no more; `modules` says where each is. */
  | { edit: 'settle'; places: readonly { target: string; module: string }[]; isSettled: boolean }
  | { edit: 'add'; id: string; name: string }
  | { edit: 'rename'; module: string; name: string }
  | { edit: 'purpose'; module: string; purpose: string }
  /** All that a module holds goes into another, and it is gone. */
  | { edit: 'merge'; module: string; into: string }
  /** A module is gone, and what it held is not placed. */
  | { edit: 'remove'; module: string }
  /** One place up or down among the modules. */
  | { edit: 'order'; module: string; by: -1 | 1 };

export function edited(plan: ModulePlan, edit: PlanEdit): ModulePlan {
  const { modules, placings } = plan;
  switch (edit.edit) {
    case 'place': {
      const moved = new Set(edit.targets);
      const rest = placings.filter(({ target }) => !moved.has(target));
      // Whoever moves something stands behind where it goes.
      const placed = [...moved].map((target) => ({ target, module: edit.module, isSettled: true }));
      return { modules, placings: sorted([...rest, ...placed]) };
    }
    case 'takeOut': {
      const gone = new Set(edit.targets);
      return { modules, placings: placings.filter(({ target }) => !gone.has(target)) };
    }
    case 'settle': {
      const settled = new Set(edit.places.map(({ target }) => target));
      const rest = placings.filter(({ target }) => !settled.has(target));
      const placed = edit.places.map(({ target, module }) => ({ target, module, isSettled: edit.isSettled }));
      return { modules, placings: sorted([...rest, ...placed]) };
    }
    case 'add':
      return { modules: [...modules, { id: edit.id, name: edit.name, purpose: '', parent: null }], placings };
    case 'rename':
      return { modules: changed(modules, edit.module, { name: edit.name }), placings };
    case 'purpose':
      return { modules: changed(modules, edit.module, { purpose: edit.purpose }), placings };
    case 'merge':
      return {
        modules: without(modules, edit.module, edit.into),
        placings: placings.map((placing) =>
          placing.module === edit.module ? { ...placing, module: edit.into } : placing,
        ),
      };
    case 'remove': {
      const above = modules.find(({ id }) => id === edit.module)?.parent ?? null;
      return {
        modules: without(modules, edit.module, above),
        placings: placings.filter(({ module }) => module !== edit.module),
      };
    }
    case 'order':
      return { modules: moved(modules, edit.module, edit.by), placings };
  }
}

const sorted = (placings: ModulePlan['placings']): ModulePlan['placings'] =>
  placings.sort((a, b) => (a.target < b.target ? -1 : a.target > b.target ? 1 : 0));

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

function moved(modules: readonly PlanModule[], id: string, by: -1 | 1): PlanModule[] {
  const at = modules.findIndex((module) => module.id === id);
  const to = at + by;
  if (at < 0 || to < 0 || to >= modules.length) return [...modules];
  const order = [...modules];
  [order[at], order[to]] = [order[to], order[at]];
  return order;
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
