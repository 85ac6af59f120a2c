import { KIND, type ElementKind } from '../facts/fileFacts.ts';
import type { SurveyedCodebase } from '../survey.ts';

/** One measure: its definition and how it is computed. One measure has one definition. */
export interface Measure {
  id: string;
  /** Short name, as it stands in a table's header. */
  name: string;
  /** Unit as it stands after the name; empty for plain counts and ratios. */
  unit: '' | 'lines' | '%' | 'seconds';
  appliesTo: readonly ElementKind[];
  /** Whether more of it is worse, better, or neither. */
  more: 'worse' | 'better' | 'neutral';
  /** Decimal places when shown. */
  decimals: 0 | 1 | 2;
  definition: string;
  source: string;
  /** One value an element, NaN where the measure does not apply or is undefined. */
  compute(survey: SurveyedCodebase): Float64Array;
}

export function noValues(survey: SurveyedCodebase): Float64Array {
  return new Float64Array(survey.elements.count).fill(NaN);
}

/** Sums values of files up the folders; elements inside files are left as they are. */
export function sumOverFolders(survey: SurveyedCodebase, values: Float64Array): Float64Array {
  const { elements } = survey;
  for (let e = 0; e < elements.firstExternal; e++) if (elements.kind[e] === KIND.folder) values[e] = 0;
  for (const { element } of survey.files) {
    for (let folder = elements.parent[element]; folder >= 0; folder = elements.parent[folder]) {
      values[folder] += values[element];
    }
  }
  return values;
}

/** For each element, the value worked out from its descendants of one kind . */
export function foldDescendants(
  survey: SurveyedCodebase,
  kind: number,
  fold: (descendants: number[]) => number,
  forKinds: readonly number[],
): Float64Array {
  const { elements } = survey;
  const values = noValues(survey);
  for (let e = 0; e < elements.firstExternal; e++) {
    if (!forKinds.includes(elements.kind[e])) continue;
    const found: number[] = [];
    for (let d = e + 1; d < elements.subtreeEnd[e]; d++) if (elements.kind[d] === kind) found.push(d);
    values[e] = fold(found);
  }
  return values;
}
