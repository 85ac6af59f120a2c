import { InvalidArgumentError, Option, type Command } from 'commander';
import { likeness } from '../core/shape/likeness.ts';
import { readAnchorFile } from '../server/plans/anchorFile.ts';
import { modulesByFile, planFileOf, readPlanFile } from '../server/plans/planFile.ts';
import { readComments } from '../server/plans/readComments.ts';
import { proposalSources, proposePlan, type ProposalSource } from '../server/plans/proposePlan.ts';
import { Problem } from '../server/problem.ts';
import { readPlain } from './plain.ts';
import { withSurvey, write } from './surveying.ts';

/** What proposes modules, and what holds one plan to another. `place` says what may be surveyed. */
export function addPlanCommands(program: Command, place: string): void {
  program
    .command('modules')
    .description('survey a codebase and write a plan of the modules that it is made of')
    .argument('<PATH|ADDRESS|ARCHIVE>', place)
    .option('--ref <REF>', 'branch, tag or commit of the repository')
    .addOption(
      new Option('--from <SOURCE>', 'what modules are taken from').choices(proposalSources).default('links'),
    )
    .option(
      '--anchors <FILE>',
      'files typical of each module, as YAML or JSON: a list of patterns by its name',
    )
    .option('--names <SHARE>', 'what names weigh beside links, 0 to 1', share, 0)
    .option('--nearness <SHARE>', 'what lying in one folder weighs beside links, 0 to 1', share, 0)
    .option('--count <N>', 'how many modules there shall be, from links', wholeNumber)
    .option('--seed <N>', 'the same number gives the same plan', wholeNumber, 1)
    .requiredOption('--json <FILE>', 'where to write the plan; - for standard output')
    .action(modulesCommand);
  program
    .command('compare')
    .description('say how alike two plans of modules are')
    .argument('<A.json>', 'a plan')
    .argument('<B.json>', 'another plan of the same files')
    .action(compareCommand);
}

interface ModulesOptions {
  ref?: string;
  from: ProposalSource;
  anchors?: string;
  names: number;
  nearness: number;
  count?: number;
  seed: number;
  json: string;
}

async function modulesCommand(typed: string, options: ModulesOptions): Promise<void> {
  const { from, names, nearness, count = null, seed } = options;
  if ((from === 'anchors') !== (options.anchors !== undefined))
    throw new Problem('badRequest', '--from anchors and --anchors FILE belong together.');
  if (count !== null && from !== 'links')
    throw new Problem('badRequest', '--count is for modules from links; elsewhere their number is given.');
  // What was typed wrong is said before a survey is made.
  const anchors =
    options.anchors === undefined ? null : readAnchorFile(readPlain(options.anchors), options.anchors);
  await withSurvey(typed, options, async ({ survey }, { readText }) => {
    const comments = names > 0 ? await readComments(survey, readText) : undefined;
    const proposal = proposePlan(survey, { from, names, nearness, count, seed, anchors }, comments);
    return write([`${JSON.stringify(planFileOf(proposal, survey.files), null, 1)}\n`], options.json);
  });
}

async function compareCommand(first: string, second: string): Promise<void> {
  const [a, b] = [first, second].map(writtenOut);
  const both = [...a.keys()].filter((key) => b.has(key));
  if (both.length === 0) throw new Problem('badRequest', `${first} and ${second} have no file in common.`);
  const { moJoFm, adjustedRand } = likeness(numbers(both, a), numbers(both, b));
  const alone = (own: ReadonlyMap<string, unknown>, other: ReadonlyMap<string, unknown>): number =>
    [...own.keys()].filter((key) => !other.has(key)).length;
  const lines = [
    `files in both            ${both.length}`,
    `files in ${first} alone  ${alone(a, b)}`,
    `files in ${second} alone  ${alone(b, a)}`,
    `MoJoFM there             ${moJoFm[0].toFixed(1)}`,
    `MoJoFM back              ${moJoFm[1].toFixed(1)}`,
    `adjusted Rand index      ${adjustedRand.toFixed(3)}`,
  ];
  await write([`${lines.join('\n')}\n`], '-');
}

/** The module of each file of a plan. Throws a Problem for one that says it by folders. */
function writtenOut(name: string): Map<string, string | null> {
  const modules = modulesByFile(readPlanFile(readPlain(name), name), name);
  const folder = [...modules.keys()].find((key) => key.endsWith('**'));
  if (folder !== undefined)
    throw new Problem(
      'badRequest',
      `${name} places folders (${folder}): compare plans with their files written out.`,
    );
  return modules;
}

/** Modules by number, in the order in which they are met; what is not placed stands together. */
function numbers(keys: readonly string[], moduleOf: ReadonlyMap<string, string | null>): number[] {
  const known = new Map<string | null, number>();
  return keys.map((key) => {
    const module = moduleOf.get(key) ?? null;
    let number = known.get(module);
    if (number === undefined) known.set(module, (number = known.size));
    return number;
  });
}

function share(typed: string): number {
  const value = Number(typed);
  if (typed.trim() === '' || !(value >= 0 && value <= 1))
    throw new InvalidArgumentError('It lies from 0 to 1.');
  return value;
}

function wholeNumber(typed: string): number {
  const value = Number(typed);
  if (!Number.isInteger(value) || value < 1 || value > 1_000_000)
    throw new InvalidArgumentError('It is a whole number from 1 on.');
  return value;
}
