import { parentPort, workerData } from 'node:worker_threads';
import { endGit } from '../source/git/git.ts';
import { openStore } from '../store/database.ts';
import { runJob } from './runJob.ts';
import { lowerPriority } from '../lowerPriority.ts';

/** What the thread of a lane is told, and what it answers. */
export type ToSurveyWorker = { run: number } | 'stop' | 'close' | 'end';
export interface FromSurveyWorker {
  ended: number;
}

/**
 * A thread that carries out jobs one after the other. It outlives them, so that the next survey finds the program
 * warm and the facts of the last one in memory.
 */
lowerPriority('job');
const { folder } = workerData as { folder: string };
const store = openStore(folder);
let controller = new AbortController();

parentPort?.on('message', (message: ToSurveyWorker) => {
  if (message === 'stop') controller.abort();
  else if (message === 'close') {
    store.close();
    parentPort?.close();
    process.exit(0);
  } else if (message === 'end') {
    // The row of the job stays under way: whoever starts next finds it, and it can be resumed.
    endGit();
    process.exit(0);
  } else void run(message.run);
});

async function run(jobId: number): Promise<void> {
  controller = new AbortController();
  await runJob(store, jobId, controller.signal);
  parentPort?.postMessage({ ended: jobId } satisfies FromSurveyWorker);
}
