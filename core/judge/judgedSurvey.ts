import type { Arrangement } from '../arrangement/arrangement.ts';
import type { SurveyedCodebase } from '../survey.ts';

/** What rules are held against: a survey, how its elements stand in packages, and which are tests (1). */
export interface Judged {
  survey: SurveyedCodebase;
  packages: () => Arrangement;
  isTest: Uint8Array;
}
