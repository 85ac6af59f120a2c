import { parentPort, workerData } from 'node:worker_threads';
import { openStore } from '../store/database.ts';
import { runJob } from '../survey/runJob.ts';

/** The thread of one survey: links and stores here, extracts in a pool of its own. `stop` as a message stops it. */
const { jobId, folder } = workerData as { jobId: number; folder: string };
const controller = new AbortController();
parentPort?.once('message', () => controller.abort());
const store = openStore(folder);
await runJob(store, jobId, controller.signal);
store.close();
parentPort?.close();
