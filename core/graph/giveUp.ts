/** Thrown out of a computation whose result nobody waits for any more. */
export class GivenUp extends Error {
  constructor() {
    super('Nobody waits for this any more.');
    this.name = 'GivenUp';
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
 * find the flag without its being handed through every function between. Throws {@link GivenUp}.
 */
export async function whileWanted<T>(flag: Int32Array, work: () => T | Promise<T>): Promise<T> {
  stop = flag;
  try {
    return await work();
  } finally {
    stop = null;
  }
}

/** For loops that take long, each some thousand steps: throws {@link GivenUp} when nobody waits for the result any more. */
export function giveUpIfUnwanted(): void {
  if (stop !== null && Atomics.load(stop, STOP) !== 0) throw new GivenUp();
}

/** The same, looked at in every 65,536th step only, for loops whose steps take next to nothing. */
export function giveUpAtStep(step: number): void {
  if ((step & 0xffff) === 0) giveUpIfUnwanted();
}

/** Says how far something is that takes long; a place as well to give it up. */
export function tellStep(done: number, of: number): void {
  if (stop !== null && stop.length >= FLAGS) {
    Atomics.store(stop, OF, of);
    Atomics.store(stop, DONE, done);
  }
  giveUpIfUnwanted();
}
