import type { Arrangement } from '../arrangement/arrangement.ts';
import type { SurveyedCodebase } from '../survey.ts';

/** What is measured: groups of an arrangement (folders among them), files, types, routines. */
export const measuredKinds = ['group', 'file', 'type', 'routine'] as const;
export type MeasuredKind = (typeof measuredKinds)[number];

/** One measure: its definition and how it is computed. One measure has one definition. */
export interface Measure {
  id: string;
  /** Short name, as it stands in a table's header. */
  name: string;
  /** Unit as it stands after the name; empty for plain counts and ratios. */
  unit: '' | 'lines' | '%' | 'seconds';
  appliesTo: readonly MeasuredKind[];
  /** Whether more of it is worse, better, or neither. */
  more: 'worse' | 'better' | 'neutral';
  /** Decimal places when shown. */
  decimals: 0 | 1 | 2;
  definition: string;
  /** Up to this a value is ordinary, however it stands to the others: no outlier. */
  ordinary?: number;
  source: string;
  /** One value an element, NaN where the measure does not apply or is undefined. Folders are left to `ofGroups`. */
  compute(survey: SurveyedCodebase): Float64Array;
  /** One value a group of an arrangement, for measures that apply to groups. */
  ofGroups?(survey: SurveyedCodebase, arrangement: Arrangement): Float64Array;
}

export function noValues(survey: SurveyedCodebase): Float64Array {
  return new Float64Array(survey.elements.count).fill(NaN);
}

/** Sums values of files up the groups in which the files stand. One value a group. */
export function sumOverGroups(
  survey: SurveyedCodebase,
  { count, parent, groupOf }: Arrangement,
  values: Float64Array,
): Float64Array {
  const sums = new Float64Array(count);
  for (const { element } of survey.files) sums[groupOf[element]] += values[element];
  for (let group = count - 1; group > 0; group--) sums[parent[group]] += sums[group];
  return sums;
}

/** For each file and type, the value worked out from its descendants of one kind. */
function foldDescendants(
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

/** For each group, the value worked out from the elements of one kind in its files and in those of the groups below. */
function foldGroups(
  survey: SurveyedCodebase,
  { count, groupOf, subtreeEnd }: Arrangement,
  kind: number,
  fold: (held: number[]) => number,
): Float64Array {
  const { elements, files } = survey;
  const own: number[][] = Array.from({ length: count }, () => []);
  for (const { element } of files)
    for (let e = element; e < elements.subtreeEnd[element]; e++)
      if (elements.kind[e] === kind) own[groupOf[e]].push(e);
  return Float64Array.from(own, (_, group) => fold(own.slice(group, subtreeEnd[group]).flat()));
}

/** A measure of what is inside, of one kind: `forKinds` says for which elements beside groups. */
export function ofInside(
  kind: number,
  forKinds: readonly number[],
  fold: (survey: SurveyedCodebase, held: number[]) => number,
): Pick<Measure, 'compute'> & Required<Pick<Measure, 'ofGroups'>> {
  return {
    compute: (survey) => foldDescendants(survey, kind, (held) => fold(survey, held), forKinds),
    ofGroups: (survey, arrangement) => foldGroups(survey, arrangement, kind, (held) => fold(survey, held)),
  };
}
