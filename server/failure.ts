import { dataFolder } from './installation.ts';
import { Problem } from './problem.ts';

/** Any thrown value as one sentence. */
export function sentenceOf(error: unknown): string {
  const known = asProblem(error);
  if (known !== null) return known.message;
  return error instanceof Error ? `Something went wrong: ${error.message}` : 'Something went wrong.';
}

/** What somebody can mend, the disk and the database among it; null for a fault of ours. */
export function asProblem(error: unknown): Problem | null {
  if (error instanceof Problem) return error;
  const known = sentenceOfCode(error);
  return known === null ? null : new Problem('disk', known);
}

const FULL = 'The disk is full. Make room and try again; nothing that was saved is lost.';
const READ_ONLY = (): string =>
  `${dataFolder()} is not writable. Give this account write access, or set YLETOPE_DATA to another folder.`;
const DAMAGED = (): string =>
  `The database in ${dataFolder()} is damaged. Stop the server, then run \`npx yletope rescue\` to save what can still be read.`;
const BUSY = (): string =>
  `The database in ${dataFolder()} is locked by another program. Try again in a moment.`;

const byCode: [code: RegExp, sentence: () => string][] = [
  [/^(ENOSPC|SQLITE_FULL)$/, () => FULL],
  [/^EDQUOT$/, () => FULL.replace('The disk is full', 'The disk quota is used up')],
  [/^(EROFS|SQLITE_READONLY|SQLITE_CANTOPEN)/, READ_ONLY],
  [/^(SQLITE_CORRUPT|SQLITE_NOTADB)/, DAMAGED],
  [/^(SQLITE_BUSY|SQLITE_LOCKED)/, BUSY],
  [
    /^SQLITE_IOERR/,
    () => `The disk under ${dataFolder()} reports errors. Check that it is connected and has free space.`,
  ],
];

/** What is to be said of a failure of the disk or the database; null for any other. */
export function sentenceOfCode(error: unknown): string | null {
  const code = (error as { code?: unknown } | null)?.code;
  if (typeof code !== 'string') return null;
  return byCode.find(([pattern]) => pattern.test(code))?.[1]() ?? null;
}
