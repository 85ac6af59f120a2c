import { setMaxListeners } from 'node:events';
import { createAsker, type Asker } from '../ask/ask.ts';
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
  /** Aborted when the server is asked to end, so that open streams do not keep it. */
  ending: AbortSignal;
}

function createRuntime(): Runtime {
  const store = openStore();
  interruptOrphans(store);
  const queue = createQueue(store);
  return {
    store,
    queue,
    ending: endingSignal(),
    watching: createWatching(store, queue),
    asker: createAsker(undefined, () => stateOf(store)),
  };
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
