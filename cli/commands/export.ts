import { basename } from 'node:path';
import type { ArrangementId } from '../../core/arrangement/arrangement.ts';
import { grainOf } from '../grains.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { readPlan } from '../../server/plans/readPlan.ts';
import { Problem } from '../../server/problem.ts';
import { arrangementOf, arrangementsOf, takePlan } from '../../server/views/ground/scope.ts';
import { arrangementWords } from '../../server/views/picture/arrangementWords.ts';
import { filterOf } from '../../server/views/picture/filters.ts';
import { whereReferencesLead } from '../../core/barrels.ts';
import { graphQuery } from '../../server/views/graph/graphQuery.ts';
import { graphFile } from '../../server/views/graph/graphFile.ts';
import type { GraphFormat } from '../../server/views/graph/graphFormats.ts';
import { graphView } from '../../server/views/graph/graphView.ts';
import { readPlain } from '../plain.ts';
import { withSurvey, write } from '../surveying.ts';
import type { Terminal } from '../terminal.ts';

const builtOf: Record<string, ArrangementId> = {
  folders: 'folders',
  packages: 'packages',
  build: 'modules',
  modulePackages: 'modulePackages',
};

export interface ExportOptions {
  ref?: string;
  by: string;
  grain: keyof typeof grainOf;
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
  const { by, format, withTests, out } = options;
  // What was typed wrong is said before a survey is made.
  const plan = by in builtOf ? null : { name: basename(by), text: readPlain(by) };
  const grain = grainOf[options.grain];
  await withSurvey(terminal, typed, options, async ({ survey: written }) => {
    const survey = whereReferencesLead(written);
    const id = plan === null ? builtOf[by] : planned(survey, plan);
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
    const caption = `${options.grain}s by ${arrangementWords[id].by}, and what they use, tests ${withTests ? 'counted in' : 'left out'}`;
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
