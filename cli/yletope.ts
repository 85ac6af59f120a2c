import { basename } from 'node:path';
import { Command, CommanderError, Option } from 'commander';
import { builtArrangements, type BuiltArrangement } from '../core/arrangement/arrangement.ts';
import { grains, type Grain } from '../core/arrangement/units.ts';
import { measuredKinds, type MeasuredKind } from '../core/measures/measure.ts';
import type { SurveyedCodebase } from '../core/survey.ts';
import { exchangeFormat } from '../server/export/exchangeFormat.ts';
import { dataFolder } from '../server/installation.ts';
import { sentenceOf } from '../server/failure.ts';
import { Problem } from '../server/problem.ts';
import { nameOf, originOf } from '../server/source/address.ts';
import { openCodebase } from '../server/store/codebases.ts';
import { openStore } from '../server/store/database.ts';
import { createJob, interruptOrphans, job } from '../server/store/jobs.ts';
import { makePlan, modulePlans } from '../server/store/modulePlans.ts';
import { latestSurvey, surveyedHashes } from '../server/store/surveys.ts';
import { rescue } from '../server/store/rescue.ts';
import { runJob } from '../server/work/runJob.ts';
import { cyclesCsv } from '../server/views/cyclesView.ts';
import { arrangementOf, arrangementsOf } from '../server/views/ground/scope.ts';
import { measuresQuery } from '../server/views/measuresQuery.ts';
import { measuresCsv } from '../server/views/measuresView.ts';
import { filterOf } from '../server/views/picture/filters.ts';
import { takePlanOver } from '../server/plans/takePlanOver.ts';
import { readPlan } from '../server/plans/readPlan.ts';
import { addCheckCommand } from './check.ts';
import { addGraphCommand } from './graphs.ts';
import { readPlain } from './plain.ts';
import { changeRuleBook, ruleBook } from '../server/store/ruleBooks.ts';
import { readRules } from '../server/views/rules/readRules.ts';
import { addPlanCommands } from './plans.ts';
import { clearProgress, withSurvey, write } from './surveying.ts';

const BAD_INPUT = 2;

const program = new Command('yletope')
  .description('Surveys a codebase: its elements, dependencies, measures and cycles.')
  // An error is one line, for whoever reads logs; commander puts what may have been meant on a second.
  .configureOutput({ outputError: (text, print) => print(`${text.trim().replaceAll('\n', ' ')}\n`) })
  .exitOverride();

const place = 'a folder, a git repository (path or address), or an archive (.zip, .tar, .tar.gz, .tgz)';

program
  .command('survey')
  .description('survey a codebase and write the result as JSON')
  .argument('<PATH|ADDRESS|ARCHIVE>', place)
  .option('--ref <REF>', 'branch, tag or commit of the repository')
  .requiredOption('--json <FILE>', 'where to write the exchange format; - for standard output')
  .action(surveyCommand);

const byOption = new Option('--by <ARRANGEMENT>', 'how elements stand in groups')
  .choices(builtArrangements)
  .default('folders');
const withTestsOption = new Option('--with-tests', 'count tests too').default(false);

program
  .command('measures')
  .description('survey a codebase and write its measures as comma-separated values')
  .argument('<PATH|ADDRESS|ARCHIVE>', place)
  .option('--ref <REF>', 'branch, tag or commit of the repository')
  .addOption(new Option('--of <KIND>', 'what is measured').choices(measuredKinds).default('file'))
  .addOption(byOption)
  .option('--column <MEASURE...>', 'the measures to write; the usual ones when none is named')
  .addOption(withTestsOption)
  .requiredOption('--csv <FILE>', 'where to write them; - for standard output')
  .action(measuresCommand);

program
  .command('cycles')
  .description('survey a codebase and write the dependencies inside its cycles as comma-separated values')
  .argument('<PATH|ADDRESS|ARCHIVE>', place)
  .option('--ref <REF>', 'branch, tag or commit of the repository')
  .addOption(byOption)
  .addOption(new Option('--grain <GRAIN>', 'what a cycle is among').choices(grains).default('files'))
  .addOption(withTestsOption)
  .requiredOption('--csv <FILE>', 'where to write them; - for standard output')
  .action(cyclesCommand);

addPlanCommands(program, place);
addGraphCommand(program, place);
addCheckCommand(program, place);

program
  .command('open')
  .description('survey a codebase into the database that the web application shows')
  .argument('<PATH|ADDRESS|ARCHIVE>', place)
  .option('--ref <REF>', 'branch, tag or commit of the repository')
  .option('--name <NAME>', 'the name it is listed under')
  .option(
    '--plan <FILE>',
    'a plan of its modules, to be read unless it has one: YAML, JSON, CSV or a list of owners',
  )
  .option('--rules <FILE>', 'what it is held to, to be taken over unless it has rules')
  .action(openCommand);

