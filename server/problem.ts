/** A failure that is somebody's to mend, told in one clear sentence. `code` is stable, for tests and the command line. */
export class Problem extends Error {
  constructor(
    readonly code: ProblemCode,
    message: string,
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
  | 'badRequest';

/** Any thrown value as one sentence. */
export function sentenceOf(error: unknown): string {
  if (error instanceof Problem) return error.message;
  return error instanceof Error ? `Something went wrong: ${error.message}` : 'Something went wrong.';
}
