import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import { groupKey, groupWithKey } from '../../../core/arrangement/arrangement.ts';
import { elementsOfEnd, subjectOf } from '../../../core/arrangement/ends.ts';
import { globMatcher, isGlob } from '../../../core/search/glob.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { elementOf } from '../ground/elements.ts';

/** The units that a key means: those of a group or an element with all it holds; none for a key of another survey. */
export function unitsOf(survey: SurveyedCodebase, picture: ArrangedSurvey, key: string): number[] {
  const { units } = picture;
  const marks = elementsOfEnd(picture, survey.elements, (each) => elementOf(survey, each), key);
  const found = new Set<number>();
  marks?.forEach((mark, element) => {
    if (mark === 1 && units.unitOf[element] >= 0) found.add(units.unitOf[element]);
  });
  // Of what stands in a unit and is none itself, that unit is meant.
  if (found.size === 0) {
    const element = elementOf(survey, subjectOf(key));
    const unit = element === undefined ? -1 : units.unitOf[element];
    if (unit >= 0) found.add(unit);
  }
  return [...found].sort((a, b) => a - b);
}

/**
 * Groups and elements by their keys, or by patterns of their paths, as nodes of the picture; what is not there is passed by.
 * O(keys + patterns · nodes).
 */
export function nodesNamed(
  survey: SurveyedCodebase,
  { arrangement, units }: ArrangedSurvey,
  keys: readonly string[],
): Set<number> {
  const found = new Set<number>();
  const patterns: string[] = [];
  for (const end of keys) {
    const key = subjectOf(end);
    const group = groupWithKey(arrangement, key);
    const element = group === undefined ? elementOf(survey, key) : undefined;
    const unit = element === undefined ? -1 : units.unitOf[element];
    if (group !== undefined) found.add(group);
    else if (unit >= 0 && units.element[unit] === element) found.add(arrangement.count + unit);
    else if (element === undefined && isGlob(end)) patterns.push(end);
  }
  if (patterns.length > 0) {
    const matches = globMatcher(patterns);
    for (let group = 1; group < arrangement.count; group++)
      if (matches(groupKey(arrangement, group))) found.add(group);
    units.element.forEach((element, unit) => {
      if (element >= 0 && matches(survey.elements.key[element])) found.add(arrangement.count + unit);
    });
  }
  return found;
}
