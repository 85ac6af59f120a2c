import { execFileSync } from 'node:child_process';
import { symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { formatOf } from './archive/formats.ts';
import { commitOf } from './folder/commit.ts';
import { folderSource } from './folder/folderSource.ts';
import { readRegularFile } from './readRegularFile.ts';

describe('a file of a codebase', () => {
  it('is read as it is, up to what may be read', () => {
    const folder = temporaryFolder({ 'a.ts': 'lock', 'empty.ts': '' });
    expect(readRegularFile(join(folder, 'a.ts')).toString()).toBe('lock');
    expect(readRegularFile(join(folder, 'empty.ts')).length).toBe(0);
    expect(() => readRegularFile(join(folder, 'a.ts'), 3)).toThrow('too large');
  });

  it('is not read through a link, and a pipe, a folder or a device are none', () => {
    const folder = temporaryFolder({ 'a.ts': 'lock' });
    symlinkSync(join(folder, 'a.ts'), join(folder, 'link.ts'));
    execFileSync('mkfifo', [join(folder, 'pipe.ts')]);
    for (const name of ['link.ts', 'pipe.ts', '.'])
      expect(() => readRegularFile(join(folder, name))).toThrow();
    expect(() => readRegularFile('/dev/zero')).toThrow('no regular file');
  });

  it('named like what git, an archive or intake reads, a pipe keeps nobody waiting', async () => {
    const folder = temporaryFolder({ 'w/a.ts': '' });
    for (const name of ['.git', 'HEAD', 'code.zip', 'w/.gitignore'])
      execFileSync('mkfifo', [join(folder, name)]);
    expect(commitOf(folder)).toBeUndefined();
    expect(() => formatOf(join(folder, 'code.zip'), 'code.zip')).toThrow('not an archive');
    await expect(folderSource(folder).read('w/.gitignore')).rejects.toThrow('no regular file');
  });
});