/** Surveys anew only what has no finished survey yet, so that starting again is quick. */
async function openCommand(
  typed: string,
  options: { name?: string; ref?: string; plan?: string; rules?: string },
): Promise<void> {
  // What was typed wrong is said before a survey is made.
  const text = options.plan === undefined ? null : readPlain(options.plan);
  const rules = options.rules === undefined ? null : readPlain(options.rules);
  const read = rules === null ? null : readRules({ name: options.rules!, text: rules });
  const store = openStore();
  interruptOrphans(store);
  const opened = openCodebase(store, originOf(typed, options.ref), options.name);
  if (!latestSurvey(store, opened.id)) {
    const created = createJob(store, opened.id);
    await runJob(store, created.id);
    const ended = job(store, created.id);
    if (ended.state !== 'finished') throw new Problem('badRequest', ended.message);
  }
  const survey = latestSurvey(store, opened.id);
  if (text !== null && survey && modulePlans(store, opened.id).length === 0) {
    const name = basename(options.plan!);
    const plan = readPlan({ name, text }, [...surveyedHashes(store, survey.id).keys()]);
    makePlan(store, opened.id, name.replace(/\.\w+$/, ''), plan);
  }
  if (read !== null && ruleBook(store, opened.id).revision === 0) {
    changeRuleBook(store, opened.id, { revision: 0, what: 'read' }, () => rules!);
    if (read.plan !== null) takePlanOver(store, opened.id, read.plan);
  }
  store.close();
}

program
  .command('rescue')
  .description('save what can still be read of a damaged database into an empty data folder')
  .option('--into <FOLDER>', 'the folder to save it in; one beside the data folder unless it is named')
  .action(({ into }: { into?: string }) => {
    const folder = dataFolder();
    const target = into ?? `${folder}-rescued-${new Date().toISOString().slice(0, 19).replace(/\D/g, '')}`;
    for (const { table, saved, isPartial } of rescue(folder, target))
      if (saved > 0 || isPartial)
        process.stdout.write(`${table}: ${saved} rows${isPartial ? ', not all of them' : ''}\n`);
    process.stdout.write(
      `Saved in ${target}. Start Yletope with YLETOPE_DATA=${target}, and survey again what has lost its survey.\n`,
    );
  });

program
  .command('run')
  .description('carry out a job that waits in the database')
  .argument('<JOB>', 'the number of the job', Number)
  .action(async (id: number) => {
    const store = openStore();
    await runJob(store, id);
    store.close();
  });

async function surveyCommand(typed: string, options: { json: string; ref?: string }): Promise<void> {
  await withSurvey(typed, options, (result, { origin, commit }) => {
    const head = {
      name: nameOf(origin),
      root: origin.address,
      ...(commit === undefined ? {} : { commit }),
      surveyedAt: new Date().toISOString(),
    };
    return write(exchangeFormat(result.survey, result.leftOut, head), options.json);
  });
}

interface TableOptions {
  csv: string;
  ref?: string;
  by: BuiltArrangement;
  withTests: boolean;
}

async function measuresCommand(
  typed: string,
  options: TableOptions & { of: MeasuredKind; column?: string[] },
): Promise<void> {
  const { of, by, withTests, column = [] } = options;
  const asked = [['of', of], ...column.map((id) => ['column', id])];
  const query = measuresQuery(new URLSearchParams(asked));
  const unfit = column.find((id) => !query.columns.includes(id));
  if (unfit !== undefined) throw new Problem('badRequest', `${unfit} is no measure of a ${of}.`);
  await withSurvey(typed, options, ({ survey }) => {
    const scope = { arrangement: arrangementOf(survey, neededArrangement(survey, by)), group: 0 };
    return write([measuresCsv(survey, { ...query, scope, withTests })], options.csv);
  });
}

async function cyclesCommand(typed: string, options: TableOptions & { grain: Grain }): Promise<void> {
  const { grain, withTests } = options;
  await withSurvey(typed, options, ({ survey }) => {
    const by = neededArrangement(survey, options.by);
    const question = { by, grain, withTests, filter: filterOf('any', 'resolved') };
    return write([cyclesCsv(survey, question)], options.csv);
  });
}

/** The arrangement asked for; a Problem where the code has none such, for an empty table would look like an answer. */
function neededArrangement(survey: SurveyedCodebase, by: BuiltArrangement): BuiltArrangement {
  if (!arrangementsOf(survey).includes(by))
    throw new Problem('badRequest', `This code has no ${by} to arrange it by.`);
  return by;
}

try {
  await program.parseAsync();
} catch (error) {
  if (error instanceof CommanderError) {
    process.exitCode = error.exitCode === 0 ? 0 : BAD_INPUT;
  } else {
    clearProgress();
    process.stderr.write(`yletope: ${sentenceOf(error)}\n`);
    process.exitCode = BAD_INPUT;
  }
}
