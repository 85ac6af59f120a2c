import { arrangedSurvey, type ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import { unitTree, type UnitTree } from '../../../core/arrangement/nodes.ts';
import type { ArrangementId } from '../../../core/arrangement/arrangement.ts';
import type { Grain } from '../../../core/arrangement/units.ts';
import type { DependencyFilter } from '../../../core/graph/rollUp.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { surveyMemo, type MemoKey } from '../surveyAccess/surveyMemo.ts';
import { arrangementOf } from '../surveyAccess/scope.ts';
import { testElements } from '../surveyAccess/tests.ts';

/** The question of a picture, as it can be said in words and numbers. */
export interface PictureQuestion {
  by: ArrangementId;
  grain: Grain;
  filter: DependencyFilter;
  withTests: boolean;
  /** What the picture is confined to: elements marked 1, and a name that is another for each such set. */
  only?: { marks: Uint8Array; name: string } | null;
}

type Placing = Pick<PictureQuestion, 'by' | 'grain' | 'withTests' | 'only'>;

const keyOf = ({ by, grain, withTests, only }: Placing): MemoKey => [by, grain, withTests, only?.name];
const restsOnPlan = ({ by }: Placing): boolean => by === 'plan';

/** Where each element stands under a question, whatever dependencies count. Worked out once. */
export const placed = surveyMemo(
  (survey: SurveyedCodebase, { by, grain, withTests, only }: Placing): UnitTree =>
    unitTree(
      survey.elements,
      arrangementOf(survey, by),
      grain,
      countedElements(survey, { withTests, only: only?.marks }),
    ),
  { keyOf, restsOnPlan },
);

/** The picture of a question, worked out once. */
export const arranged = surveyMemo(
  (survey: SurveyedCodebase, question: PictureQuestion): ArrangedSurvey =>
    arrangedSurvey(survey.dependencies, placed(survey, question), question.filter),
  {
    keyOf: (question) => [...keyOf(question), question.filter.kinds, question.filter.certainties],
    restsOnPlan,
  },
);

/** Elements that count, marked 1: all, but for tests that are left out, and for what is not in a shortlist. */
export function countedElements(
  survey: SurveyedCodebase,
  { withTests, only }: { withTests: boolean; only?: Uint8Array },
): Uint8Array {
  const counts = new Uint8Array(survey.elements.count).fill(1);
  const isTest = withTests ? null : testElements(survey);
  for (let e = 0; e < counts.length; e++)
    if (isTest?.[e] === 1 || (only !== undefined && only[e] !== 1)) counts[e] = 0;
  return counts;
}
