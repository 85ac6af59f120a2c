import { setMaxListeners } from 'node:events';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { Piscina } from 'piscina';
import { comparePaths } from '../../core/link/elements.ts';
import type { FactsOfFile } from '../../core/link/linked.ts';
import { assembleSurvey, type SurveyedCodebase } from '../../core/survey.ts';
import { workerFile } from '../installation.ts';
import { fileTreeOf } from '../intake/fileTree.ts';
import { takeIn, type Intake, type IntakeFile, type LeftOut } from '../intake/intake.ts';
import { Problem } from '../problem.ts';
import type { ExtractResult, ExtractTask } from '../work/extractWorker.ts';
import { unpackFacts } from '../work/packedFacts.ts';

export const phases = ['intake', 'extract', 'link', 'store'] as const;
export type Phase = (typeof phases)[number];

export interface Progress {
  phase: Phase;
  done: number;
  total: number;
}

/** Facts of earlier surveys. A stamp (size and time of change) saves reading a file that has not changed. */
export interface FactsCache {
  hashOf(path: string, size: number, modifiedMs: number): string | undefined;
  facts(hash: string, grammar: string): Uint8Array | undefined;
  keep(file: IntakeFile, hash: string, packed: Uint8Array): void;
}

export interface SurveyOptions {
  cache?: FactsCache;
  onProgress?: (progress: Progress) => void;
  signal?: AbortSignal;
  threads?: number;
}

export interface FolderSurvey {
  survey: SurveyedCodebase;
  leftOut: LeftOut[];
  hashes: Map<string, string>;
  intake: Intake;
}

/** Surveys a folder: intake, extraction in worker threads, linking. Stops with a Problem when the signal says so. */
export async function surveyFolder(root: string, options: SurveyOptions = {}): Promise<FolderSurvey> {
  const progress = options.onProgress ?? (() => {});
  progress({ phase: 'intake', done: 0, total: 0 });
  const pool = startPool(options);
  let intake: Intake;
  let extracted: Extracted;
  try {
    intake = takeIn(root);
    if (intake.files.length === 0) throw new Problem('nothingToRead', nothingToRead(intake));
    extracted = await extractAll(intake, pool, options);
  } finally {
    // Linking need not wait for the threads to end.
    void pool.destroy();
  }
  stopIfAsked(options.signal);
  const { files, hashes } = extracted;
  const leftOut = [...intake.leftOut, ...extracted.leftOut].sort((a, b) => (a.path < b.path ? -1 : 1));
  if (files.length === 0)
    throw new Problem(
      'nothingToRead',
      `None of the ${intake.files.length} files in ${root} could be read as text.`,
    );
  progress({ phase: 'link', done: 0, total: files.length });
  files.sort((a, b) => comparePaths(a.path, b.path));
  const tree = fileTreeOf(intake, new Set(files.map(({ path }) => path)), leftOut);
  return { survey: assembleSurvey(files, tree), leftOut, hashes, intake };
}

function nothingToRead({ root, leftOut }: Intake): string {
  if (leftOut.length === 0) return `${root} is empty.`;
  return `${root} holds no TypeScript or JavaScript that could be read; ${leftOut.length} files and folders were left out.`;
}

function stopIfAsked(signal: AbortSignal | undefined): void {
  if (signal?.aborted) throw new Problem('stopped', 'The survey was stopped.');
}

interface Extracted {
  files: FactsOfFile[];
  leftOut: LeftOut[];
  hashes: Map<string, string>;
}

/** Bytes of source that one task holds: enough to be worth sending, few enough to show progress and to stop. */
const BATCH_BYTES = 150_000;

async function extractAll(intake: Intake, pool: ExtractPool, options: SurveyOptions): Promise<Extracted> {
  const { cache, signal } = options;
  const result: Extracted = { files: [], leftOut: [], hashes: new Map() };
  const report = progressReporter(intake.files.length, options);
  const accept = (file: IntakeFile, hash: string, packed: Uint8Array): void => {
    const { path, language, isTest } = file;
    result.files.push({ path, language, isTest, facts: unpackFacts(packed) });
    result.hashes.set(path, hash);
  };
  const known: { file: IntakeFile; hash: string; packed: Uint8Array }[] = [];
  const unread: IntakeFile[] = [];
  for (const file of intake.files) {
    const hash = cache?.hashOf(file.path, file.size, file.modifiedMs);
    const packed = hash === undefined ? undefined : cache?.facts(hash, file.grammar);
    if (hash === undefined || !packed) unread.push(file);
    else known.push({ file, hash, packed });
  }
  // The threads are set to work first, so that they read what is new while this one unpacks what is known.
  const extracting = extractInPool(pool, intake, unread, options, (file, item) => {
    report(1);
    if (item.kind === 'leftOut') {
      result.leftOut.push(item);
      return;
    }
    accept(file, item.hash, item.packed);
    cache?.keep(file, item.hash, item.packed);
  });
  for (const { file, hash, packed } of known) {
    accept(file, hash, packed);
    report(1);
  }
  try {
    await extracting;
  } catch (error) {
    stopIfAsked(signal);
    throw error;
  }
  return result;
}

type ExtractPool = Piscina<ExtractTask, ExtractResult[]>;

/** The worker threads of one survey. The first loads its parser at once, while intake still looks over the folder. */
function startPool({ threads, signal }: SurveyOptions): ExtractPool {
  // Each queued batch listens for the stop.
  if (signal) setMaxListeners(0, signal);
  const pool: ExtractPool = new Piscina({
    filename: workerFile('extractWorker'),
    minThreads: 1,
    maxThreads: threads ?? Math.min(8, availableParallelism()),
    concurrentTasksPerWorker: 1,
  });
  // Should it fail, the first real batch fails for the same reason, and says so.
  pool.run({ files: [] }).catch(() => {});
  return pool;
}

/** Extracts files in worker threads and hands over each as it is done. */
async function extractInPool(
  pool: ExtractPool,
  intake: Intake,
  files: IntakeFile[],
  { signal }: SurveyOptions,
  onResult: (file: IntakeFile, item: ExtractResult) => void,
): Promise<void> {
  const byPath = new Map(files.map((file) => [file.path, file]));
  await Promise.all(
    batches(intake.root, files).map(async (task) => {
      if (signal?.aborted) return;
      for (const item of await pool.run(task, { signal })) onResult(byPath.get(item.path)!, item);
    }),
  );
}

function batches(root: string, files: IntakeFile[]): ExtractTask[] {
  const tasks: ExtractTask[] = [];
  let bytes = Infinity;
  // Large files first, so that no thread is left with the largest at the very end.
  for (const file of [...files].sort((a, b) => b.size - a.size)) {
    if (bytes + file.size > BATCH_BYTES) {
      tasks.push({ files: [] });
      bytes = 0;
    }
    const { path, language, grammar } = file;
    tasks[tasks.length - 1].files.push({ path, absolute: join(root, path), language, grammar });
    bytes += file.size;
  }
  return tasks;
}

const REPORT_EVERY_MS = 100;

function progressReporter(total: number, { onProgress }: SurveyOptions): (more: number) => void {
  let done = 0;
  let reported = 0;
  return (more) => {
    done += more;
    const now = performance.now();
    if (now - reported < REPORT_EVERY_MS && done < total) return;
    reported = now;
    onProgress?.({ phase: 'extract', done, total });
  };
}
