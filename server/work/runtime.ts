import { setMaxListeners } from 'node:events';
import { Worker } from 'node:worker_threads';
import { createAsker, type Asker } from '../ask/ask.ts';
import { dataFolder, workerFile } from '../installation.ts';
import { log } from '../log.ts';
import { sentenceOf } from '../failure.ts';
import { openStore, type Store } from '../store/database.ts';
import { interruptOrphans } from '../store/jobs.ts';
import { createQueue, type JobQueue } from './queue.ts';
import { createWatching, type Watching } from './watching.ts';

/** What lives as long as the server: the open store, the queue of jobs, watched folders, the thread of views. */
export interface Runtime {
  store: Store;
  queue: JobQueue;
  watching: Watching;
  asker: Asker;
  /** What was found wrong with the database since the server began, as a sentence; null while nothing was. */
  damage: string | null;
  /** Aborted when the server is asked to end, so that open streams do not keep it. */
  ending: AbortSignal;
}

function createRuntime(): Runtime {
  const store = openStore();
  interruptOrphans(store);
  const queue = createQueue(store);
  const ending = endingSignal();
  ending.addEventListener('abort', () => queue.end(), { once: true });
  const made: Runtime = {
    store,
    queue,
    damage: null,
    ending,
    watching: createWatching(store, queue),
    asker: createAsker(undefined, () => stateOf(store)),
  };
  void checkDatabase().then((damage) => (made.damage = damage));
  return made;
}

/** Pages that were overwritten on the disk are found here, and not when somebody needs what stood on them. */
function checkDatabase(): Promise<string | null> {
  return new Promise((resolve) => {
    const worker = new Worker(workerFile('checkWorker'), { workerData: { folder: dataFolder() } });
    worker.once('message', (found: string | null) => resolve(found === null ? null : damaged(found)));
    worker.once('error', (error) => resolve(damaged(error.message)));
    worker.unref();
  });
}

function damaged(found: string): string {
  log.error({ found }, 'the database is damaged');
  return sentenceOf(Object.assign(new Error(found), { code: 'SQLITE_CORRUPT' }));
}

/** Something else whenever anything was written to the database, by this process or another. */
function stateOf(store: Store): string {
  const own = store.prepare('SELECT total_changes()').pluck().get() as number;
  return `${own} ${store.pragma('data_version', { simple: true }) as number}`;
}

function endingSignal(): AbortSignal {
  const controller = new AbortController();
  setMaxListeners(0, controller.signal);
  // Elsewhere the signals keep their usual meaning, which a listener would take away.
  if (process.env.NODE_ENV === 'production')
    for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => controller.abort());
  return controller.signal;
}

// The development server reloads modules; the runtime must outlive them.
const held = globalThis as { yletopeRuntime?: Runtime };

export function runtime(): Runtime {
  return (held.yletopeRuntime ??= createRuntime());
}
