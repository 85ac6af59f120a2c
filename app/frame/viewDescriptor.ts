import { createContext, useContext } from 'react';
import type { Totals } from '../../server/survey/totals.ts';
import type { News } from '../../server/views/completenessNews.ts';
import type { ElementLabel } from '../../server/views/surveyAccess/elements.ts';
import type { Patch } from '../state/pictureState.ts';

/** Groups of views in working order. */
export const railGroups = ['Orient', 'Measure', 'Connect', 'Judge', 'Shape', 'Tell'] as const;

/** What the frame has to know of a view: rail, keys, menus and tests over all views follow from it. */
export interface ViewDescriptor {
  /** Its part of the address, below the codebase's. */
  path: string;
  name: string;
  /** What it answers, as a question. */
  question: string;
  /** Where it stands in the rail; null for a view that is reached from others only. */
  group: (typeof railGroups)[number] | null;
  /** The path of the view in the rail of which it is a tab; it stands in the rail itself where this is left out. */
  tabOf?: string;
  /** Its sign, 20 by 20, as the path of a stroke. */
  icon: string;
  /** Keys that hold in it alone, with what they do. */
  keys?: readonly (readonly [key: string, meaning: string])[];
  /** A figure beside its name. */
  count?: (totals: Totals, news: News | null, withTests: boolean) => number;
  /** True where that is of all there is, whatever the address narrows the view to. */
  isCountOfAll?: boolean;
  /**
   * Whether the dossier stands beside it: when there is a focus, never, or from the first focus on, with room kept for it, so
   * that what is clicked does not move.
   */
  dossier: 'fromFirstFocus' | 'withFocus' | 'never';
  /** How an element is shown in it: the verb in menus, and what the address then says; null where it cannot be. */
  shows?: Shows;
  /** Other questions about an element that it answers, each a verb of its own. */
  answers?: readonly Shows[];
}

export interface Shows {
  verb: string;
  patch: (element: ElementLabel) => Patch | null;
}

const ViewsContext = createContext<readonly ViewDescriptor[]>([]);

export const ViewsProvider = ViewsContext.Provider;

/** All views, in the order in which they are listed. */
export function useViews(): readonly ViewDescriptor[] {
  return useContext(ViewsContext);
}

/** Those that stand in the rail; a view's place among the keys `1` to `9` is its place here. */
export function railViews(views: readonly ViewDescriptor[]): ViewDescriptor[] {
  return railGroups.flatMap((group) => views.filter((view) => view.group === group && !view.tabOf));
}

/** A view of the rail with its tabs, for the view itself and each of them; empty for one without tabs. */
export function tabsAround(views: readonly ViewDescriptor[], path: string): ViewDescriptor[] {
  const whole = views.find((view) => view.path === path)?.tabOf ?? path;
  const tabs = views.filter(({ tabOf }) => tabOf === whole);
  return tabs.length === 0 ? [] : [...views.filter((view) => view.path === whole), ...tabs];
}
