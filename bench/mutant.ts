/** A small fault: what stands in a file, what is put in its place, and the tests that ought to notice. */
export interface Mutant {
  file: string;
  find: string;
  replace: string;
  tests: readonly string[];
}

/** Faults of one file, each noticed by the same tests. */
export const faults = (
  file: string,
  tests: readonly string[],
  pairs: readonly (readonly [string, string])[],
): Mutant[] => pairs.map(([find, replace]) => ({ file, find, replace, tests }));
