import { existsSync, lstatSync, readdirSync, realpathSync } from 'node:fs';
import { join, relative, resolve, sep } from 'node:path';
import { Problem } from '../../problem.ts';
import { readRegularFile } from '../readRegularFile.ts';

/** A part of a repository by which git would read what lies outside of it, and where that is. */
export interface Lead {
  part: string;
  to: string;
}

/** So many parts are looked at, and so many leads told. */
const MOST_PARTS = 2_000_000;
const MOST_LEADS = 5;
const SMALL = 64 * 1024;

/**
 * By what a repository leads out of itself: objects that it borrows (`objects/info/alternates`), a folder that it shares with others
 * (`commondir`), and links among its references, objects and files. `repository` is its `.git`, or itself where it is bare; a `.git`
 * that is a file or a link leads to its repository, which is what is looked at then. O(parts of the repository).
 */
export function leadsOut(repository: string): Lead[] {
  const found: Lead[] = [];
  const stat = lstatSync(repository);
  const isOwn = stat.isDirectory();
  const home =
    isOwn || stat.isFile() || stat.isSymbolicLink() ? realOf(isOwn ? repository : homeOf(repository)) : null;
  // A pipe, or a pointer to nowhere, is no repository; git says so itself.
  if (home === null) return [];
  const common = join(home, 'commondir');
  const homes = [home];
  if (existsSync(common)) {
    const shared = resolve(home, textOf(common)?.trim() ?? UNREADABLE);
    // A work tree of another repository has its references there, and was told of before.
    if (isOwn) found.push({ part: 'commondir', to: shared });
    else if (existsSync(shared)) homes.push(realpathSync(shared));
  }
  const isInside = (path: string): boolean => homes.some((own) => path === own || path.startsWith(own + sep));
  for (const own of homes) {
    for (const name of ['alternates', 'http-alternates']) found.push(...borrowed(own, name, isInside));
    for (const { path, real } of links(own))
      if (real === null || !isInside(real)) found.push({ part: relative(own, path), to: real ?? 'nowhere' });
  }
  return found.slice(0, MOST_LEADS);
}

/** Throws a Problem where a repository leads out of itself: what git reads then is not what was opened. */
export function requireOwnObjects(repository: string, address: string): void {
  const [first] = leadsOut(repository);
  if (first)
    throw new Problem(
      'repository',
      `${address} is not read: its ${first.part} points to ${first.to}, in another repository. Open a clone made without --shared or --reference.`,
    );
}

/** The folder that a `.git` names which is a file, or a link. */
function homeOf(git: string): string {
  if (lstatSync(git).isSymbolicLink()) return git;
  const pointer = /^gitdir: (.+)$/m.exec(textOf(git) ?? '')?.[1];
  return resolve(git, '..', pointer ?? '.');
}

/** Where something leads that cannot be read: a pipe in place of a file. */
const UNREADABLE = 'something that cannot be read';

function textOf(path: string): string | null {
  try {
    return readRegularFile(path, SMALL).toString('utf8');
  } catch {
    return null;
  }
}

function borrowed(home: string, name: string, isInside: (path: string) => boolean): Lead[] {
  const part = join('objects', 'info', name);
  const file = join(home, part);
  if (!existsSync(file)) return [];
  const text = textOf(realpathSync(file));
  if (text === null) return [{ part, to: UNREADABLE }];
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '' && !line.startsWith('#'))
    .map((line) => ({ part, to: resolve(home, 'objects', line) }))
    .filter(({ to }) => !isInside(to));
}

/** Links among what git reads of a repository, with where each leads; null for one that leads nowhere. */
function* links(home: string): Generator<{ path: string; real: string | null }> {
  const waiting = ['HEAD', 'config', 'packed-refs', 'shallow', 'info', 'refs', 'objects'].map((name) =>
    join(home, name),
  );
  for (let parts = 0; waiting.length > 0 && parts < MOST_PARTS; parts++) {
    const path = waiting.pop()!;
    let stat;
    try {
      stat = lstatSync(path);
    } catch {
      continue;
    }
    if (stat.isSymbolicLink()) yield { path, real: realOf(path) };
    else if (stat.isDirectory())
      for (const entry of readdirSync(path, { withFileTypes: true })) {
        const below = join(path, entry.name);
        if (entry.isDirectory()) waiting.push(below);
        else if (entry.isSymbolicLink()) yield { path: below, real: realOf(below) };
      }
  }
}

function realOf(path: string): string | null {
  try {
    return realpathSync(path);
  } catch {
    return null;
  }
}
