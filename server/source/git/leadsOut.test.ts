import { cpSync, mkdirSync, renameSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { gitIn, gitRepository } from '../../../tests/gitRepository.ts';
import { temporaryFolder } from '../../../tests/temporaryFolder.ts';
import { originOf } from '../address.ts';
import { defaultLimits } from '../archive/limits.ts';
import { openSource } from '../openSource.ts';
import { leadsOut } from './leadsOut.ts';

const secret = (): string => gitRepository({ 'secret.ts': 'export const secret = 1;\n' });

/** A bare repository, and the secret one that it is to lead to. */
function bareBeside(): { bare: string; other: string } {
  const bare = join(temporaryFolder(), 'bare.git');
  gitIn(gitRepository({ 'a.ts': '' }), 'clone', '--quiet', '--bare', '.', bare);
  return { bare, other: join(secret(), '.git') };
}

/** Puts a link to the same part of another repository in the place of one. */
function linked(repository: string, other: string, part: string): void {
  rmSync(join(repository, part), { recursive: true, force: true });
  symlinkSync(join(other, part), join(repository, part));
}

const ways: [name: string, make: (repository: string, other: string) => void, part: string][] = [
  [
    'objects that are borrowed',
    (repository, other) => writeFileSync(join(repository, 'objects/info/alternates'), `${other}/objects\n`),
    'objects/info/alternates',
  ],
  [
    'a folder that is shared',
    (repository, other) => writeFileSync(join(repository, 'commondir'), `${other}\n`),
    'commondir',
  ],
  ['linked objects', (repository, other) => linked(repository, other, 'objects'), 'objects'],
  ['linked references', (repository, other) => linked(repository, other, 'refs'), 'refs'],
  ['a linked HEAD', (repository, other) => linked(repository, other, 'HEAD'), 'HEAD'],
  [
    'packed references that are linked',
    (repository, other) => (
      writeFileSync(join(other, 'packed-refs'), ''),
      linked(repository, other, 'packed-refs')
    ),
    'packed-refs',
  ],
  [
    'one reference that is a link',
    (repository, other) => {
      mkdirSync(join(repository, 'refs/heads'), { recursive: true });
      symlinkSync(join(other, 'refs/heads/main'), join(repository, 'refs/heads/theirs'));
    },
    'refs/heads/theirs',
  ],
];

describe('a repository that leads into another', () => {
  it.each(ways)('by %s is refused where it is read, bare or not', async (_, make, part) => {
    const { bare, other } = bareBeside();
    make(bare, other);
    await expect(
      openSource(originOf(bare), { workplace: temporaryFolder(), limits: defaultLimits, refresh: true }),
    ).rejects.toThrow(`is not read: its ${part} points to ${other.slice(0, -4)}`);
    const tree = gitRepository({ 'a.ts': '' });
    make(join(tree, '.git'), other);
    await expect(
      openSource(originOf(tree, 'main'), {
        workplace: temporaryFolder(),
        limits: defaultLimits,
        refresh: true,
      }),
    ).rejects.toThrow(`its ${part} points to`);
  });

  it.each(ways)('by %s is told of where the folder around it is opened', async (_, make, part) => {
    const tree = gitRepository({ 'a.ts': '' });
    make(join(tree, '.git'), join(secret(), '.git'));
    const source = await openSource(originOf(tree), { workplace: '', limits: defaultLimits, refresh: true });
    expect(source.notes.join('\n')).toContain(`${part} in its repository points to`);
  });

  it('is none that keeps to itself, nor a clone, a work tree or one whose parts are linked within it', () => {
    const own = gitRepository({ 'a.ts': '' });
    const work = join(temporaryFolder(), 'work');
    gitIn(own, 'worktree', 'add', '--quiet', '-b', 'lock', work);
    const { bare } = bareBeside();
    renameSync(join(bare, 'refs'), join(bare, 'real-refs'));
    symlinkSync('real-refs', join(bare, 'refs'));
    const nowhere = join(temporaryFolder({ '.git': 'gitdir: /nowhere/at/all\n' }), '.git');
    expect(leadsOut(nowhere)).toEqual([]);
    const copy = join(temporaryFolder(), 'copy');
    cpSync(own, copy, { recursive: true });
    expect([join(own, '.git'), join(work, '.git'), bare, join(copy, '.git')].map(leadsOut)).toEqual([
      [],
      [],
      [],
      [],
    ]);
  });
});
