import { setMaxListeners } from 'node:events';
import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { workerFile } from '../installation.ts';
import { log } from '../log.ts';
import type { CodeSource } from '../source/codeSource.ts';
import type { IntakeFile } from '../intake/intake.ts';
import type { MacroTables } from './macroTables.ts';
import type { Constructs } from '../../core/facts/constructs.ts';
import type { ConstructsTask, ExtractResult, ExtractTask } from './extractWorker.ts';

/** How long a thread without work is kept, with its parser loaded. */
const IDLE_MS = 60_000;

/** Bytes of source that one task holds: enough to be worth sending, few enough to show progress and to stop. */
const BATCH_BYTES = 150_000;

let pool: Piscina<ExtractTask, ExtractResult[]> | null = null;

/** The worker threads of this process, shared by its surveys. Idle ones do not keep the process from ending. */
function sharedPool(): Piscina<ExtractTask, ExtractResult[]> {
  if (pool) return pool;
  pool = new Piscina({
    filename: workerFile('extractWorker'),
    minThreads: 0,
    maxThreads: Math.min(8, availableParallelism()),
    idleTimeout: IDLE_MS,
    concurrentTasksPerWorker: 1,
  });
  // A thread that fails after its task was stopped has nobody left to tell it to.
  pool.on('error', (error: Error) => log.warn({ err: error }, 'a thread that parsed failed'));
  return pool;
}

/** Has a thread load its parser while intake still looks over the code. */
export function warmUp(): void {
  // Should it fail, the first real batch fails for the same reason, and says so.
  sharedPool()
    .run({ files: [], macroTables: {}, keepsTexts: false })
    .catch(() => {});
}

/** Takes a text apart in a worker thread; null when it cannot be parsed. */
export async function constructsInPool(task: ConstructsTask): Promise<Constructs | null> {
  const found: unknown = await sharedPool().run(task as never, { name: 'constructsOfText' });
  return found as Constructs | null;
}

/** Extracts files in worker threads and hands over each as it is done. Rejects when the signal stops it. */
export async function extractInPool(
  source: CodeSource,
  files: IntakeFile[],
  macroTables: MacroTables,
  signal: AbortSignal | undefined,
  onResult: (file: IntakeFile, item: ExtractResult) => void,
): Promise<void> {
  // Each queued batch listens for the stop.
  if (signal) setMaxListeners(0, signal);
  const byPath = new Map(files.map((file) => [file.path, file]));
  await Promise.all(
    batches(source, files, macroTables).map(async (task) => {
      if (signal?.aborted) return;
      for (const item of await sharedPool().run(task, { signal })) onResult(byPath.get(item.path)!, item);
    }),
  );
}

function batches(source: CodeSource, files: IntakeFile[], macroTables: MacroTables): ExtractTask[] {
  const tasks: ExtractTask[] = [];
  let bytes = Infinity;
  // Large files first, so that no thread is left with the largest at the very end.
  for (const file of [...files].sort((a, b) => b.size - a.size)) {
    if (bytes + file.size > BATCH_BYTES) {
      tasks.push({ files: [], macroTables: {}, keepsTexts: source.mayChange });
      bytes = 0;
    }
    const { path, language, grammar } = file;
    const task = tasks[tasks.length - 1];
    const table = macroTables.of(language);
    if (table) task.macroTables[table.id] = table.bytes;
    task.files.push({ path, location: source.location(path), language, grammar, macroTable: table?.id });
    bytes += file.size;
  }
  return tasks;
}
