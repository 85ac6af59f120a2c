import { chmodSync, mkdirSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { checkedRoot, takeIn } from './intake.ts';

describe('the path that was typed', () => {
  it('is taken as it is when it is a folder', () => {
    const folder = temporaryFolder({ 'a.ts': '' });
    expect(checkedRoot(` ${folder}/ `)).toBe(folder);
  });

  it('gets one clear sentence when nothing is there', () => {
    expect(() => checkedRoot('/no/such/folder')).toThrow('There is no /no/such/folder on this machine.');
    expect(() => checkedRoot('  ')).toThrow('Type the path of a folder.');
  });

  it('gets one when it is a file, or leads through one', () => {
    const folder = temporaryFolder({ 'a.ts': '' });
    expect(() => checkedRoot(join(folder, 'a.ts'))).toThrow('is a file; choose the folder it is in.');
    expect(() => checkedRoot(join(folder, 'a.ts', 'b'))).toThrow('There is no');
  });

  it('gets one when it is a link to itself', () => {
    const folder = temporaryFolder();
    symlinkSync(join(folder, 'loop'), join(folder, 'loop'));
    expect(() => checkedRoot(join(folder, 'loop'))).toThrow('leads round in a circle');
  });

  it.skipIf(process.getuid?.() === 0)('gets one when it may not be read', () => {
    const folder = temporaryFolder({ 'closed/a.ts': '' });
    chmodSync(join(folder, 'closed'), 0o000);
    expect(() => checkedRoot(join(folder, 'closed'))).toThrow('is not allowed to read');
    chmodSync(join(folder, 'closed'), 0o700);
  });
});

describe('intake', () => {
  const reasons = (folder: string): Record<string, string> =>
    Object.fromEntries(takeIn(folder).leftOut.map(({ path, reason }) => [path, reason]));
  const paths = (folder: string): string[] => takeIn(folder).files.map(({ path }) => path);

  it('leaves out what git ignores, nearest rule first', () => {
    const folder = temporaryFolder({
      '.gitignore': 'logs/\n*.gen.ts\n/only-top.ts\n',
      'keep/.gitignore': '!wanted.gen.ts\n',
      'logs/a.ts': '',
      'a.gen.ts': '',
      'only-top.ts': '',
      'keep/only-top.ts': '',
      'keep/wanted.gen.ts': '',
      'keep/other.gen.ts': '',
    });
    expect(paths(folder)).toEqual(['keep/only-top.ts', 'keep/wanted.gen.ts']);
    expect(reasons(folder)).toMatchObject({
      'logs/': 'ignoredByGit',
      'a.gen.ts': 'ignoredByGit',
      'only-top.ts': 'ignoredByGit',
      'keep/other.gen.ts': 'ignoredByGit',
    });
  });

  it('leaves out vendored folders, links, minified and too large files, with the reason', () => {
    const folder = temporaryFolder({
      'node_modules/x/index.js': '',
      'a.ts': '',
      'b.min.js': '',
      'c.js': 'x'.repeat(10 * 1024 * 1024),
      'd.py': '',
    });
    symlinkSync('/etc', join(folder, 'out'));
    symlinkSync(folder, join(folder, 'loop'));
    expect(paths(folder)).toEqual(['a.ts']);
    expect(reasons(folder)).toEqual({
      'node_modules/': 'vendored',
      'b.min.js': 'minified',
      'c.js': 'tooLarge',
      'd.py': 'unknownLanguage',
      loop: 'link',
      out: 'link',
    });
  });

  it('leaves out build output only on evidence', () => {
    const built = temporaryFolder({
      'package.json': '{ "main": "dist/index.js", "exports": { "./x": "./build/x.js" } }',
      'src/index.ts': '',
      'dist/index.js': '',
      'build/x.js': '',
      'lib/hand-written.js': '',
    });
    expect(paths(built)).toEqual(['lib/hand-written.js', 'src/index.ts']);
    const handWritten = temporaryFolder({ 'package.json': '{ "main": "lib/index.js" }', 'lib/index.js': '' });
    expect(paths(handWritten)).toEqual(['lib/index.js']);
  });

  it('takes names with spaces, quotes, newlines and other letters as they are', () => {
    const names = ['a b.ts', 'it\'s "so".ts', 'two\nlines.ts', 'Шлюз.ts', '#hash?.ts'];
    const folder = temporaryFolder(Object.fromEntries(names.map((name) => [name, ''])));
    expect(paths(folder).sort()).toEqual([...names].sort());
  });

  it('marks tests', () => {
    const folder = temporaryFolder({
      'src/a.test.ts': '',
      'src/__tests__/b.ts': '',
      'tests/c.ts': '',
      'src/latest.ts': '',
      'src/contest/d.ts': '',
    });
    const tests = takeIn(folder).files.filter(({ isTest }) => isTest);
    expect(tests.map(({ path }) => path)).toEqual(['src/__tests__/b.ts', 'src/a.test.ts', 'tests/c.ts']);
  });

  it('an empty folder gives an empty intake', () => {
    const folder = temporaryFolder();
    mkdirSync(join(folder, 'empty'));
    expect(takeIn(folder).files).toEqual([]);
  });
});
