import { endOfElement, endOfOwn } from '../../../core/arrangement/ends.ts';
import { groupKey, groupNamed } from '../../../core/arrangement/arrangement.ts';
import type { DependencyFilter } from '../../../core/graph/rollUp.ts';
import { moduleInterface } from '../../../core/plan/moduleInterface.ts';
import type { ModulePlan } from '../../../core/plan/modulePlan.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { elementOf, labelOf, type ElementLabel } from '../surveyAccess/elements.ts';
import { arrangementOf } from '../surveyAccess/scope.ts';
import { countedElements } from '../graphQuery/arranged.ts';

/** An element of a module that others use. */
export interface InterfaceRow extends ElementLabel {
  /** How evidence is asked for of uses of it alone: its members are rows of their own. */
  own: string;
  references: number;
  /** The modules that use it, how evidence is asked for of each, those with the most references first. */
  users: { end: string; name: string; references: number }[];
  /** False where it would have to become public if the module were cut out. */
  isOpen: boolean;
  /** True for what the plan names as the interface of the module. */
  isNamed: boolean;
}

export interface InterfacePage {
  /** The key of the module as a group. */
  module: string;
  used: InterfaceRow[];
  unused: ElementLabel[];
  /** Of all that is public at the top of its files: how many, and how many of those are used from outside. */
  open: number;
  openUsed: number;
  /** Named as the interface and not in this survey. */
  gone: string[];
}

/** What a module of the plan, by which a survey is arranged, is to the others; null where there is no such module. */
export function interfaceView(
  survey: SurveyedCodebase,
  { modules }: ModulePlan,
  id: string,
  { withTests, filter }: { withTests: boolean; filter: DependencyFilter },
): InterfacePage | null {
  const arrangement = arrangementOf(survey, 'plan');
  const group = groupNamed(arrangement, id);
  const module = modules.find((own) => own.id === id);
  if (group === undefined || !module) return null;
  const found = moduleInterface(survey, arrangement, group, {
    counts: countedElements(survey, { withTests }),
    filter,
  });
  const named = new Set(module.interface);
  const nameOf = (user: number): string =>
    user === arrangement.rest || user < 0 ? 'not yet placed' : arrangement.label[user];
  const used = found.used.map(({ element, references, users, isOpen }): InterfaceRow => {
    const label = labelOf(survey, element);
    return {
      ...label,
      own: endOfElement(survey.elements, element),
      references,
      users: users.map(({ group: user, references: uses }) => ({
        end: user < 0 ? '' : endOfOwn(arrangement, user),
        name: nameOf(user),
        references: uses,
      })),
      isOpen,
      isNamed: named.has(label.key),
    };
  });
  return {
    module: groupKey(arrangement, group),
    used,
    unused: found.unused.map((element) => labelOf(survey, element)),
    open: found.open,
    openUsed: found.openUsed,
    gone: [...named].filter((key) => elementOf(survey, key) === undefined),
  };
}
