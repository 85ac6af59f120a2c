/** Thrown out of a computation whose result nobody waits for any more. */
export class Cancelled extends Error {
  constructor() {
    super('This request was cancelled.');
    this.name = 'Cancelled';
  }
}

/** What a thread that waits and the one that works share: whether to stop, and how far the work is: so many steps done, of so many. */
export const STOP = 0;
export const DONE = 1;
export const OF = 2;
export const FLAGS = 3;

let stop: Int32Array | null = null;

/**
 * Works something out while `flag[STOP]` is 0; another thread may set it. A thread works out one thing at a time, so that loops
 * find the flag without its being handed through every function between. Throws {@link Cancelled}.
 */
export async function withCancellation<T>(flag: Int32Array, work: () => T | Promise<T>): Promise<T> {
  stop = flag;
  try {
    return await work();
  } finally {
    stop = null;
  }
}

/** For loops that take long, each some thousand steps: throws {@link Cancelled} when nobody waits for the result any more. */
export function throwIfCancelled(): void {
  if (stop !== null && Atomics.load(stop, STOP) !== 0) throw new Cancelled();
}

/** The same, looked at in every 65,536th step only, for loops whose steps take next to nothing. */
export function throwIfCancelledAtStep(step: number): void {
  if ((step & 0xffff) === 0) throwIfCancelled();
}

/** Says how far something is that takes long; a place as well to give it up. */
export function reportProgress(done: number, of: number): void {
  if (stop !== null && stop.length >= FLAGS) {
    Atomics.store(stop, OF, of);
    Atomics.store(stop, DONE, done);
  }
  throwIfCancelled();
}
