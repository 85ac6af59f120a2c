import { Command, InvalidArgumentError, Option } from 'commander';
import { barrelChoices } from '../core/barrelChoices.ts';
import { proposalSources } from '../server/plans/proposals/sources.ts';
import { graphFormats } from '../server/views/graph/graphFormats.ts';
import type { CheckOptions } from './commands/check.ts';
import type { ExportOptions } from './commands/export.ts';
import type { ModulesOptions } from './commands/modules.ts';
import type { CyclesOptions, MeasuresOptions } from './commands/tables.ts';
import { byOption, grainOption, ofOption } from './spelling.ts';
import { outputLine, type Terminal } from './terminal.ts';

const place = 'a folder, a git repository (path or address), or an archive (.zip, .tar, .tar.gz, .tgz)';

/** All commands and what they are told. What carries a command out is loaded when it is asked for. */
export function programFor(terminal: Terminal): Command {
  const program = new Command('yletope')
    .description('Surveys a codebase: its elements, dependencies, measures and cycles.')
    .configureOutput({
      writeOut: (text) => terminal.out.write(text),
      writeErr: (text) => terminal.err.write(text),
      // An error is one line, for whoever reads logs; commander puts what may have been meant on a second.
      outputError: (text, print) => print(outputLine(text.trim().replaceAll('\n', ' '))),
    })
    .exitOverride();
  addTables(program, terminal);
  addPlans(program, terminal);
  addExport(program, terminal);
  addCheck(program, terminal);
  addStore(program, terminal);
  return program;
}

/** A command that surveys what is typed. */
function surveying(program: Command, name: string, description: string): Command {
  return program
    .command(name)
    .description(description)
    .argument('<PATH|ADDRESS|ARCHIVE>', place)
    .option('--ref <REF>', 'branch, tag or commit of the repository');
}

const barrelsOption = (): Option =>
  new Option('--barrels <COUNTED>', 'count imports of barrels where they lead (through), or as written')
    .choices(barrelChoices)
    .default('through');
const withTestsOption = (): Option => new Option('--with-tests', 'include tests').default(false);

function addTables(program: Command, terminal: Terminal): void {
  surveying(program, 'survey', 'survey a codebase and write the result as JSON')
    .requiredOption('--json <FILE>', 'where to write the exchange format; - for standard output')
    .action(async (typed: string, options: { json: string; ref?: string }) => {
      const { surveyCommand } = await import('./commands/survey.ts');
      await surveyCommand(terminal, typed, options);
    });
  surveying(program, 'measures', 'survey a codebase and write its measures as CSV')
    .addOption(ofOption())
    .addOption(byOption())
    .option('--column <MEASURE...>', 'the measures to write; a usual set by default')
    .addOption(barrelsOption())
    .addOption(withTestsOption())
    .requiredOption('--csv <FILE>', 'where to write them; - for standard output')
    .action(async (typed: string, options: MeasuresOptions) => {
      const { measuresCommand } = await import('./commands/tables.ts');
      await measuresCommand(terminal, typed, options);
    });
  surveying(program, 'cycles', 'survey a codebase and write the dependencies inside its cycles as CSV')
    .addOption(byOption())
    .addOption(grainOption('what cycles are among'))
    .addOption(barrelsOption())
    .addOption(withTestsOption())
    .requiredOption('--csv <FILE>', 'where to write them; - for standard output')
    .action(async (typed: string, options: CyclesOptions) => {
      const { cyclesCommand } = await import('./commands/tables.ts');
      await cyclesCommand(terminal, typed, options);
    });
  surveying(program, 'unused', 'survey a codebase and write its unused code as CSV')
    .requiredOption('--csv <FILE>', 'where to write it; - for standard output')
    .action(async (typed: string, options: { csv: string }) => {
      const { unusedCommand } = await import('./commands/tables.ts');
      await unusedCommand(terminal, typed, options);
    });
}

