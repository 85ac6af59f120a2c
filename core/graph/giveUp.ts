/** Thrown out of a computation whose result nobody waits for any more. */
export class GivenUp extends Error {
  constructor() {
    super('Nobody waits for this any more.');
    this.name = 'GivenUp';
  }
}

let stop: Int32Array | null = null;

/**
 * Works something out while `flag[0]` is 0; another thread may set it. A thread works out one thing at a time, so that loops
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
  if (stop !== null && Atomics.load(stop, 0) !== 0) throw new GivenUp();
}

/** The same, looked at in every 65,536th step only, for loops whose steps take next to nothing. */
export function giveUpAtStep(step: number): void {
  if ((step & 0xffff) === 0) giveUpIfUnwanted();
}
