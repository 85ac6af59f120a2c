import { elementKinds, type ElementKind } from '../../../core/facts/fileFacts.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { Problem } from '../../problem.ts';
import { keyIndex } from './keyIndex.ts';
import { surveyMemo } from './surveyMemo.ts';

const elementsByKey = surveyMemo(({ elements }: SurveyedCodebase) => keyIndex(elements.key), {
  isAlwaysKept: true,
});
const typesOfOverloads = surveyMemo(({ overloads }: SurveyedCodebase) => new Map(overloads));

/** The element with a key; undefined when this survey has none. */
export function elementOf(survey: SurveyedCodebase, key: string): number | undefined {
  return elementsByKey(survey).find(key);
}

/** The same, where it must be there. */
export function neededElement(survey: SurveyedCodebase, key: string): number {
  const element = elementOf(survey, key);
  if (element === undefined)
    throw new Problem('notFound', `There is no ${key} in this survey.`, nearestKey(survey, key));
  return element;
}

/** The key of the element in which one would stand that is not there, the root's at last. */
export function nearestKey(survey: SurveyedCodebase, key: string): string {
  for (let at = key; at !== ''; at = at.slice(0, Math.max(0, at.search(/[/#.][^/#.]*$/))))
    if (elementOf(survey, at) !== undefined) return at;
  return '';
}

export function kindOf({ elements }: SurveyedCodebase, element: number): ElementKind {
  return elementKinds[elements.kind[element]];
}

/** How an element, or a group, is shown wherever it appears. */
export interface ElementLabel {
  key: string;
  name: string;
  kind: ElementKind | 'group';
  /** Of a routine that shares its name with another beside it: the types that it takes. */
  takes?: string;
}

export function labelOf(survey: SurveyedCodebase, element: number): ElementLabel {
  const { elements } = survey;
  const takes = typesOfOverloads(survey).get(element);
  return {
    ...(takes === undefined ? {} : { takes }),
    key: elements.key[element],
    name: elements.name[element] || '(root)',
    kind: kindOf(survey, element),
  };
}
