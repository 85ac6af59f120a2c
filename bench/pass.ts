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
import { createJob } from '../server/store/jobs.ts';
import { latestSurvey } from '../server/store/surveys.ts';
import { runJob } from '../server/survey/runJob.ts';

/** One timed pass over a folder, in a process of its own: `pass.ts bare|survey FOLDER`. Prints its figures as JSON. */
const [, , kind, root] = process.argv;
const started = performance.now();
const counts = kind === 'bare' ? await bareParse() : await survey();
const milliseconds = performance.now() - started;
console.log(JSON.stringify({ milliseconds, peakMemory: process.resourceUsage().maxRSS * 1024, ...counts }));

/** Reads, parses and walks every node of the files that a survey would read, with as many threads, and nothing else. */
async function bareParse(): Promise<{ files: number; lines: number }> {
  const intake = await takeIn(folderSource(root));
  const pool = new Piscina<unknown, number>({
    filename: join(installationRoot, 'bench', 'bareWorker.mjs'),
    maxThreads: Math.min(8, availableParallelism()),
    concurrentTasksPerWorker: 1,
  });
  const files = [...intake.files].sort((a, b) => b.size - a.size);
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

/** A whole survey through the database, as the server runs it. */
async function survey(): Promise<{ files: number; lines: number }> {
  const store = openStore();
  const opened = openCodebase(store, folderOrigin(root));
  await runJob(store, createJob(store, opened.id).id);
  const totals = latestSurvey(store, opened.id)!.totals;
  store.close();
  return { files: totals.files, lines: totals.lines };
}
