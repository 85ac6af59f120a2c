import { join } from 'node:path';
import type { Command } from 'commander';
import { judged } from '../core/judge/judged.ts';
import type { Judgement, Rule } from '../core/judge/rules.ts';
import type { SourceSurvey } from '../server/survey/surveySource.ts';
import {
  baselineOf,
  goneSince,
  newSince,
  readBaseline,
  type Baseline,
} from '../server/views/rules/baseline.ts';
import { junitOf } from '../server/views/rules/junit.ts';
import { mergeSummary } from '../server/views/rules/mergeSummary.ts';
import { readRules, type RulesFile } from '../server/views/rules/readRules.ts';
import { judgedSurvey, RULES_FILE, today } from '../server/views/rules/rulesView.ts';
import { failing, linesOf } from '../server/views/rules/ruleWords.ts';
import { sarifOf } from '../server/views/rules/sarif.ts';
import { readPlain } from './plain.ts';
import { withSurvey, write } from './surveying.ts';

const FOUND = 1;

interface CheckOptions {
  ref?: string;
  anew?: boolean;
  rules?: string;
  baseline?: string;
  since?: string;
  writeBaseline?: string;
  sarif?: string;
  junit?: string;
  markdown?: string;
}

/** Holds a codebase to its rules: ends with 1 where something breaks them. `place` says what may be surveyed. */
export function addCheckCommand(program: Command, place: string): void {
  program
    .command('check')
    .description('survey a codebase and hold it to the rules that its yletope.yaml says')
    .argument('<PATH|ADDRESS|ARCHIVE>', place)
    .option('--ref <REF>', 'branch, tag or commit of the repository')
    .option('--rules <FILE>', 'the rules, where they are not in the yletope.yaml of the folder')
    .option('--baseline <FILE>', 'breaks that are known: only new ones are told')
    .option('--since <REF>', 'only what came since that branch, tag or commit of the repository is told')
    .option('--write-baseline <FILE>', 'where to write what breaks the rules now, as a baseline')
    .option('--sarif <FILE>', 'where to write what was found as SARIF 2.1.0; - for standard output')
    .option('--junit <FILE>', 'the same as JUnit XML')
    .option('--markdown <FILE>', 'the same as a summary for a merge request')
    .option('--anew', 'read everything anew, whatever is known of earlier runs')
    .action(checkCommand);
}

async function checkCommand(typed: string, options: CheckOptions): Promise<void> {
  // What was typed wrong is said before a survey is made.
  const file = options.rules ?? join(typed, RULES_FILE);
  const book = readRules({ name: options.rules ?? RULES_FILE, text: readPlain(file) });
  const baseline =
    options.baseline === undefined ? null : { name: options.baseline, text: readPlain(options.baseline) };
  const then =
    options.since === undefined ? null : await foundAt(typed, options.since, { book, anew: options.anew });
  await withSurvey(typed, { ...options, intake: book.intake }, async (result) => {
    const all = judgementOf(result, book);
    const known = then ?? (baseline && readBaseline(baseline, pathsOf(result)));
    const told = known === null ? all : { ...all, violations: newSince(all.violations, known) };
    await tell(told, book.rules, { options, all, known });
    if (failing(told.violations, book.rules).length > 0) process.exitCode = FOUND;
  });
}

function judgementOf({ survey }: SourceSurvey, book: RulesFile): Judgement {
  return judged(judgedSurvey(survey), book, today());
}

function pathsOf({ survey }: SourceSurvey): (path: string) => boolean {
  const paths = new Set(survey.files.map(({ path }) => path));
  return (path) => paths.has(path);
}

/** What broke the same rules at another time. */
async function foundAt(
  typed: string,
  ref: string,
  { book, anew }: { book: RulesFile; anew?: boolean },
): Promise<Baseline> {
  let found: Baseline | undefined;
  await withSurvey(typed, { ref, intake: book.intake, anew }, (result) => {
    found = baselineOf(judgementOf(result, book));
    return Promise.resolve();
  });
  return found!;
}

/** Writes what is asked for, and the lines unless something else goes to standard output. */
async function tell(
  told: Judgement,
  rules: readonly Rule[],
  { options, all, known }: { options: CheckOptions; all: Judgement; known: Baseline | null },
): Promise<void> {
  const before = all.violations.length - told.violations.length;
  const since = options.since ?? options.baseline ?? null;
  const written = {
    sarif: () => sarifOf(told, rules),
    junit: () => junitOf(told, rules),
    markdown: () => mergeSummary(told, rules, { since, known: before }),
    writeBaseline: () => `${JSON.stringify(baselineOf(all), null, 1)}\n`,
  };
  for (const [name, text] of Object.entries(written)) {
    const target = options[name as keyof typeof written];
    if (target !== undefined) await write([text()], target);
  }
  if (Object.keys(written).some((name) => options[name as keyof typeof written] === '-')) return;
  const lines = linesOf(told, rules);
  if (known !== null) {
    const gone = goneSince(all.violations, known);
    lines.push(`${before} known before${gone === 0 ? '' : `, ${gone} of what was known is gone or less`}`);
  }
  process.stdout.write(`${lines.join('\n')}\n`);
}
