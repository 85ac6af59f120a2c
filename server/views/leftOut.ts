import type { SurveyedCodebase } from '../../core/survey.ts';
import { testElements } from './remembered.ts';

/** Elements that a picture leaves out, marked 1: tests, and what is not in the shortlist it is confined to. */
export function leftOutOf(
  survey: SurveyedCodebase,
  { withTests, only }: { withTests: boolean; only?: Uint8Array },
): Uint8Array {
  const { count } = survey.elements;
  const tests = withTests ? null : testElements(survey);
  const leftOut = tests ? tests.slice() : new Uint8Array(count);
  if (only) for (let e = 0; e < count; e++) if (only[e] === 0) leftOut[e] = 1;
  return leftOut;
}