function addPlans(program: Command, terminal: Terminal): void {
  surveying(program, 'modules', 'survey a codebase and propose a plan of its modules')
    .addOption(
      new Option('--from <SOURCE>', 'what modules are proposed from')
        .choices(proposalSources)
        .default('links'),
    )
    .option(
      '--anchors <FILE>',
      'files typical of each module, as YAML or JSON: module names with lists of patterns',
    )
    .option('--names <SHARE>', 'weight of names relative to links, 0 to 1', share, 0)
    .option('--nearness <SHARE>', 'weight of a common folder relative to links, 0 to 1', share, 0)
    .option('--count <N>', 'number of modules, with --from links', wholeNumber)
    .option('--seed <N>', 'the same number gives the same plan', wholeNumber, 1)
    .requiredOption('--json <FILE>', 'where to write the plan; - for standard output')
    .action(async (typed: string, options: ModulesOptions) => {
      const { modulesCommand } = await import('./commands/modules.ts');
      await modulesCommand(terminal, typed, options);
    });
  program
    .command('compare')
    .description('compare two module plans')
    .argument('<A.json>', 'a plan')
    .argument('<B.json>', 'another plan of the same files')
    .action(async (first: string, second: string) => {
      const { compareCommand } = await import('./commands/compare.ts');
      await compareCommand(terminal, first, second);
    });
}

function addExport(program: Command, terminal: Terminal): void {
  surveying(program, 'export', 'survey a codebase and write its dependencies as a graph')
    .option(
      '--by <ARRANGEMENT>',
      'how files are grouped: folders, packages, build, buildPackages, or a file with a plan',
      'folders',
    )
    .addOption(grainOption('what an open group shows'))
    .addOption(new Option('--format <FORMAT>', 'the format').choices(graphFormats).default('graphml'))
    .option('--with-tests', 'include tests', false)
    .requiredOption('--out <FILE>', 'where to write the graph; - for standard output')
    .action(async (typed: string, options: ExportOptions) => {
      const { exportCommand } = await import('./commands/export.ts');
      await exportCommand(terminal, typed, options);
    });
}

function addCheck(program: Command, terminal: Terminal): void {
  surveying(program, 'check', 'survey a codebase and check it against the rules of its yletope.yaml')
    .option('--rules <FILE>', 'the rules, instead of those in yletope.yaml of the folder')
    .option('--baseline <FILE>', 'known violations: only new ones are reported')
    .option('--since <REF>', 'report only what is new since that branch, tag or commit')
    .option('--strict', 'also fail on a rule, a group or a pattern that matches nothing')
    .option('--write-baseline <FILE>', 'where to write the current violations as a baseline')
    .option('--sarif <FILE>', 'where to write the violations as SARIF 2.1.0; - for standard output')
    .option('--junit <FILE>', 'the same as JUnit XML')
    .option('--markdown <FILE>', 'the same as a summary for a merge request')
    .option('--anew', 'ignore the cache of earlier runs')
    .action(async (typed: string, options: CheckOptions) => {
      const { checkCommand } = await import('./commands/check.ts');
      await checkCommand(terminal, typed, options);
    });
}

/** What works on the database of the web application. */
function addStore(program: Command, terminal: Terminal): void {
  surveying(program, 'open', 'survey a codebase into the database that the web application shows')
    .option('--name <NAME>', 'the name it is listed under')
    .option('--plan <FILE>', 'a module plan, used if it has none yet: YAML, JSON, CSV or a list of owners')
    .option('--rules <FILE>', 'rules, used if it has none yet')
    .action(
      async (typed: string, options: { name?: string; ref?: string; plan?: string; rules?: string }) => {
        const { openCommand } = await import('./commands/open.ts');
        await openCommand(terminal, typed, options);
      },
    );
  program
    .command('rescue')
    .description('save what can still be read of a damaged database into an empty data folder')
    .option('--into <FOLDER>', 'the folder to save it in (default: next to the data folder)')
    .action(async (options: { into?: string }) => {
      const { rescueCommand } = await import('./commands/jobs.ts');
      rescueCommand(terminal, options);
    });
  program
    .command('run')
    .description('run a waiting job of the database')
    .argument('<JOB>', 'the number of the job', Number)
    .action(async (id: number) => {
      const { runCommand } = await import('./commands/jobs.ts');
      await runCommand(id);
    });
}

function share(typed: string): number {
  const value = Number(typed);
  if (typed.trim() === '' || !(value >= 0 && value <= 1))
    throw new InvalidArgumentError('Use a number from 0 to 1.');
  return value;
}

function wholeNumber(typed: string): number {
  const value = Number(typed);
  if (!Number.isInteger(value) || value < 1 || value > 1_000_000)
    throw new InvalidArgumentError('Use a whole number, 1 or more.');
  return value;
}
