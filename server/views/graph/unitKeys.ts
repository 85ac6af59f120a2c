import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import { groupKey, groupWithKey } from '../../../core/arrangement/arrangement.ts';
import { elementsOfEnd, subjectOf } from '../../../core/arrangement/ends.ts';
import { globMatcher } from '../../../core/search/glob.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { elementOf } from '../surveyAccess/elements.ts';

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
 * For each of several keys or patterns, the nodes of the picture that it means: the group or the element of that key, or
 * all that a pattern matches; none for what is not there. O(keys + patterns · (nodes + files)).
 */
export function nodesNamed(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  texts: readonly string[],
): number[][] {
  const { arrangement, units } = picture;
  return texts.map((end) => {
    const key = subjectOf(end);
    const group = groupWithKey(arrangement, key);
    if (group !== undefined) return [group];
    const element = elementOf(survey, key);
    if (element === undefined) return nodesMatching(survey, picture, end);
    const unit = units.unitOf[element];
    return unit >= 0 && units.element[unit] === element ? [arrangement.count + unit] : [];
  });
}

/** A pattern is of what groups are called, or of paths: a group is matched where all of its files are. */
function nodesMatching(survey: SurveyedCodebase, picture: ArrangedSurvey, pattern: string): number[] {
  const { arrangement, units, counts } = picture;
  const { elements, files } = survey;
  const matches = globMatcher(pattern);
  const [inside, matched] = [new Int32Array(arrangement.count), new Int32Array(arrangement.count)];
  const isMatched = new Uint8Array(elements.count);
  for (const { element, path } of files) {
    const own = arrangement.groupOf[element];
    if (counts[element] !== 1 || own < 0) continue;
    isMatched[element] = matches(path) ? 1 : 0;
    inside[own]++;
    matched[own] += isMatched[element];
  }
  const found: number[] = [];
  for (let group = arrangement.count - 1; group > 0; group--) {
    inside[arrangement.parent[group]] += inside[group];
    matched[arrangement.parent[group]] += matched[group];
    const isCalledSo = [groupKey(arrangement, group), arrangement.name[group], arrangement.label[group]].some(
      matches,
    );
    if (isCalledSo || (inside[group] > 0 && matched[group] === inside[group])) found.push(group);
  }
  units.element.forEach((element, unit) => {
    if (element < 0) return;
    if (isMatched[elements.file[element]] === 1 || matches(elements.key[element]))
      found.push(arrangement.count + unit);
  });
  return found;
}
