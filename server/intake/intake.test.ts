import { mkdirSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { folderSource } from '../source/folder/folderSource.ts';
import { takeIn } from './intake.ts';
import { globOf, matcherOf, noRules, type IntakeRules } from './rules.ts';

const intakeOf = (folder: string, rules: Partial<IntakeRules> = {}) =>
  takeIn(folderSource(folder), { rules: { ...noRules, ...rules } });
const reasons = async (folder: string, rules?: Partial<IntakeRules>): Promise<Record<string, string>> =>
  Object.fromEntries((await intakeOf(folder, rules)).leftOut.map(({ path, reason }) => [path, reason]));
const paths = async (folder: string, rules?: Partial<IntakeRules>): Promise<string[]> =>
  (await intakeOf(folder, rules)).files.map(({ path }) => path);

describe('intake', () => {
  it('leaves out what git ignores, nearest rule first', async () => {
    const folder = temporaryFolder({
      '.gitignore': 'logs/\n*.tmp.ts\n/only-top.ts\n',
      'keep/.gitignore': '!wanted.tmp.ts\n',
      'logs/a.ts': '',
      'a.tmp.ts': '',
      'only-top.ts': '',
      'keep/only-top.ts': '',
      'keep/wanted.tmp.ts': '',
      'keep/other.tmp.ts': '',
    });
    expect(await paths(folder)).toEqual(['keep/only-top.ts', 'keep/wanted.tmp.ts']);
    expect(await reasons(folder)).toMatchObject({
      'logs/': 'ignoredByGit',
      'a.tmp.ts': 'ignoredByGit',
      'only-top.ts': 'ignoredByGit',
      'keep/other.tmp.ts': 'ignoredByGit',
    });
  });

  it('leaves out vendored folders, links, minified and too large files, with the reason', async () => {
    const folder = temporaryFolder({
      'node_modules/x/index.js': '',
      'a.ts': '',
      'b.min.js': '',
      'c.js': 'x'.repeat(10 * 1024 * 1024),
      'd.rb': '',
    });
    symlinkSync('/etc', join(folder, 'out'));
    symlinkSync(folder, join(folder, 'loop'));
    expect(await paths(folder)).toEqual(['a.ts']);
    expect(await reasons(folder)).toEqual({
      'node_modules/': 'vendored',
      'b.min.js': 'minified',
      'c.js': 'tooLarge',
      'd.rb': 'unknownLanguage',
      loop: 'link',
      out: 'link',
    });
  });

  it('leaves out build output only on evidence', async () => {
    const built = temporaryFolder({
      'package.json': '{ "main": "dist/index.js", "exports": { "./x": "./build/x.js" } }',
      'src/index.ts': '',
      'dist/index.js': '',
      'build/x.js': '',
      'lib/hand-written.js': '',
    });
    expect(await paths(built)).toEqual(['lib/hand-written.js', 'src/index.ts']);
    const handWritten = temporaryFolder({ 'package.json': '{ "main": "lib/index.js" }', 'lib/index.js': '' });
    expect(await paths(handWritten)).toEqual(['lib/index.js']);
  });

  it('leaves out what was built beside its source, says from what, and reads it when told', async () => {
    const published = Object.fromEntries(
      ['index', 'gate', 'lock/sluice'].flatMap((stem) => [
        [`src/${stem}.ts`, 'export const a = 1;\n'],
        [`${stem}.js`, 'exports.a = 1;\n'],
        [`${stem}.cjs`, 'exports.a = 1;\n'],
        [`${stem}.d.ts`, 'export declare const a: number;\n'],
        [`fesm/${stem}.mjs`, 'export const a = 1;\n'],
      ]),
    );
    const folder = temporaryFolder({
      ...published,
      'package.json': '{ "name": "canal" }',
      'scripts/release.js': 'run();\n',
      'tools/own.ts': 'export const t = 1;\n',
      'tools/own.js': 'exports.t = 1;\n',
      'tools/own.d.ts': 'export declare const t: number;\n',
      'tools/hand.ts': 'export const h = 1;\n',
      'tools/hand.js': 'run();\n',
    });
    expect(await paths(folder)).toEqual([
      'scripts/release.js',
      'src/gate.ts',
      'src/index.ts',
      'src/lock/sluice.ts',
      'tools/hand.js',
      'tools/hand.ts',
      'tools/own.ts',
    ]);
    expect((await reasons(folder))['gate.cjs']).toBe('generated');
    const choices = [{ glob: 'gate.cjs', take: 'read' as const }];
    expect(await paths(folder, { choices })).toContain('gate.cjs');
    expect(await paths(folder, { turned: ['generated'] })).toContain('index.d.ts');
    // A few files that happen to bear a source's name are no output.
    const own = temporaryFolder({
      'package.json': '{}',
      'src/index.ts': '',
      'index.js': '',
      'server.js': '',
      'worker.js': '',
    });
    expect(await paths(own)).toContain('index.js');
  });

  it('takes names with spaces, quotes, newlines and other letters as they are', async () => {
    const names = ['a b.ts', 'it\'s "so".ts', 'two\nlines.ts', 'Шлюз.ts', '#hash?.ts'];
    const folder = temporaryFolder(Object.fromEntries(names.map((name) => [name, ''])));
    expect((await paths(folder)).sort()).toEqual([...names].sort());
  });

  it('marks tests', async () => {
    const folder = temporaryFolder({
      'src/a.test.ts': '',
      'src/__tests__/b.ts': '',
      'tests/c.ts': '',
      'src/latest.ts': '',
      'src/contest/d.ts': '',
    });
    const tests = (await intakeOf(folder)).files.filter(({ isTest }) => isTest);
    expect(tests.map(({ path }) => path)).toEqual(['src/__tests__/b.ts', 'src/a.test.ts', 'tests/c.ts']);
  });

  it('an empty folder gives an empty intake', async () => {
    const folder = temporaryFolder();
    mkdirSync(join(folder, 'empty'));
    expect((await intakeOf(folder)).files).toEqual([]);
  });
});

describe('what names and contents say', () => {
  it('other people’s code is left out by the folder it is in, or the release in its name', async () => {
    const folder = temporaryFolder({
      'a.ts': '',
      'vendor/x.ts': '',
      'src/third_party/x.ts': '',
      'js/jigsaw-3.6.0.js': '',
      'js/jigsaw.3.6.0.min.js': '',
      'js/step-2.js': '',
      'src/vendors.ts': '',
    });
    expect(await paths(folder)).toEqual(['a.ts', 'js/step-2.js', 'src/vendors.ts']);
    expect(await reasons(folder)).toEqual({
      'vendor/': 'vendored',
      'src/third_party/': 'vendored',
      'js/jigsaw-3.6.0.js': 'vendored',
      'js/jigsaw.3.6.0.min.js': 'minified',
    });
  });

  it.each([
    ['// Code generated by shapes. DO NOT EDIT.\n'],
    ['/**\n * @generated by relay\n */\n'],
    ['// <auto-generated>\n'],
    ['/* This file was automatically generated. */\n'],
    ['#!/usr/bin/env node\n// This file is generated from messages.txt\n'],
    ['// Auto-generated by the build; do not edit\n'],
    ['// Generated from toll.proto.\n//\n// Do not modify.\n'],
  ])('%j marks a generated file', async (head) => {
    const folder = temporaryFolder({ 'a.ts': '', 'b.ts': `${head}export const b = 1;\n` });
    expect(await reasons(folder)).toEqual({ 'b.ts': 'generated' });
  });

  it.each([
    ['/** Turns automatically generated ids into names. */\n'],
    ['// Do not edit the list below by hand: use the script.\n'],
    ["export const header = 1;\nconst text = '@generated';\n"],
    ['// The report generated here goes to the quay.\n'],
  ])('%j does not', async (head) => {
    const folder = temporaryFolder({ 'b.ts': `${head}export const b = 1;\n` });
    expect(await paths(folder)).toEqual(['b.ts']);
  });

  it('output is told by its name, by the grammar beside it, or by what it was compiled from', async () => {
    const folder = temporaryFolder({
      'toll.pb.ts': '',
      'toll_pb.js': '',
      'schema.generated.ts': '',
      'parser.js': '',
      'parser.jison': '',
      'a.ts': '',
      'a.js': '//# sourceMappingURL=a.js.map',
      'b.ts': '',
      'b.js': '',
      'c.js': '//# sourceMappingURL=c.js.map',
      'code-gen.ts': '',
    });
    expect(await paths(folder)).toEqual(['a.ts', 'b.js', 'b.ts', 'c.js', 'code-gen.ts']);
    const { leftOut } = await intakeOf(folder);
    expect(leftOut).toContainEqual(
      expect.objectContaining({ path: 'a.js', detail: 'it is compiled from a.ts next to it' }),
    );
    expect(leftOut).toContainEqual(
      expect.objectContaining({ path: 'parser.js', detail: 'parser.jison is next to it' }),
    );
  });

  it('the language of an unclear file is told, and why', async () => {
    const folder = temporaryFolder({
      'bin/tolls': '#!/usr/bin/env -S node --no-warnings\nrun();\n',
      'bin/berths': '#!/usr/local/bin/tsx\nrun();\n',
      'bin/gauge': '#!/usr/bin/ruby3\n',
      'bin/notes': 'only text\n',
      'de.ts': '<?xml version="1.0"?>\n<!DOCTYPE TS>\n<TS version="2.1"></TS>\n',
      'a.rb': '',
    });
    const { files, leftOut } = await intakeOf(folder);
    expect(files.map(({ path, language, languageWhy }) => [path, language, languageWhy])).toEqual([
      ['bin/berths', 'typescript', 'its first line names tsx'],
      ['bin/tolls', 'javascript', 'its first line names node'],
    ]);
    expect(leftOut.map(({ path, detail }) => [path, detail])).toEqual([
      ['a.rb', 'Ruby'],
      ['bin/gauge', 'Ruby, by its first line'],
      ['bin/notes', 'file without an ending'],
      ['de.ts', 'XML: translations, or a tile set'],
    ]);
  });

  it('what a folder is for is taken from its README, or the comment at the top of its index', async () => {
    const folder = temporaryFolder({
      'README.md':
        '# Barges\n\n[![badge](x)](y)\n\nThe **barges** of [the company](z) and their crews. More of it.\n',
      'src/tolls/index.ts': '/**\n * @packageDocumentation\n * What a passage costs. And more.\n */\n',
      'src/bare/index.ts': '/* eslint-disable no-console */\n',
      'src/both/README.md': 'Words of the README win.\n',
      'src/both/index.ts': '/** Words of the comment. */\n',
      'rest/README.rst':
        '=====\nLocks\n=====\n\n:Author: Nobody\n\n.. image:: x.png\n   :alt: A gate\n   :target: y\n\n   Shut.\n\nOpens and shuts the gates. More.\n',
      'src/viewer/__init__.py': '"""\n    -----\n    About\n    -----\n\n    Shows the tides. More.\n"""\n',
      'rest/NEWS': 'Nothing new.\n',
    });
    const { purposes, documents } = await intakeOf(folder);
    expect(Object.fromEntries([...purposes].map(([at, { text }]) => [at, text]))).toEqual({
      '': 'The barges of the company and their crews.',
      'src/tolls': 'What a passage costs.',
      'src/both': 'Words of the README win.',
      'src/viewer': 'Shows the tides.',
      rest: 'Opens and shuts the gates.',
    });
    expect([...documents].sort()).toEqual([
      'README.md',
      'rest/NEWS',
      'rest/README.rst',
      'src/both/README.md',
    ]);
  });
});

describe('a folder that a bundler filled', () => {
  it('is left out whole, short files and all', async () => {
    const dense = 'y();'.repeat(3_000);
    const folder = temporaryFolder({
      'src/a.ts': '',
      'dist/a.js': dense,
      'dist/deep/b.js': dense,
      'dist/c.js': 'c();',
      'lib/d.js': dense,
      'lib/e.js': '',
      'lib/f.js': '',
    });
    expect(await paths(folder)).toEqual(['lib/e.js', 'lib/f.js', 'src/a.ts']);
    const { leftOut } = await intakeOf(folder);
    expect(leftOut.find(({ path }) => path === 'dist/c.js')).toMatchObject({
      reason: 'generated',
      detail: 'most of the code in dist/ is minified',
    });
    const chosen = { choices: [{ glob: 'dist/c.js', take: 'read' as const }] };
    expect(await paths(folder, chosen)).toContain('dist/c.js');
  });
});

describe('decisions of the user', () => {
  const files = {
    '.gitignore': 'made/\n*.log.ts\n',
    'a.ts': '',
    'b.log.ts': '',
    'made/c.ts': '',
    'made/deep/d.ts': '',
    'vendor/e.ts': '',
    'vendor/f.ts': '',
    'big.ts': 'x();\n'.repeat(1024 * 1024),
    'a.test.ts': '',
  };

  it('turn a whole reason round', async () => {
    const folder = temporaryFolder(files);
    expect(await paths(folder)).toEqual(['a.test.ts', 'a.ts']);
    expect(await paths(folder, { turned: ['ignoredByGit'] })).toEqual([
      'a.test.ts',
      'a.ts',
      'b.log.ts',
      'made/c.ts',
      'made/deep/d.ts',
    ]);
    expect(await paths(folder, { turned: ['vendored', 'tests'] })).toEqual([
      'a.ts',
      'vendor/e.ts',
      'vendor/f.ts',
    ]);
    expect(await paths(folder, { turned: ['tooLarge'] })).toContain('big.ts');
  });

  it('turn a path round, or a glob, whatever the reason; the last that matches decides', async () => {
    const folder = temporaryFolder(files);
    const read = (glob: string) => ({ glob, take: 'read' as const });
    const leaveOut = (glob: string) => ({ glob, take: 'leaveOut' as const });
    expect(await paths(folder, { choices: [read('made/**')] })).toEqual([
      'a.test.ts',
      'a.ts',
      'made/c.ts',
      'made/deep/d.ts',
    ]);
    expect(await paths(folder, { choices: [read('vendor/e.ts'), read('b.log.ts')] })).toEqual([
      'a.test.ts',
      'a.ts',
      'b.log.ts',
      'vendor/e.ts',
    ]);
    expect(
      await paths(folder, { choices: [read('made/**'), leaveOut('made/deep/**'), leaveOut('a.ts')] }),
    ).toEqual(['a.test.ts', 'made/c.ts']);
    expect(await reasons(folder, { choices: [leaveOut('a.ts')] })).toMatchObject({ 'a.ts': 'byChoice' });
  });

  it('give a file another language, and make it a test or none', async () => {
    const folder = temporaryFolder({ 'a.inc': 'let a = 1;\n', 'check/b.ts': '', 'spec/c.ts': '' });
    const { files: read } = await intakeOf(folder, {
      languages: [{ glob: '*.inc', language: 'javascript' }],
      tests: [
        { glob: 'check/**', isTest: true },
        { glob: 'spec/**', isTest: false },
      ],
    });
    expect(
      read.map(({ path, language, isTest, languageWhy }) => [path, language, isTest, languageWhy]),
    ).toEqual([
      ['a.inc', 'javascript', false, 'you chose so'],
      ['check/b.ts', 'typescript', true, undefined],
      ['spec/c.ts', 'typescript', false, undefined],
    ]);
  });

  it('lists where includes are looked for: as commands say, as the tree suggests, and what a user adds needs no guess', async () => {
    const folder = temporaryFolder({
      'compile_commands.json': JSON.stringify([
        { directory: '/build/it', file: 'lib/a.c', command: 'cc -Igenerated -c lib/a.c' },
      ]),
      'include/gauge/level.h': '',
      'lib/a.c': '#include <gauge/level.h>\n#include "own.h"\n#include <stdio.h>\n',
      'lib/own.h': '',
    });
    expect((await intakeOf(folder)).includePaths).toEqual([
      { folder: 'generated', isInferred: false },
      { folder: 'include', isInferred: true },
    ]);
    expect((await intakeOf(folder, { sourceRoots: ['include'] })).includePaths).toEqual([
      { folder: 'generated', isInferred: false },
    ]);
  });

  it.each(['a[1].ts', 'b (2).ts', '{c}.ts', 'd*.ts', 'e!f@g+h.ts', "i'j.ts", 'k\\l.ts', '$m|n.ts'])(
    'the glob of the one path %j matches it and no other',
    (path) => {
      const matcher = matcherOf({ ...noRules, choices: [{ glob: globOf(path), take: 'read' }] });
      expect(matcher.choice(path)).toBeDefined();
      expect(matcher.choice('other.ts')).toBeUndefined();
      expect(matcher.choice(path.slice(1))).toBeUndefined();
    },
  );
});
