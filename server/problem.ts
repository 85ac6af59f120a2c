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

/** What is thrown once a job was asked to stop. */
export function stopped(): Problem {
  return new Problem('stopped', 'The survey was stopped.');
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
