import { join } from 'node:path';
import type { Command } from 'commander';
import { judged } from '../core/judge/judged.ts';
import { readRules } from '../server/views/rules/readRules.ts';
import { linesOf } from '../server/views/rules/ruleWords.ts';
import { sarifOf } from '../server/views/rules/sarif.ts';
import { arrangementOf } from '../server/views/ground/scope.ts';
import { testElements } from '../server/views/ground/tests.ts';
import { readPlain } from './plans.ts';
import { withSurvey, write } from './surveying.ts';

const RULES_FILE = 'yletope.yaml';
const FOUND = 1;

interface CheckOptions {
  ref?: string;
  rules?: string;
  sarif?: string;
}

/** Holds a codebase to its rules: ends with 1 where something breaks them. `place` says what may be surveyed. */
export function addCheckCommand(program: Command, place: string): void {
  program
    .command('check')
    .description('survey a codebase and hold it to the rules that its yletope.yaml says')
    .argument('<PATH|ADDRESS|ARCHIVE>', place)
    .option('--ref <REF>', 'branch, tag or commit of the repository')
    .option('--rules <FILE>', 'the rules, where they are not in the yletope.yaml of the folder')
    .option('--sarif <FILE>', 'where to write what was found as SARIF 2.1.0; - for standard output')
    .action(checkCommand);
}

async function checkCommand(typed: string, options: CheckOptions): Promise<void> {
  // What was typed wrong is said before a survey is made.
  const file = options.rules ?? join(typed, RULES_FILE);
  const book = readRules({ name: options.rules ?? RULES_FILE, text: readPlain(file) });
  await withSurvey(typed, options.ref, async ({ survey }) => {
    const isTest = testElements(survey);
    const packages = () => arrangementOf(survey, 'packages');
    const today = new Date().toISOString().slice(0, 10);
    const judgement = judged({ survey, packages, isTest }, book, today);
    const lines = linesOf(judgement, book.rules);
    if (options.sarif !== undefined) await write([sarifOf(judgement, book.rules)], options.sarif);
    if (options.sarif !== '-') process.stdout.write(`${lines.join('\n')}\n`);
    if (judgement.violations.length > 0) process.exitCode = FOUND;
  });
}
