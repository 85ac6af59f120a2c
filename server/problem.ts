/** A failure that is somebody's to mend, told in one clear sentence. `code` is stable, for tests and the command line. */
export class Problem extends Error {
  constructor(
    readonly code: ProblemCode,
    message: string,
    /** Of an element that is not there: the key of what it would stand in. */
    readonly nearest: string | null = null,
  ) {
    super(message);
    this.name = 'Problem';
  }
}

export type ProblemCode =
  | 'noSuchPath'
  | 'notAFolder'
  | 'noPermission'
  | 'nothingToRead'
  | 'alreadyRunning'
  | 'stopped'
  | 'notFound'
  | 'badRequest'
  | 'badAddress'
  | 'badArchive'
  | 'disk'
  | 'noCommit'
  | 'noGit'
  | 'noSuchRef'
  | 'notARepository'
  | 'repository'
  | 'outdated';

/** Any thrown value as one sentence. */
export function sentenceOf(error: unknown): string {
  if (error instanceof Problem) return error.message;
  const known = sentenceOfCode(error);
  if (known !== null) return known;
  return error instanceof Error ? `Something went wrong: ${error.message}` : 'Something went wrong.';
}

const byCode: Record<string, string> = {
  ENOSPC: 'The disk is full. Make room and try again; what was there before is still there.',
  EDQUOT: 'The disk quota is used up. Make room and try again; what was there before is still there.',
  SQLITE_FULL: 'The disk is full. Make room and try again; what was there before is still there.',
  EROFS: 'The disk cannot be written to.',
};

/** What is to be said of a failure of the disk; null for any other. */
export function sentenceOfCode(error: unknown): string | null {
  const code = (error as { code?: unknown } | null)?.code;
  return typeof code === 'string' ? (byCode[code] ?? null) : null;
}
