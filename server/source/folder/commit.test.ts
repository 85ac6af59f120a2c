import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../../tests/temporaryFolder.ts';
import { commitOf } from './commit.ts';

const hash = '3f2c9a1b'.repeat(5);

describe('the commit that is checked out', () => {
  it('is that of the branch, loose or packed', () => {
    const loose = temporaryFolder({
      '.git/HEAD': 'ref: refs/heads/main\n',
      '.git/refs/heads/main': `${hash}\n`,
    });
    expect(commitOf(loose)).toBe(hash);
    const packed = temporaryFolder({
      '.git/HEAD': 'ref: refs/heads/feature/locks\n',
      '.git/packed-refs': `# pack-refs with: peeled\n${'0'.repeat(40)} refs/heads/main\n${hash} refs/heads/feature/locks\n`,
    });
    expect(commitOf(packed)).toBe(hash);
  });

  it('is the detached one, and is found from a folder inside', () => {
    const folder = temporaryFolder({ '.git/HEAD': hash, 'deep/down/a.ts': '' });
    expect(commitOf(join(folder, 'deep', 'down'))).toBe(hash);
  });

  it('is found through the file that a worktree has for a folder', () => {
    const folder = temporaryFolder({
      'main/.git/worktrees/w/HEAD': hash,
      'w/.git': 'gitdir: ../main/.git/worktrees/w\n',
    });
    expect(commitOf(join(folder, 'w'))).toBe(hash);
  });

  it('of a work tree on a branch is looked for where the repository has its references', () => {
    const folder = temporaryFolder({
      'main/.git/refs/heads/lock': hash,
      'main/.git/worktrees/w/HEAD': 'ref: refs/heads/lock\n',
      'main/.git/worktrees/w/commondir': '../..\n',
      'w/.git': 'gitdir: ../main/.git/worktrees/w\n',
    });
    expect(commitOf(join(folder, 'w'))).toBe(hash);
  });

  it('is never the text of another file, whatever HEAD or a reference says', () => {
    for (const ref of [
      '../secret',
      'refs/../../secret',
      'secret',
      'refs/heads/../../../secret',
      'refs//secret',
    ]) {
      const folder = temporaryFolder({ secret: hash, '.git/secret': hash, '.git/HEAD': `ref: ${ref}\n` });
      expect(commitOf(folder)).toBeUndefined();
    }
    const password = temporaryFolder({
      '.git/HEAD': 'ref: refs/heads/main',
      '.git/refs/heads/main': 'hunter2',
    });
    expect(commitOf(password)).toBeUndefined();
  });

  it('is undefined for an unborn branch, a broken repository, or none', () => {
    const unborn = temporaryFolder({ '.git/HEAD': 'ref: refs/heads/main\n' });
    expect(commitOf(unborn)).toBeUndefined();
    expect(commitOf(temporaryFolder({ '.git/HEAD': 'nonsense' }))).toBeUndefined();
    const empty = temporaryFolder();
    mkdirSync(join(empty, '.git'));
    expect(commitOf(empty)).toBeUndefined();
  });
});
