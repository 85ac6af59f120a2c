import { setPriority } from 'node:os';

/** How far a thread stands behind the one that answers: somebody waits for a view, and watches the progress of a job. */
const behind = { view: 5, job: 10 };

/**
 * Lets the thread that answers go before the one that calls this, where cores are few. Only Linux gives each thread a priority of
 * its own, which threads and programs that it starts take over; elsewhere this does nothing.
 */
export function lowerPriority(of: keyof typeof behind): void {
  if (process.platform !== 'linux') return;
  try {
    setPriority(behind[of]);
  } catch {
    // It is a courtesy.
  }
}
