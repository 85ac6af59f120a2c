import { renameSync, rmSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../../tests/temporaryFolder.ts';
import { readLocation } from '../readLocation.ts';
import { textReader } from '../readText.ts';
import { folderSource } from './folderSource.ts';

/** Two folders alike in their names, one of them nobody's business. */
const code = { 'src/deep/a.ts': 'export const a = 1;\n' };
const secret = { 'deep/a.ts': 'hunter2', 'src/deep/a.ts': 'hunter2' };
const replace = (path: string, by: string): void => {
  renameSync(path, `${path}.gone`);
  symlinkSync(by, path);
};

describe('a folder that is replaced by a link while it is read', () => {
  it('is not followed: neither listed nor read, by whichever way', async () => {
    const [root, other] = [temporaryFolder(code), temporaryFolder(secret)];
    const source = folderSource(root);
    expect(source.entries('src').map(({ name }) => name)).toEqual(['deep']);
    replace(join(root, 'src'), other);
    expect(() => source.entries('src')).toThrow();
    expect(() => source.entries('src/deep')).toThrow('was replaced by a link');
    await expect(source.read('src/deep/a.ts')).rejects.toThrow('was replaced by a link');
    await expect(readLocation(source.location('src/deep/a.ts'))).rejects.toThrow('was replaced by a link');
    expect(
      await textReader({ kind: 'folder', address: root, ref: null }, null, '')('src/deep/a.ts'),
    ).toBeNull();
    rmSync(join(root, 'src'));
    renameSync(join(root, 'src.gone'), join(root, 'src'));
    expect((await source.read('src/deep/a.ts')).toString()).toBe(code['src/deep/a.ts']);
  });

  it('is not followed where it is the root itself', async () => {
    const [root, other] = [
      join(temporaryFolder({ 'root/src/deep/a.ts': 'own' }), 'root'),
      temporaryFolder(secret),
    ];
    const source = folderSource(root);
    replace(root, other);
    expect(() => source.entries('')).toThrow();
    expect(() => source.entries('src')).toThrow('was replaced by a link');
    await expect(source.read('src/deep/a.ts')).rejects.toThrow('was replaced by a link');
  });
});
