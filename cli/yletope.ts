import { createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Command, CommanderError } from 'commander';
import { exchangeFormat } from '../server/export/exchangeFormat.ts';
import { Problem, sentenceOf } from '../server/problem.ts';
import { nameOf, originOf, type Origin } from '../server/source/address.ts';
import { defaultLimits } from '../server/source/archive/limits.ts';
import { openSource } from '../server/source/openSource.ts';
import { openCodebase } from '../server/store/codebases.ts';
import { openStore } from '../server/store/database.ts';
import { createJob, interruptOrphans, job } from '../server/store/jobs.ts';
import { latestSurvey } from '../server/store/surveys.ts';
import type { Progress } from '../server/survey/progress.ts';
import { runJob } from '../server/survey/runJob.ts';
import { surveySource, type SourceSurvey } from '../server/survey/surveySource.ts';

const BAD_INPUT = 2;

const program = new Command('yletope')
  .description('Surveys a codebase: its elements, dependencies, measures and cycles.')
  .exitOverride();

const place = 'a folder, a git repository (path or address), or an archive (.zip, .tar, .tar.gz, .tgz)';

program
  .command('survey')
  .description('survey a codebase and write the result as JSON')
  .argument('<PATH|ADDRESS|ARCHIVE>', place)
  .option('--ref <REF>', 'branch, tag or commit of the repository')
  .requiredOption('--json <FILE>', 'where to write the exchange format; - for standard output')
  .action(surveyCommand);

program
  .command('open')
  .description('survey a codebase into the database that the web application shows')
  .argument('<PATH|ADDRESS|ARCHIVE>', place)
  .option('--ref <REF>', 'branch, tag or commit of the repository')
  .option('--name <NAME>', 'the name it is listed under')
  .action(openCommand);

/** Surveys anew only what has no finished survey yet, so that starting again is quick. */
async function openCommand(typed: string, options: { name?: string; ref?: string }): Promise<void> {
  const store = openStore();
  interruptOrphans(store);
  const opened = openCodebase(store, originOf(typed, options.ref), options.name);
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
  .description('carry out a job that waits in the database')
  .argument('<JOB>', 'the number of the job', Number)
  .action(async (id: number) => {
    const store = openStore();
    await runJob(store, id);
    store.close();
  });

async function surveyCommand(typed: string, options: { json: string; ref?: string }): Promise<void> {
  const origin = originOf(typed, options.ref);
  const workplace = mkdtempSync(join(tmpdir(), 'yletope-cli-'));
  try {
    const { commit, result } = await surveyOrigin(origin, workplace);
    await write(origin, commit, result, options.json);
  } finally {
    rmSync(workplace, { recursive: true, force: true });
  }
}

async function surveyOrigin(
  origin: Origin,
  workplace: string,
): Promise<{ commit: string | undefined; result: SourceSurvey }> {
  const source = await openSource(origin, {
    workplace,
    limits: defaultLimits,
    refresh: true,
    onStep: (step) => showProgress({ phase: 'open', done: 0, total: 0, step }),
  });
  try {
    const result = await surveySource(source, { name: origin.address, onProgress: showProgress });
    return { commit: source.commit, result };
  } finally {
    await source.close();
  }
}

async function write(
  origin: Origin,
  commit: string | undefined,
  { survey, leftOut }: SourceSurvey,
  json: string,
): Promise<void> {
  const head = {
    name: nameOf(origin),
    root: origin.address,
    ...(commit === undefined ? {} : { commit }),
    surveyedAt: new Date().toISOString(),
  };
  const pieces = Readable.from(exchangeFormat(survey, leftOut, head));
  const toStandardOutput = json === '-';
  await pipeline(pieces, toStandardOutput ? process.stdout : createWriteStream(json), {
    end: !toStandardOutput,
  });
  clearProgress();
  const lines = survey.files.reduce((sum, file) => sum + file.lines.lines, 0);
  process.stderr.write(
    `Surveyed ${survey.files.length} files, ${lines.toLocaleString('en')} lines; ${survey.gaps.length} gaps, ${leftOut.length} left out.\n`,
  );
}

function showProgress({ phase, done, total, step }: Progress): void {
  if (!process.stderr.isTTY) return;
  process.stderr.write(`\r\x1b[K${step ?? `${phase} ${done} of ${total}`}`.slice(0, 120));
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
