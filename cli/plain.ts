import { lstatSync, readFileSync, statSync } from 'node:fs';
import { Problem } from '../server/problem.ts';
import { readRegularFile } from '../server/source/readRegularFile.ts';

/** The text of a file that a codebase brings, and that may be anything; throws a Problem for what is no regular file. */
export function readOwn(path: string): string {
  if (lstatSync(path, { throwIfNoEntry: false })?.isSymbolicLink())
    throw new Problem('badRequest', `${path} is a link; links in a codebase are not followed.`);
  try {
    return readRegularFile(path, MOST_BYTES).toString('utf8');
  } catch {
    throw new Problem('badRequest', `${path} is not a readable file.`);
  }
}

/** Nothing of it is read that is larger. */
const MOST_BYTES = 32 * 1024 ** 2;

/** The text of a file that was named; throws a Problem for what is none. */
export function readPlain(path: string): string {
  if (!statSync(path, { throwIfNoEntry: false })?.isFile())
    throw new Problem('badRequest', `${path} is not a readable file.`);
  return readFileSync(path, 'utf8');
}
