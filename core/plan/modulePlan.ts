/** A module of a plan. Its id outlives its name. */
export interface PlanModule {
  id: string;
  name: string;
  /** What it is for, in a sentence or none. */
  purpose: string;
  /** The module that it stands in; null at the top. */
  parent: string | null;
}

/** What puts elements into a module: a path or another key of an element, a package (`packages:canal.tolls`), or a glob of paths. */
export interface Placing {
  target: string;
  module: string;
  /** True when somebody stands behind it: a new proposal leaves it as it is. */
  isSettled: boolean;
}

/** Modules, as they were put in order, and what is placed in them; what nothing places is not yet placed. */
export interface ModulePlan {
  modules: PlanModule[];
  placings: Placing[];
}

export const emptyPlan: ModulePlan = { modules: [], placings: [] };
