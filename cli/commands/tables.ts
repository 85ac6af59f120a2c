import type { BarrelChoice } from '../../core/barrelChoices.ts';
import { countedBy } from '../../server/views/surveyAccess/references.ts';
import type { BuiltArrangement } from '../../core/arrangement/arrangement.ts';
import type { Grain } from '../../core/arrangement/units.ts';
import type { MeasuredKind } from '../../core/measures/measure.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../../server/problem.ts';
import { cyclesCsv } from '../../server/views/cyclesView.ts';
import { arrangementOf, arrangementsOf } from '../../server/views/surveyAccess/scope.ts';
import { measuresQuery } from '../../server/views/measuresQuery.ts';
import { measuresCsv } from '../../server/views/measuresView.ts';
import { arrangementWords } from '../../server/views/graphQuery/arrangementWords.ts';
import { filterOf } from '../../server/views/graphQuery/filters.ts';
import { unusedCsv } from '../../server/views/unusedView.ts';
import { rulesIn, withSurvey, write } from '../surveying.ts';
import type { Terminal } from '../terminal.ts';

interface TableOptions {
  csv: string;
  ref?: string;
  by: BuiltArrangement;
  barrels: BarrelChoice;
  withTests: boolean;
}

export type MeasuresOptions = TableOptions & { of: MeasuredKind; column?: string[] };
export type CyclesOptions = TableOptions & { grain: Grain };

/** Writes measures as CSV. */
export async function measuresCommand(
  terminal: Terminal,
  typed: string,
  options: MeasuresOptions,
): Promise<void> {
  const { of, by, withTests, column = [] } = options;
  const asked = [['of', of], ...column.map((id) => ['column', id])];
  const query = measuresQuery(new URLSearchParams(asked));
  const unfit = column.find((id) => !query.columns.includes(id));
  if (unfit !== undefined) throw new Problem('badRequest', `${unfit} does not apply to ${of}s.`);
  await withSurvey(terminal, typed, options, ({ survey: written }) => {
    const survey = countedBy(written, options.barrels);
    const scope = { arrangement: arrangementOf(survey, neededArrangement(survey, by)), group: 0 };
    return write(
      terminal,
      [measuresCsv(survey, { ...query, levels: 'all', withWhole: true, scope, withTests })],
      options.csv,
    );
  });
}

/** Writes the dependencies inside the cycles of a grain as CSV. */
export async function cyclesCommand(
  terminal: Terminal,
  typed: string,
  options: CyclesOptions,
): Promise<void> {
  const { grain, withTests } = options;
  await withSurvey(terminal, typed, options, ({ survey: written }) => {
    const survey = countedBy(written, options.barrels);
    const by = neededArrangement(survey, options.by);
    const question = { by, grain, withTests, filter: filterOf('any', 'resolved') };
    return write(terminal, [cyclesCsv(survey, question)], options.csv);
  });
}

/** Writes what no entry point reaches as CSV; those that a folder's rules name are entry points too. */
export async function unusedCommand(
  terminal: Terminal,
  typed: string,
  options: { csv: string; ref?: string },
): Promise<void> {
  const entries = rulesIn(typed)?.entries ?? [];
  await withSurvey(terminal, typed, options, ({ survey, entryPoints }) =>
    write(terminal, [unusedCsv(survey, entryPoints, entries)], options.csv),
  );
}

/** The arrangement asked for; a Problem where the code has none such, for an empty table would look like an answer. */
function neededArrangement(survey: SurveyedCodebase, by: BuiltArrangement): BuiltArrangement {
  if (!arrangementsOf(survey).includes(by))
    throw new Problem('badRequest', `This code has no ${arrangementWords[by].plural}.`);
  return by;
}
