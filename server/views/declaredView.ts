import { groupNamed, type Arrangement } from '../../core/arrangement/arrangement.ts';
import { endOfOwn } from '../../core/arrangement/ends.ts';
import {
  declaredFaults,
  declaredStates,
  declaredUse,
  type DeclaredState,
} from '../../core/judge/declaredUse.ts';
import type { BrokenRows } from '../../core/judge/brokenLinks.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { ElementLabel } from './surveyAccess/elements.ts';
import { surveyMemo } from './surveyAccess/surveyMemo.ts';
import { arrangementOf, groupValues } from './surveyAccess/scope.ts';
import { counted } from './surveyAccess/tests.ts';
import { UNDECLARED } from './declaredWords.ts';
import { groupLabel } from './graphQuery/labels.ts';

/** One build module at an end of a declared dependency. */
export interface DeclaredEnd extends ElementLabel {
  /** How its own code is named as an end of evidence. */
  end: string;
}

export interface DeclaredRow {
  from: DeclaredEnd;
  to: DeclaredEnd;
  state: DeclaredState;
  /** References that count under the tests switch, and those of tests. */
  references: number;
  ofTests: number;
  /** Names of the modules through which it is declared. */
  path: string[];
}

export interface DeclaredPage {
  rows: DeclaredRow[];
  /** How many pairs there are of each state. */
  counts: Record<DeclaredState, number>;
  show: DeclaredState | 'faults';
  /** How many build modules hold files that count, those that lie in others among them. */
  modules: number;
}

const faults: readonly DeclaredState[] = declaredFaults;

const dependenciesOf = surveyMemo(declaredUse, { isAlwaysKept: true });

/** What build modules declare of each other and use of each other; what differs, unless a state is asked for. */
export function declaredView(
  survey: SurveyedCodebase,
  { show: asked, withTests }: { show: string | null; withTests: boolean },
): DeclaredPage {
  const all = dependenciesOf(survey);
  const arrangement = arrangementOf(survey, 'modules');
  const show = declaredStates.find((state) => state === asked) ?? 'faults';
  const counts = Object.fromEntries(
    declaredStates.map((state) => [state, all.filter((each) => each.state === state).length]),
  ) as Record<DeclaredState, number>;
  return {
    rows: all
      .filter(({ state }) => (show === 'faults' ? faults.includes(state) : state === show))
      .map(({ from, to, state, references, ofTests, path }) => ({
        from: endOf(survey, arrangement, from),
        to: endOf(survey, arrangement, to),
        state,
        references: withTests ? references : references - ofTests,
        ofTests,
        path: path.map((module) => survey.buildModules[module].name),
      })),
    counts,
    show,
    modules: modulesWithFiles(survey, arrangement, withTests),
  };
}

function modulesWithFiles(survey: SurveyedCodebase, arrangement: Arrangement, withTests: boolean): number {
  const files = groupValues(counted(survey, withTests), arrangement, 'files');
  return files.reduce(
    (sum, own, group) => sum + (group > 0 && group !== arrangement.rest && own > 0 ? 1 : 0),
    0,
  );
}

function endOf(survey: SurveyedCodebase, arrangement: Arrangement, module: number): DeclaredEnd {
  const group = groupNamed(arrangement, survey.buildModules[module].key)!;
  return { ...groupLabel(arrangement, group), end: endOfOwn(arrangement, group) };
}

/** Rows by which build modules use what they do not declare, as breaks of what the build says. */
export const undeclaredRows = surveyMemo((survey: SurveyedCodebase): BrokenRows => {
  const rows = new Map<number, readonly string[]>();
  for (const { state, rows: own } of dependenciesOf(survey))
    if (state === 'undeclared') for (const row of own) rows.set(row, [UNDECLARED]);
  return rows;
});

/** Pairs of build modules of which one declares the other and does not use it, by their groups in an arrangement. */
export function unusedPairs(
  survey: SurveyedCodebase,
  arrangement: Arrangement,
): [from: number, to: number][] {
  if (arrangement.id !== 'modules' && arrangement.id !== 'modulePackages') return [];
  const groupOf = (module: number): number => groupNamed(arrangement, survey.buildModules[module].key) ?? -1;
  return dependenciesOf(survey)
    .filter(({ state }) => state === 'unused')
    .map(({ from, to }): [number, number] => [groupOf(from), groupOf(to)])
    .filter(([from, to]) => from >= 0 && to >= 0);
}
