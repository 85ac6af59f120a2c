import { basename } from 'node:path';
import { Option, type Command } from 'commander';
import type { ArrangementId } from '../core/arrangement/arrangement.ts';
import type { Grain } from '../core/arrangement/units.ts';
import type { SurveyedCodebase } from '../core/survey.ts';
import { readPlan } from '../server/plans/readPlan.ts';
import { Problem } from '../server/problem.ts';
import { arrangementOf, arrangementsOf, takePlan } from '../server/views/ground/scope.ts';
import { arrangementWords } from '../server/views/picture/arrangementWords.ts';
import { filterOf } from '../server/views/picture/filters.ts';
import { graphQuery } from '../server/views/graph/graphQuery.ts';
import { graphFile, graphFormats, type GraphFormat } from '../server/views/graph/graphFile.ts';
import { graphView } from '../server/views/graph/graphView.ts';
import { readPlain } from './plain.ts';
import { withSurvey, write } from './surveying.ts';

/** The grains as one thing of each is called. */
const grainOf: Record<string, Grain> = { group: 'groups', file: 'files', type: 'types', routine: 'routines' };
const builtOf: Record<string, ArrangementId> = { folders: 'folders', packages: 'packages', build: 'modules' };

/** What writes who uses whom as a graph, without a browser. `place` says what may be surveyed. */
export function addGraphCommand(program: Command, place: string): void {
  program
    .command('export')
    .description('survey a codebase and write who uses whom as a graph')
    .argument('<PATH|ADDRESS|ARCHIVE>', place)
    .option('--ref <REF>', 'branch, tag or commit of the repository')
    .option(
      '--by <ARRANGEMENT>',
      'how elements stand in groups: folders, packages, build, or a file with a plan',
      'folders',
    )
    .addOption(
      new Option('--grain <GRAIN>', 'what stands in a group').choices(Object.keys(grainOf)).default('file'),
    )
    .addOption(new Option('--format <FORMAT>', 'the format').choices(graphFormats).default('graphml'))
    .option('--with-tests', 'count tests in', false)
    .requiredOption('--out <FILE>', 'where to write the graph; - for standard output')
    .action(exportCommand);
}

interface ExportOptions {
  ref?: string;
  by: string;
  grain: string;
  format: GraphFormat;
  withTests: boolean;
  out: string;
}

async function exportCommand(typed: string, options: ExportOptions): Promise<void> {
  const { by, format, withTests, out } = options;
  // What was typed wrong is said before a survey is made.
  const plan = by in builtOf ? null : { name: basename(by), text: readPlain(by) };
  const grain = grainOf[options.grain];
  await withSurvey(typed, options, async ({ survey }) => {
    const id = plan === null ? builtOf[by] : planned(survey, plan);
    if (!arrangementsOf(survey).includes(id))
      throw new Problem('badRequest', `This code has no ${by} to stand in.`);
    const picture = graphView(survey, {
      by: id,
      grain,
      filter: filterOf('any', 'resolved'),
      withTests,
      scope: { arrangement: arrangementOf(survey, id), group: 0 },
      query: graphQuery(new URLSearchParams()),
      everything: true,
    });
    const caption = `${options.grain}s by ${arrangementWords[id].one}, and what they use, tests ${withTests ? 'counted in' : 'left out'}`;
    return write([await graphFile(picture, format, { caption, theme: 'light' })], out);
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
