/** Colours that a module may bear, by what they are called; the page says how they look on a light and a dark sheet. */
export const planColours = ['rust', 'ochre', 'moss', 'sea', 'slate', 'plum', 'rose', 'umber'] as const;
export type PlanColour = (typeof planColours)[number];

/** A module of a plan. Its id outlives its name. */
export interface PlanModule {
  id: string;
  name: string;
  /** What it is for, in a sentence or none. */
  purpose: string;
  /** The module that it stands in; null at the top. */
  parent: string | null;
  colour?: PlanColour;
  /** Its place among those beside it, the first on top, as somebody ordered them; without one, links say where it stands. */
  place?: number;
  /** Keys of elements that others are meant to use; what is used beside them goes around it. */
  interface?: readonly string[];
}

/** What puts elements into a module: a path or another key of an element, a package (`packages:canal.tolls`), or a glob of paths. */
export interface Placing {
  target: string;
  /** Null keeps out of every module what a wider placing would take in. */
  module: string | null;
  /** True when somebody stands behind it: a new proposal leaves it as it is. */
  isSettled: boolean;
  /** Who placed it, and why, where they said so. */
  by?: string;
  why?: string;
}

/** Modules, as they were put in order, and what is placed in them; what nothing places is not yet placed. */
export interface ModulePlan {
  modules: PlanModule[];
  placings: Placing[];
}

export const emptyPlan: ModulePlan = { modules: [], placings: [] };

/** Who placed something and why, in words; '' where nobody said so. */
export function saidOf({ by, why }: Pick<Placing, 'by' | 'why'>): string {
  return [by && `placed by ${by}`, why].filter(Boolean).join(': ');
}

/** Placings by their targets. Changes the list. */
export function byTarget(placings: Placing[]): Placing[] {
  return placings.sort((a, b) => (a.target < b.target ? -1 : a.target > b.target ? 1 : 0));
}
