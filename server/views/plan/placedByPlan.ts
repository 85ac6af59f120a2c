import { decidingPlacings } from '../../../core/plan/decidingPlacings.ts';
import { moduleIdOf } from '../../../core/plan/byPlan.ts';
import type { ModulePlan, Placing } from '../../../core/plan/modulePlan.ts';
import { closeness } from '../../../core/shape/closeness.ts';
import { eachAlone, keptTogether, type Bundles } from '../../../core/shape/keptTogether.ts';
import { NOWHERE, placedFigures, type PlacedFigures, type Why } from '../../../core/shape/placedFigures.ts';
import type { Pulls } from '../../../core/shape/pulls.ts';
import { shapeInput, type ShapeInput } from '../../../core/shape/shapeInput.ts';
import { whyInWords } from '../../../core/shape/whyInWords.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { surveyMemo } from '../surveyAccess/surveyMemo.ts';
import { arrangementOf } from '../surveyAccess/scope.ts';
import { counted } from '../surveyAccess/tests.ts';

/** What doubts and reasons are worked out from, each file by itself; once a survey. */
export const shapeOf = surveyMemo(
  (survey: SurveyedCodebase): { input: ShapeInput; pulls: Pulls; together: Bundles } => {
    const input = shapeInput(survey, eachAlone(survey.files.length));
    return { input, pulls: closeness(input.links), together: keptTogether(survey) };
  },
);

/** What is told of files that stand in groups: of a plan, or of any arrangement. */
export interface FilesInGroups {
  figures: PlacedFigures;
  /** `next` as the reasons of figures have it. */
  whyOf: (file: number, next?: number) => Why;
  inWords: (why: Why) => string;
}

/**
 * `moduleOf` has the group of each file of `survey` by its place in `groups`, or NOWHERE; `pulls` is what is looked at, how close
 * files are by all that they use alike where it is not said. O(files + pulls).
 */
export function filesInGroups(
  survey: SurveyedCodebase,
  moduleOf: Int32Array,
  groups: readonly { name: string }[],
  pulls = shapeOf(survey).pulls,
): FilesInGroups {
  const { input, together } = shapeOf(survey);
  const figures = placedFigures(input, { moduleOf, pulls });
  return {
    figures,
    whyOf(file, next) {
      const [first] = together.files[together.bundleOf[file]];
      const reason = together.why[file];
      const isKept = reason !== null && moduleOf[first] === moduleOf[file];
      return { ...figures.reasons(file, next), keptWith: isKept ? { file: first, reason } : null };
    },
    inWords: (why) => whyInWords(why, { modules: groups }, survey.files),
  };
}

/** Where a plan puts the files of a survey, and what is told of that. */
export interface PlacedByPlan extends FilesInGroups {
  survey: SurveyedCodebase;
  /** The module of each file, by its id; null for none. */
  moduleOfFile: (string | null)[];
  /** What was said of each file, be it of a folder around it; null for nothing. */
  placingOf: (Placing | null)[];
}

/** The plan must be the one that the survey is arranged by. O(files + pulls). */
export function placedByPlan(whole: SurveyedCodebase, plan: ModulePlan, withTests: boolean): PlacedByPlan {
  const survey = counted(whole, withTests);
  const arrangement = arrangementOf(whole, 'plan');
  const numberOf = new Map(plan.modules.map(({ id }, at) => [id, at]));
  const moduleOfFile = survey.files.map(({ element }) => moduleIdOf(arrangement, element));
  const moduleOf = Int32Array.from(moduleOfFile, (id) => (id === null ? NOWHERE : numberOf.get(id)!));
  return {
    survey,
    moduleOfFile,
    placingOf: decidingPlacings(survey, plan, () => arrangementOf(whole, 'packages')),
    ...filesInGroups(survey, moduleOf, plan.modules),
  };
}
