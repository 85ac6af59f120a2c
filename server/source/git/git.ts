import { execa } from 'execa';
import { Problem, stopped } from '../../problem.ts';
import { gitCall } from './gitCall.ts';

export interface GitOptions {
  /** True for what fetches. Otherwise no transport is allowed, so that a repository cannot have its missing objects fetched. */
  fetches?: boolean;
  signal?: AbortSignal;
  /** Called with each line of git's progress, as it comes. */
  onLine?: (line: string) => void;
  /** Standard output in pieces, as it comes; the result is then empty. */
  onOutput?: (piece: Buffer) => void;
}

/** A failed call: what git wrote on standard error. */
export class GitFailure extends Error {
  constructor(readonly said: string) {
    super(`git failed: ${said.slice(0, 400)}`);
    this.name = 'GitFailure';
  }
}

/** What ends the calls that are under way. */
const underWay = new Set<() => void>();

/** Ends all that git does for this thread, with its helpers: for when the thread itself is about to end. */
export function endGit(): void {
  for (const stop of underWay) stop();
}

/** Runs git and returns its standard output. Throws a GitFailure, or a Problem when stopped or not installed. */
export async function git(
  repository: string | null,
  args: string[],
  options: GitOptions = {},
): Promise<string> {
  const call = gitCall(repository, args, options.fetches);
  const running = execa(call.program, call.args, {
    env: call.env,
    extendEnv: false,
    shell: false,
    stdin: 'ignore',
    encoding: 'buffer',
    buffer: { stdout: !options.onOutput, stderr: true },
    maxBuffer: 256 * 1024 * 1024,
    reject: false,
    // A group of its own, for git's helpers must end with it.
    detached: true,
  });
  const stop = (): void => {
    try {
      if (running.pid !== undefined) process.kill(-running.pid, 'SIGTERM');
    } catch {
      // It ended by itself just now.
    }
  };
  underWay.add(stop);
  options.signal?.addEventListener('abort', stop, { once: true });
  if (options.onOutput) running.stdout.on('data', options.onOutput);
  if (options.onLine) {
    const { onLine } = options;
    running.stderr.on('data', (piece: Buffer) => {
      const last = piece
        .toString('utf8')
        .split(/[\r\n]+/)
        .filter(Boolean)
        .at(-1);
      if (last !== undefined) onLine(last);
    });
  }
  const result = await running;
  underWay.delete(stop);
  options.signal?.removeEventListener('abort', stop);
  if (options.signal?.aborted) throw stopped();
  const said = Buffer.from(result.stderr ?? [])
    .toString('utf8')
    .trim();
  if (result.code === 'ENOENT' || said.startsWith('setpriv: failed to execute git'))
    throw new Problem('noGit', 'git is not installed on this machine; install it to open repositories.');
  if (result.failed) throw new GitFailure(said);
  return options.onOutput ? '' : Buffer.from(result.stdout ?? []).toString('utf8');
}

const reasons: [RegExp, string][] = [
  [
    /could not read (Username|Password)|Authentication failed|terminal prompts disabled|HTTP Basic: Access denied|\b40[13]\b/i,
    'it needs a password or a token, which Yletope does not ask for; clone it yourself and open the clone',
  ],
  [/Permission denied \((publickey|.*password)/i, 'it accepts none of the ssh keys on this machine'],
  [/Host key verification failed/i, 'the host is unknown to ssh; connect to it once by hand'],
  [
    /could not resolve host|Name or service not known|Temporary failure in name resolution/i,
    'no host of this name can be reached',
  ],
  [
    /Connection refused|Connection timed out|Failed to connect|No route to host|Network is unreachable/i,
    'the host does not answer',
  ],
  [/SSL|certificate/i, 'its certificate is not trusted on this machine'],
  [
    /returned error: 30\d|redirect/i,
    'it redirects to another address, which Yletope does not follow; open that address',
  ],
  [/transport '.*' not allowed/i, 'this kind of address is not allowed'],
  [
    /not found|does not appear to be a git repository|does not exist|not a git repository/i,
    'there is no repository at this address',
  ],
  [/No space left on device/i, 'the disk is full'],
  [
    /corrupt|bad object|missing blob|missing tree|inflate|unable to read|invalid object|bad tree|loose object|not a tree|not a valid object|packfile|fsck/i,
    'some of its objects are damaged; run `git fsck` in it to see which',
  ],
];

/** A failure of git as one sentence about the repository that was meant. */
export function repositoryProblem(address: string, failure: GitFailure): Problem {
  const reason = reasons.find(([pattern]) => pattern.test(failure.said))?.[1];
  const last =
    failure.said
      .split('\n')
      .filter(Boolean)
      .at(-1)
      ?.replace(/^(fatal|error): /, '') ?? 'git gave no reason';
  return new Problem('repository', `${address} cannot be read: ${reason ?? last}.`);
}
