import { FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { membersOf, relatives, type TypeHierarchy } from './typeHierarchy.ts';

/** What a type has by inheritance. */
export interface InheritedMembers {
  /** By own member: the nearest member of an ancestor that it takes the place of. */
  overrides: Map<number, number>;
  /** Members of ancestors that are not overridden, nearest first. */
  inherited: number[];
}

/**
 * What of its ancestors' members a type overrides and what it inherits. A routine overrides one of the same name that
 * takes as many parameters, or the only one of the name; constructors and private members are not passed on.
 */
export function inheritedMembers(
  survey: SurveyedCodebase,
  { parents }: TypeHierarchy,
  type: number,
): InheritedMembers {
  const { elements, figures } = survey;
  const overrides = new Map<number, number>();
  const inherited: number[] = [];
  const own = new Set(membersOf(survey, type));
  const visible: number[] = [...own];
  for (const [ancestor, step] of relatives(parents, type)) {
    if (step === 0 || ancestor >= elements.firstExternal) continue;
    const members = membersOf(survey, ancestor);
    const ofName = new Map<string, number>();
    for (const member of members)
      ofName.set(elements.name[member], (ofName.get(elements.name[member]) ?? 0) + 1);
    for (const member of members) {
      if (elements.form[member] === FORM.constructor || elements.flags[member] & FLAG.private) continue;
      const same = visible.filter(
        (other) =>
          elements.name[other] === elements.name[member] &&
          elements.kind[other] === elements.kind[member] &&
          elements.form[other] === elements.form[member],
      );
      const isRoutine = elements.kind[member] === KIND.routine;
      const match =
        same.find((other) => !isRoutine || figures.parameters[other] === figures.parameters[member]) ??
        (ofName.get(elements.name[member]) === 1 && same.length === 1 ? same[0] : undefined);
      if (match === undefined) {
        visible.push(member);
        inherited.push(member);
      } else if (own.has(match) && !overrides.has(match)) {
        overrides.set(match, member);
      }
    }
  }
  return { overrides, inherited };
}
