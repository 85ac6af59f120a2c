import { describe, expect, it } from 'vitest';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { forgetPlan, surveyMemo } from './surveyMemo.ts';

// Nothing of it is looked at.
const survey = (): SurveyedCodebase => ({}) as SurveyedCodebase;

describe('a memo of a survey', () => {
  it('works out a value once for each survey and each input', () => {
    let times = 0;
    const memo = surveyMemo((_: SurveyedCodebase, id: string, count: number) => `${id} ${count} ${++times}`);
    const [one, other] = [survey(), survey()];
    expect([memo(one, 'a', 1), memo(one, 'a', 1), memo(one, 'a', 2), memo(other, 'a', 1)]).toEqual([
      'a 1 1',
      'a 1 1',
      'a 2 2',
      'a 1 3',
    ]);
  });

  it('never shares a key with another memo, nor do inputs that only look alike', () => {
    const one = surveyMemo((_: SurveyedCodebase, id: string) => `one ${id}`);
    const other = surveyMemo((_: SurveyedCodebase, id: string, next?: string) => `other ${id} ${next}`);
    const at = survey();
    expect([one(at, 'a b'), other(at, 'a b'), other(at, 'a', 'b'), other(at, 'a","b')]).toEqual([
      'one a b',
      'other a b undefined',
      'other a b',
      'other a","b undefined',
    ]);
  });

  it('keeps an undefined or null value as well', () => {
    let times = 0;
    const memo = surveyMemo(() => void times++);
    const at = survey();
    memo(at);
    memo(at);
    expect(times).toBe(1);
  });

  it('forgets with the plan what says that it rests on it, whatever it is called', () => {
    let times = 0;
    const memo = surveyMemo((_: SurveyedCodebase, by: string) => `${by} ${++times}`, {
      isAlwaysKept: true,
      restsOnPlan: (by) => by === 'plan',
    });
    const at = survey();
    expect([memo(at, 'plan'), memo(at, 'the plan')]).toEqual(['plan 1', 'the plan 2']);
    forgetPlan(at);
    expect([memo(at, 'plan'), memo(at, 'the plan')]).toEqual(['plan 3', 'the plan 2']);
  });
});
