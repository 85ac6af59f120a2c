import { existsSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';

/** The commit that a folder's repository has checked out, read from git's own files; undefined outside of one. */
export function commitOf(folder: string): string | undefined {
  try {
    const git = gitFolder(folder);
    if (git === undefined) return undefined;
    const head = readFileSync(join(git, 'HEAD'), 'utf8').trim();
    if (!head.startsWith('ref: ')) return isHash(head) ? head : undefined;
    const ref = head.slice('ref: '.length);
    const loose = join(git, ref);
    if (existsSync(loose)) return readFileSync(loose, 'utf8').trim();
    const packed = readFileSync(join(git, 'packed-refs'), 'utf8');
    return packed
      .split('\n')
      .find((line) => line.endsWith(` ${ref}`))
      ?.split(' ')[0];
  } catch {
    return undefined; // A repository that cannot be read is a folder like any other.
  }
}

function isHash(text: string): boolean {
  return /^[0-9a-f]{40,64}$/.test(text);
}

function gitFolder(folder: string): string | undefined {
  for (let at = resolve(folder); ; at = dirname(at)) {
    const git = join(at, '.git');
    if (existsSync(git)) {
      if (statSync(git).isDirectory()) return git;
      const pointer = /^gitdir: (.+)$/m.exec(readFileSync(git, 'utf8'))?.[1];
      return pointer === undefined ? undefined : resolve(at, pointer);
    }
    if (at === dirname(at)) return undefined;
  }
}
