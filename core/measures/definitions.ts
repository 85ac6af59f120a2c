import { FORM, KIND } from '../facts/fileFacts.ts';
import { dependencyKinds } from '../contracts/linked.ts';
import type { SurveyedCodebase } from '../survey.ts';

const implement = dependencyKinds.indexOf('implement');
const known = new WeakMap<SurveyedCodebase, Map<number, number>>();

/** The definition elsewhere of each routine or variable that is only announced: by a prototype, or in its type. Worked out once a survey. */
export function definitions(survey: SurveyedCodebase): Map<number, number> {
  let found = known.get(survey);
  if (found) return found;
  known.set(survey, (found = new Map<number, number>()));
  const { dependencies, elements } = survey;
  for (let row = 0; row < dependencies.count; row++)
    if (dependencies.kind[row] === implement && elements.kind[dependencies.from[row]] !== KIND.type)
      found.set(dependencies.to[row], dependencies.from[row]);
  return found;
}

/** True for a routine itself; what only announces one that is defined elsewhere is no second routine. */
export function isRoutineItself(survey: SurveyedCodebase, element: number): boolean {
  return survey.elements.kind[element] === KIND.routine && !definitions(survey).has(element);
}

/** True for a type; a namespace holds types and routines, and is none. */
export function isTypeItself({ elements }: SurveyedCodebase, element: number): boolean {
  return elements.kind[element] === KIND.type && elements.form[element] !== FORM.namespace;
}
