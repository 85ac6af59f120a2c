import * as testCode from '../../../core/testCode.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { surveyMemo } from './surveyMemo.ts';

/** Elements that stand in test files (or, for a folder, hold nothing else), marked with 1. Worked out once. */
export const testElements = surveyMemo(testCode.testElements, { isAlwaysKept: true });

const withoutTests = surveyMemo(testCode.withoutTests, { isAlwaysKept: true });

/** The survey whose figures are shown: with tests, or as it is without them. Worked out once. */
export function counted(survey: SurveyedCodebase, withTests: boolean): SurveyedCodebase {
  return withTests ? survey : withoutTests(survey);
}
