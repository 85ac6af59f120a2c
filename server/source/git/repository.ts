import { existsSync, mkdirSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { Problem } from '../../problem.ts';
import type { Origin } from '../address.ts';
import { git, GitFailure, repositoryProblem } from './git.ts';

/** The name of a copy in a workplace. */
export const COPY = 'repository.git';

/** The `.git` folder of a work tree, or the folder itself when it is a bare repository; null for neither. */
export function repositoryAt(folder: string): { repository: string; isBare: boolean } | null {
  const inside = join(folder, '.git');
  if (existsSync(inside)) return { repository: inside, isBare: false };
  const isBare =
    existsSync(join(folder, 'HEAD')) && isFolder(join(folder, 'objects')) && isFolder(join(folder, 'refs'));
  return isBare ? { repository: folder, isBare: true } : null;
}

/** Where the repository of a codebase lies: one on this machine, or the copy that was made in its workplace; undefined for none. */
export function repositoryOf({ kind, address }: Origin, workplace: string): string | undefined {
  switch (kind) {
    case 'remote':
      return join(workplace, COPY);
    case 'archive':
      return undefined;
    default:
      return repositoryAt(address.replace(/^file:\/\//, ''))?.repository;
  }
}

function isFolder(path: string): boolean {
  return existsSync(path) && statSync(path).isDirectory();
}

/** The commit that a branch, tag or commit names; HEAD when none is named. */
export async function resolveCommit(
  repository: string,
  ref: string | null,
  address: string,
): Promise<string> {
  checkRef(ref);
  const wanted = ref ?? 'HEAD';
  const candidates = ref === null ? ['HEAD'] : [wanted, `refs/remotes/origin/${wanted}`];
  for (const candidate of candidates) {
    try {
      const found = await git(repository, [
        'rev-parse',
        '--verify',
        '--quiet',
        '--end-of-options',
        `${candidate}^{commit}`,
      ]);
      return found.trim();
    } catch (error) {
      if (!(error instanceof GitFailure)) throw error;
      // A name that is not there is told by silence; anything said is a fault of the repository.
      if (/not a git repository|corrupt|unable to|loose object/i.test(error.said))
        throw repositoryProblem(address, error);
    }
  }
  const names = await refNames(repository, address);
  if (ref === null)
    throw new Problem(
      'noCommit',
      names.length === 0
        ? `${address} has no commit yet, so there is nothing to survey.`
        : `${address} has nothing checked out (its HEAD points to no branch). Name a branch: ${listed(names)}.`,
    );
  throw new Problem('noSuchRef', `${address} has no branch, tag or commit “${ref}”. ${there(names)}`);
}

/** A name that git could take for an option, or that no reference may have. */
export function checkRef(ref: string | null): void {
  // eslint-disable-next-line no-control-regex -- control characters are what is looked for
  if (ref !== null && (ref.startsWith('-') || /[\x00-\x20\x7f:?*[\\]|\.\.|@\{/.test(ref)))
    throw new Problem('noSuchRef', `“${ref}” cannot be the name of a branch, tag or commit.`);
}

async function refNames(repository: string, address: string): Promise<string[]> {
  try {
    const text = await git(repository, [
      'for-each-ref',
      '--format=%(refname:short)',
      'refs/heads',
      'refs/tags',
      'refs/remotes',
    ]);
    return text.split('\n').filter(Boolean);
  } catch (error) {
    if (error instanceof GitFailure) throw repositoryProblem(address, error);
    throw error;
  }
}

const listed = (names: string[]): string => names.slice(0, 5).join(', ') + (names.length > 5 ? ', …' : '');
const there = (names: string[]): string => (names.length === 0 ? 'It has none.' : `It has ${listed(names)}.`);

/**
 * Fetches what a survey needs of a remote repository into a bare one of our own: the one commit, without history,
 * under the reference `as`. Returns the commit. `onLine` gets git's progress.
 */
export async function fetchCommit(
  url: string,
  ref: string | null,
  { repository, as }: { repository: string; as: string },
  options: { signal?: AbortSignal; onLine?: (line: string) => void },
): Promise<string> {
  checkRef(ref);
  const fail = (error: unknown): never => {
    if (error instanceof GitFailure) throw repositoryProblem(url, error);
    throw error;
  };
  if (!existsSync(join(repository, 'HEAD'))) {
    mkdirSync(dirname(repository), { recursive: true });
    await git(null, ['init', '--quiet', '--bare', '--template=', resolve(repository)]).catch(fail);
  }
  const fetch = (depth: string[], refs: string[]): Promise<string> =>
    git(
      repository,
      [
        'fetch',
        '--progress',
        '--no-tags',
        '--no-write-fetch-head',
        '--force',
        ...depth,
        '--end-of-options',
        url,
        ...refs,
      ],
      { ...options, fetches: true },
    );
  try {
    await fetch(['--depth=1'], [`${ref ?? 'HEAD'}:${as}`]);
    return await resolveCommit(repository, as, url);
  } catch (error) {
    if (
      !(error instanceof GitFailure) ||
      !/couldn't find remote ref|not our ref|no such remote ref/i.test(error.said)
    )
      return fail(error);
  }
  const names = await remoteNames(url).catch(fail);
  if (ref === null) throw new Problem('noCommit', `${url} has no commit yet, so there is nothing to survey.`);
  if (/^[0-9a-f]{4,40}$/.test(ref)) {
    // A shortened commit can only be told once all of them are here.
    await fetch([], ['+refs/heads/*:refs/heads/*', '+refs/tags/*:refs/tags/*']).catch(fail);
    return resolveCommit(repository, ref, url);
  }
  throw new Problem('noSuchRef', `${url} has no branch, tag or commit “${ref}”. ${there(names)}`);
}

async function remoteNames(url: string): Promise<string[]> {
  const text = await git(null, ['ls-remote', '--heads', '--tags', '--refs', '--end-of-options', url], {
    fetches: true,
  });
  return text
    .split('\n')
    .map((line) => /\trefs\/(?:heads|tags)\/(.+)$/.exec(line)?.[1])
    .filter((name) => name !== undefined);
}
