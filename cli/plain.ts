import { readFileSync, statSync } from 'node:fs';
import { Problem } from '../server/problem.ts';

/** The text of a file; throws a Problem for what is none. */
export function readPlain(path: string): string {
  if (!statSync(path, { throwIfNoEntry: false })?.isFile())
    throw new Problem('badRequest', `${path} is no file that can be read.`);
  return readFileSync(path, 'utf8');
}
