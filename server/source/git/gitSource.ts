import { Problem } from '../../problem.ts';
import { foldersOfPaths, type CodeSource, type SourceEntry } from '../codeSource.ts';
import { git, GitFailure, repositoryProblem } from './git.ts';
import { objectReader } from './objectReader.ts';

/** A commit as git has recorded it, read object by object: nothing is checked out. `address` is how it is named to people. */
export async function gitSource(
  repository: string,
  commit: string,
  address: string,
  signal?: AbortSignal,
): Promise<CodeSource> {
  const objects = new Map<string, string>();
  const { folders, refused } = foldersOfPaths(
    await listTree({ repository, commit, address, signal }, objects),
  );
  const reader = objectReader(repository);
  const objectOf = (path: string): string => {
    const object = objects.get(path);
    if (object === undefined) throw new Error('it is not in this commit');
    return object;
  };
  return {
    entries: (folder) => folders.get(folder) ?? [],
    read: async (path) => reader.read(objectOf(path)),
    location: (path) => ({ kind: 'git', repository, object: objectOf(path) }),
    commit,
    hasIgnoredFiles: false,
    mayChange: false,
    refused,
    notes: [],
    close: () => reader.close(),
  };
}

const kinds: Record<string, SourceEntry['kind']> = {
  '100644': 'file',
  '100755': 'file',
  '100664': 'file',
  '120000': 'link',
  '160000': 'submodule',
};

/** More is refused before memory is gone: a tree may hold itself in as many places as it likes. */
const MOST_ENTRIES = 1_000_000;
const MOST_LETTERS = 256 * 1024 * 1024;

/** A commit to be listed, and how it is named to people. */
interface Listing {
  repository: string;
  commit: string;
  address: string;
  signal?: AbortSignal;
}

/** Throws a Problem when a commit lists more than is read. By names alone it is counted in no time. */
async function requireListable({ repository, commit, address, signal }: Listing): Promise<void> {
  let entries = 0;
  let letters = 0;
  const enough = new AbortController();
  try {
    await git(repository, ['ls-tree', '-r', '-z', '--name-only', '--full-tree', commit], {
      signal: signal ? AbortSignal.any([signal, enough.signal]) : enough.signal,
      onOutput: (piece) => {
        letters += piece.length;
        for (let end = piece.indexOf(0); end >= 0; end = piece.indexOf(0, end + 1)) entries++;
        if (entries > MOST_ENTRIES || letters > MOST_LETTERS) enough.abort();
      },
    });
  } catch (error) {
    if (enough.signal.aborted)
      throw new Problem(
        'repository',
        `${address} lists more than ${MOST_ENTRIES.toLocaleString('en')} files.`,
      );
    throw error;
  }
}

/** All entries of a commit, by path; fills `objects` with the object of each file. */
async function listTree(
  listing: Listing,
  objects: Map<string, string>,
): Promise<Map<string, Omit<SourceEntry, 'name'>>> {
  const { repository, commit, address, signal } = listing;
  const entries = new Map<string, Omit<SourceEntry, 'name'>>();
  let rest = Buffer.alloc(0);
  const take = (line: string): void => {
    const match = /^(\d+) \w+ ([0-9a-f]+) +(\d+|-|BAD)\t([^]*)$/.exec(line);
    if (!match) return;
    const [, mode, object, size, path] = match;
    const kind = kinds[mode] ?? 'other';
    if (kind === 'file') objects.set(path, object);
    entries.set(path, { kind, size: Number(size) || 0, stamp: object });
  };
  try {
    await requireListable(listing);
    await git(repository, ['ls-tree', '-r', '-z', '-l', '--full-tree', commit], {
      signal,
      onOutput: (piece) => {
        const buffer = rest.length === 0 ? piece : Buffer.concat([rest, piece]);
        let start = 0;
        for (let end = buffer.indexOf(0); end >= 0; end = buffer.indexOf(0, start)) {
          take(buffer.toString('utf8', start, end));
          start = end + 1;
        }
        rest = Buffer.from(buffer.subarray(start));
      },
    });
  } catch (error) {
    if (error instanceof GitFailure) throw repositoryProblem(address, error);
    throw error;
  }
  if (entries.size === 0) throw new Problem('nothingToRead', `${address} is empty at this commit.`);
  return entries;
}
