import { utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { macroTablesOf } from '../extract/macroTables.ts';
import { takeIn } from '../intake/intake.ts';
import { noRules, type IntakeRules } from '../intake/rules.ts';
import { openSource } from '../source/openSource.ts';
import { originOf } from '../source/address.ts';
import { defaultLimits } from '../source/archive/limits.ts';
import { inputsDigest } from './inputsDigest.ts';

const files = {
  'package.json': '{ "name": "canal" }',
  'README.md': '# Canal',
  'src/a.ts': "import { b } from './b';\nexport const a = b;\n",
  'src/b.ts': 'export const b = 1;\n',
  'old/c.ts': 'export const c = 1;\n',
};

async function digestOf(folder: string, rules: IntakeRules = noRules): Promise<string> {
  const source = await openSource(originOf(folder), {
    workplace: temporaryFolder(),
    limits: defaultLimits,
    refresh: true,
  });
  const intake = await takeIn(source, { rules });
  await source.close();
  return inputsDigest(intake, rules, macroTablesOf(intake, rules));
}

describe('the digest of what a survey is made of', () => {
  it('is the same of the same files, whenever they were touched', async () => {
    const folder = temporaryFolder(files);
    const before = await digestOf(folder);
    utimesSync(join(folder, 'src/a.ts'), new Date(0), new Date(0));
    expect(await digestOf(folder)).toBe(before);
  });

  it.each([
    ['src/a.ts', 'export const a = 2;\n'],
    ['src/d.ts', ''],
    ['package.json', '{ "name": "lock" }'],
    ['notes.txt', 'left out'],
  ])('is another one when %s changes', async (path, text) => {
    const folder = temporaryFolder(files);
    const before = await digestOf(folder);
    writeFileSync(join(folder, path), text);
    expect(await digestOf(folder)).not.toBe(before);
  });

  it.each<Partial<IntakeRules>>([
    { choices: [{ glob: 'old/**', take: 'leaveOut' }] },
    { sourceRoots: ['src'] },
    { externals: ['tide'] },
    { defines: ['A=1'] },
  ])('is another one when it is decided otherwise: %j', async (decided) => {
    const folder = temporaryFolder(files);
    expect(await digestOf(folder, { ...noRules, ...decided })).not.toBe(await digestOf(folder));
  });
});
