import { basename } from 'node:path';
import type { ArrangementId } from '../../core/arrangement/arrangement.ts';
import type { Grain } from '../../core/arrangement/units.ts';
import { arrangements, meantBy } from '../spelling.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { readPlan } from '../../server/plans/readPlan.ts';
import { Problem } from '../../server/problem.ts';
import { arrangementOf, arrangementsOf, takePlan } from '../../server/views/surveyAccess/scope.ts';
import { arrangementWords } from '../../server/views/graphQuery/arrangementWords.ts';
import { filterOf } from '../../server/views/graphQuery/filters.ts';
import { whereReferencesLead } from '../../core/barrels.ts';
import { graphQuery } from '../../server/views/graph/graphQuery.ts';
import { graphFile } from '../../server/views/graph/graphFile.ts';
import type { GraphFormat } from '../../server/views/graph/graphFormats.ts';
import { graphView } from '../../server/views/graph/graphView.ts';
import { readPlain } from '../plain.ts';
import { withSurvey, write } from '../surveying.ts';
import type { Terminal } from '../terminal.ts';

export interface ExportOptions {
  ref?: string;
  by: string;
  grain: Grain;
  format: GraphFormat;
  withTests: boolean;
  out: string;
}

/** Writes who uses whom as a graph, without a browser. */
export async function exportCommand(
  terminal: Terminal,
  typed: string,
  options: ExportOptions,
): Promise<void> {
  const { by, grain, format, withTests, out } = options;
  const built = meantBy(arrangements, by);
  // What was typed wrong is said before a survey is made.
  const plan = built !== undefined ? null : { name: basename(by), text: readPlain(by) };
  await withSurvey(terminal, typed, options, async ({ survey: written }) => {
    const survey = whereReferencesLead(written);
    const id = plan === null ? built! : planned(survey, plan);
    if (!arrangementsOf(survey).includes(id)) throw new Problem('badRequest', `This code has no ${by}.`);
    const picture = graphView(survey, {
      by: id,
      grain,
      filter: filterOf('any', 'resolved'),
      withTests,
      scope: { arrangement: arrangementOf(survey, id), group: 0 },
      query: graphQuery(new URLSearchParams()),
      everything: true,
    });
    const caption = `The ${grain} of the whole codebase by ${arrangementWords[id].by} and what they use; tests ${withTests ? 'shown' : 'hidden'}`;
    return write(terminal, [await graphFile(picture, format, { caption, theme: 'light' })], out);
  });
}

/** Has a survey stand by a plan. Throws a Problem for a file that is none. */
function planned(survey: SurveyedCodebase, file: { name: string; text: string }): ArrangementId {
  const plan = readPlan(
    file,
    survey.files.map(({ path }) => path),
  );
  takePlan(survey, () => plan, file.name);
  return 'plan';
}
