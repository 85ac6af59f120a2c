import type { SurveyedCodebase } from '../../../core/survey.ts';
import { measureNamed } from '../../../core/measures/catalogue.ts';
import { Problem } from '../../problem.ts';
import { surveyMemo } from './surveyMemo.ts';

/** A measure's values, one an element. */
export const measureValues = surveyMemo((survey: SurveyedCodebase, id: string): Float64Array =>
  measure(id).compute(survey),
);

/** The measure with an id; a Problem when there is none. */
export function measure(id: string): NonNullable<ReturnType<typeof measureNamed>> {
  const found = measureNamed(id);
  if (!found) throw new Problem('badRequest', `There is no measure “${id}”.`);
  return found;
}
