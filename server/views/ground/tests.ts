import * as testCode from '../../../core/testCode.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { remembered } from './memory.ts';

/** Elements that stand in test files (or, for a folder, hold nothing else), marked with 1. Worked out once. */
export function testElements(survey: SurveyedCodebase): Uint8Array {
  return remembered(survey, 'tests', () => testCode.testElements(survey), 'always');
}

/** The survey whose figures are shown: with tests, or as it is without them. Worked out once. */
export function counted(survey: SurveyedCodebase, withTests: boolean): SurveyedCodebase {
  if (withTests) return survey;
  return remembered(survey, 'without tests', () => testCode.withoutTests(survey), 'always');
}
