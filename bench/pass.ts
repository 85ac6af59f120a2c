import { appendFileSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import { join } from 'node:path';
import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { installationRoot } from '../server/installation.ts';
import { takeIn } from '../server/intake/intake.ts';
import { folderOrigin } from '../server/source/address.ts';
import { folderSource } from '../server/source/folder/folderSource.ts';
import { openCodebase } from '../server/store/codebases.ts';
import { openStore } from '../server/store/database.ts';
import { loadIntake } from '../server/store/intakes.ts';
import { createJob, type JobKind } from '../server/store/jobs.ts';
import { runJob } from '../server/work/runJob.ts';

/**
 * One timed pass over a folder, in a process of its own: `pass.ts bare|intake|survey FOLDER [CHANGED]`. With a file
 * that is changed, it is surveyed again in the same process, as in a server that runs on. Prints figures as JSON.
 */
const [, , kind, root, changed] = process.argv;
const passes = {
  bare: bareParse,
  intake: () => throughTheStore('intake'),
  survey: () => throughTheStore('survey'),
};
// The bare pass is given its files: which they are is a question of the survey's own.
const given = kind === 'bare' ? (await takeIn(folderSource(root))).files : [];
const { milliseconds, counts } = await timed(passes[kind as keyof typeof passes]);
let againMilliseconds = NaN;
if (changed !== undefined) {
  appendFileSync(changed, `\n${changed.endsWith('.py') ? '#' : '//'} one file changed\n`);
  ({ milliseconds: againMilliseconds } = await timed(passes.survey));
}
const peakMemory = process.resourceUsage().maxRSS * 1024;
console.log(JSON.stringify({ milliseconds, againMilliseconds, peakMemory, ...counts }));

async function timed<T>(pass: () => Promise<T>): Promise<{ milliseconds: number; counts: T }> {
  const started = performance.now();
  const counts = await pass();
  return { milliseconds: performance.now() - started, counts };
}

/** Reads, parses and walks every node of the files that a survey would read, with as many threads, and nothing else. */
async function bareParse(): Promise<{ files: number; lines: number }> {
  const pool = new Piscina<unknown, number>({
    filename: join(installationRoot, 'bench', 'bareWorker.mjs'),
    maxThreads: Math.min(8, availableParallelism()),
    concurrentTasksPerWorker: 1,
  });
  const files = [...given].sort((a, b) => b.size - a.size);
  const tasks: { absolute: string; grammar: string }[][] = [];
  let bytes = Infinity;
  for (const { path, grammar, size } of files) {
    if (bytes + size > 150_000) {
      tasks.push([]);
      bytes = 0;
    }
    tasks[tasks.length - 1].push({ absolute: join(root, path), grammar });
    bytes += size;
  }
  const lines = await Promise.all(tasks.map((task) => pool.run(task)));
  await pool.destroy();
  return { files: files.length, lines: lines.reduce((sum, n) => sum + n, 0) };
}

/** A whole survey, or the look before one, through the database, as the server runs it. */
async function throughTheStore(kind: JobKind): Promise<{ files: number; lines: number }> {
  const store = openStore();
  const opened = openCodebase(store, folderOrigin(root));
  await runJob(store, createJob(store, opened.id, { kind }).id);
  const { files } = loadIntake(store, opened.id)!.intake;
  store.close();
  return { files: files.length, lines: files.reduce((sum, { lines }) => sum + lines, 0) };
}
