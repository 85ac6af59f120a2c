import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { folderOrigin } from '../source/address.ts';
import { searchTexts, type SearchPart, type SearchTask } from './textSearch.ts';

const files = {
  'a.ts': 'toll(rate);\nrate();\n',
  'src/b.ts': 'const rate = 1;\n',
  'c.ts': 'nothing here\n',
};

function taskOf(folder: string, text: string, isPattern = false): SearchTask {
  return {
    origin: folderOrigin(folder),
    commit: null,
    workplace: '',
    state: folder,
    paths: Object.keys(files),
    query: { text, isPattern, wholeWord: false, matchCase: false },
  };
}

async function all(task: SearchTask): Promise<SearchPart[]> {
  const parts: SearchPart[] = [];
  for await (const part of searchTexts(task)) parts.push(part);
  return parts;
}

const counts = (parts: SearchPart[]): string[] =>
  parts.flatMap((part) => part.files).map(({ path, count }) => `${path} ${count}`);

describe('a search in a thread', () => {
  it('gives the matches of all files, and says when it is through', async () => {
    const parts = await all(taskOf(temporaryFolder(files), 'rate'));
    expect(counts(parts)).toEqual(['a.ts 2', 'src/b.ts 1']);
    expect(parts.at(-1)).toMatchObject({ through: 3, isLast: true });
    expect(parts.slice(0, -1).every(({ isLast }) => !isLast)).toBe(true);
  });

  it('sees what has changed since the last one, and leaves out what is gone', async () => {
    const folder = temporaryFolder(files);
    expect(counts(await all(taskOf(folder, 'rate')))).toEqual(['a.ts 2', 'src/b.ts 1']);
    writeFileSync(join(folder, 'a.ts'), 'rate rate rate');
    rmSync(join(folder, 'src', 'b.ts'));
    expect(counts(await all(taskOf(folder, 'rate')))).toEqual(['a.ts 3']);
  });

  it('refuses what is no pattern with a sentence', async () => {
    await expect(all(taskOf(temporaryFolder(files), '(rate', true))).rejects.toThrow(
      'This is no regular expression',
    );
  });

  it('ends a pattern that runs away with a sentence, and the next one finds as before', async () => {
    const folder = temporaryFolder({ ...files, 'a.ts': `${'a'.repeat(60)}!` });
    await expect(all(taskOf(folder, '(a|aa)+$x', true))).rejects.toThrow('takes too long on this code');
    expect(counts(await all(taskOf(folder, 'rate')))).toEqual(['src/b.ts 1']);
  }, 20_000);

  it('gives way to a newer one at once, whose thread it leaves alone', async () => {
    const folder = temporaryFolder(files);
    const older = all(taskOf(folder, 'toll'));
    const newer = all(taskOf(folder, 'rate'));
    expect(counts(await newer)).toEqual(['a.ts 2', 'src/b.ts 1']);
    const started = performance.now();
    await older;
    expect(performance.now() - started).toBeLessThan(1_000);
  });
});
