import { existsSync, lstatSync, realpathSync } from 'node:fs';
import { dirname, join, resolve, sep } from 'node:path';
import { readRegularFile } from '../readRegularFile.ts';

/** No file of git's own that says where HEAD is holds more; of packed references there may be many. */
const SMALL = 4 * 1024;
const PACKED = 16 * 1024 * 1024;

/**
 * The commit that a folder's repository has checked out, read from git's own files; undefined outside of one. What such a
 * file says is believed only where it is what git writes: a reference below `refs/`, a hash.
 */
export function commitOf(folder: string): string | undefined {
  try {
    const git = gitFolder(folder);
    if (git === undefined) return undefined;
    const head = textOf(join(git, 'HEAD'));
    if (!head.startsWith('ref: ')) return hashIn(head);
    const ref = head.slice('ref: '.length);
    if (!isReference(ref)) return undefined;
    // A work tree has its HEAD for itself and its references with the repository.
    for (const home of [git, commonFolder(git)]) {
      const loose = join(home, ref);
      if (existsSync(loose)) return hashIn(textOf(loose));
      const packed = existsSync(join(home, 'packed-refs')) ? textOf(join(home, 'packed-refs'), PACKED) : '';
      const line = packed.split('\n').find((each) => each.endsWith(` ${ref}`));
      if (line !== undefined) return hashIn(line.split(' ')[0]);
    }
    return undefined;
  } catch {
    return undefined; // A repository that cannot be read is a folder like any other.
  }
}

function textOf(path: string, most = SMALL): string {
  return readRegularFile(path, most).toString('utf8').trim();
}

function hashIn(text: string): string | undefined {
  return /^[0-9a-f]{40,64}$/.test(text) ? text : undefined;
}

/** A name below `refs/` that leads nowhere else. */
function isReference(ref: string): boolean {
  return (
    ref.startsWith('refs/') &&
    !ref.includes('\\') &&
    ref.split('/').every((part) => part !== '' && !part.startsWith('.'))
  );
}

function commonFolder(git: string): string {
  const stated = join(git, 'commondir');
  return existsSync(stated) ? resolve(git, textOf(stated)) : git;
}

/**
 * Where the repository of a folder lies, when that is outside of it: its `.git` is a link, or a file that names another place. What
 * git says there is of that repository, which whoever opens the folder may not know. Null where it lies in the folder, or there is none.
 */
export function repositoryElsewhere(folder: string): string | null {
  try {
    const own = join(folder, '.git');
    if (!existsSync(own)) return null;
    const git = lstatSync(own).isSymbolicLink() ? realpathSync(own) : gitFolder(folder);
    if (git === undefined) return null;
    const home = realpathSync(resolve(git, commonFolder(git)));
    return home.startsWith(realpathSync(folder) + sep) ? null : home;
  } catch {
    return null; // What cannot be read is not followed either.
  }
}

function gitFolder(folder: string): string | undefined {
  for (let at = resolve(folder); ; at = dirname(at)) {
    const git = join(at, '.git');
    if (existsSync(git)) {
      if (lstatSync(git).isDirectory()) return git;
      const pointer = /^gitdir: (.+)$/m.exec(textOf(git))?.[1];
      return pointer === undefined ? undefined : resolve(at, pointer);
    }
    if (at === dirname(at)) return undefined;
  }
}
