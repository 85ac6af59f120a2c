import { createWriteStream } from 'node:fs';
import { basename } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Command, CommanderError } from 'commander';
import { exchangeFormat } from '../server/export/exchangeFormat.ts';
import { checkedRoot } from '../server/intake/intake.ts';
import { Problem, sentenceOf } from '../server/problem.ts';
import { openCodebase } from '../server/store/codebases.ts';
import { openStore } from '../server/store/database.ts';
import { createJob, interruptOrphans, job } from '../server/store/jobs.ts';
import { latestSurvey } from '../server/store/surveys.ts';
import { runJob } from '../server/survey/runJob.ts';
import { commitOf } from '../server/survey/commit.ts';
import { surveyFolder, type Progress } from '../server/survey/surveyFolder.ts';

const BAD_INPUT = 2;

const program = new Command('yletope')
  .description('Surveys a codebase: its elements, dependencies, measures and cycles.')
  .exitOverride();

program
  .command('survey')
  .description('survey a folder and write the result as JSON')
  .argument('<DIR>', 'the folder to survey')
  .requiredOption('--json <FILE>', 'where to write the exchange format; - for standard output')
  .action(surveyCommand);

program
  .command('open')
  .description('survey a folder into the database that the web application shows')
  .argument('<DIR>', 'the folder to survey')
  .option('--name <NAME>', 'the name it is listed under')
  .action(openCommand);

/** Surveys anew only what has no finished survey yet, so that starting again is quick. */
async function openCommand(dir: string, options: { name?: string }): Promise<void> {
  const store = openStore();
  interruptOrphans(store);
  const opened = openCodebase(store, checkedRoot(dir), options.name);
  if (!latestSurvey(store, opened.id)) {
    const created = createJob(store, opened.id);
    await runJob(store, created.id);
    const ended = job(store, created.id);
    if (ended.state !== 'finished') throw new Problem('badRequest', ended.message);
  }
  store.close();
}

program
  .command('run')
  .description('carry out a survey that waits in the database')
  .argument('<JOB>', 'the number of the job', Number)
  .action(async (id: number) => {
    const store = openStore();
    await runJob(store, id);
    store.close();
  });

async function surveyCommand(dir: string, options: { json: string }): Promise<void> {
  const root = checkedRoot(dir);
  const commit = commitOf(root);
  const { survey, leftOut } = await surveyFolder(root, { onProgress: showProgress });
  const head = {
    name: basename(root),
    root,
    ...(commit === undefined ? {} : { commit }),
    surveyedAt: new Date().toISOString(),
  };
  const pieces = Readable.from(exchangeFormat(survey, leftOut, head));
  const toStandardOutput = options.json === '-';
  await pipeline(pieces, toStandardOutput ? process.stdout : createWriteStream(options.json), {
    end: !toStandardOutput,
  });
  clearProgress();
  const lines = survey.files.reduce((sum, file) => sum + file.lines.lines, 0);
  process.stderr.write(
    `Surveyed ${survey.files.length} files, ${lines.toLocaleString('en')} lines; ${survey.gaps.length} gaps, ${leftOut.length} left out.\n`,
  );
}

function showProgress({ phase, done, total }: Progress): void {
  if (process.stderr.isTTY) process.stderr.write(`\r\x1b[K${phase} ${done} of ${total}`);
}

function clearProgress(): void {
  if (process.stderr.isTTY) process.stderr.write('\r\x1b[K');
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
