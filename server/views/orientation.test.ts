import { beforeAll, describe, expect, it, onTestFinished } from 'vitest';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { surveyText } from '../../tests/surveyText.ts';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { takeIn } from '../intake/intake.ts';
import { noRules } from '../intake/rules.ts';
import { folderOrigin } from '../source/address.ts';
import { folderSource } from '../source/folder/folderSource.ts';
import { textReader } from '../source/readText.ts';
import { openCodebase } from '../store/codebases.ts';
import { openStore } from '../store/database.ts';
import { createJob } from '../store/jobs.ts';
import { markLookedAt } from '../store/lookedAt.ts';
import { completenessItems, completenessOfSurvey, loadSurvey } from '../store/surveys.ts';
import { nothingKept } from '../survey/keptIntake.ts';
import { runJob } from '../work/runJob.ts';
import { newsOf } from './completenessNews.ts';
import { completenessView } from './completenessView.ts';
import { documentView } from './documentView.ts';
import { intakeView, type SheetQuery } from './intakeView.ts';

describe('the intake sheet', () => {
  const files = {
    'src/a.ts': 'let a;\nlet b;\n',
    'src/deep/b.ts': 'let b;\n',
    'src/deep/b.test.ts': 'let t;\n',
    'src/c.min.js': '',
    'tool.js': 'let t;\n',
    'a.rb': '',
    'b.rb': '',
    'logo.png': '',
    'vendor/x.ts': '',
    'package.json': '{}',
    'tsconfig.json': '{ "compilerOptions": { "baseUrl": "src", "paths": { "@deep/*": ["deep/*"] } } }',
    'README.md': '',
  };
  const sheetOf = async (query: Partial<SheetQuery> = {}) => {
    const intake = await takeIn(folderSource(temporaryFolder(files)), { rules: noRules });
    return intakeView(
      { intake, takenAt: '', commit: null, rules: noRules },
      { folder: '', filter: '', all: null, ...query },
    );
  };

  it('says what would be read, by language and by folder', async () => {
    const sheet = await sheetOf();
    expect(sheet.read).toEqual({ files: 4, lines: 5 });
    expect(sheet.tests).toEqual({ files: 1, lines: 1 });
    expect(sheet.languages).toEqual([
      { id: 'typescript', name: 'TypeScript', files: 3, lines: 4 },
      { id: 'javascript', name: 'JavaScript', files: 1, lines: 1 },
    ]);
    expect(sheet.inside.map(({ name, files: n, lines, leftOut }) => [name, n, lines, leftOut])).toEqual([
      ['src', 3, 4, 1],
      ['tool.js', 1, 1, 0],
      ['a.rb', 0, 0, 1],
      ['b.rb', 0, 0, 1],
      ['logo.png', 0, 0, 1],
      ['vendor', 0, 0, 1],
    ]);
    const below = await sheetOf({ folder: 'src' });
    expect(below.inside.map(({ path, tests }) => [path, tests])).toEqual([
      ['src/a.ts', 0],
      ['src/deep', 1],
      ['src/c.min.js', 0],
    ]);
  });

  it('groups what would be left out by reason, and tells kinds where paths say less', async () => {
    const sheet = await sheetOf();
    expect(sheet.leftOut.map(({ reason, count, isTurnable }) => [reason, count, isTurnable])).toEqual([
      ['vendored', 1, true],
      ['minified', 1, true],
      ['unknownLanguage', 3, false],
    ]);
    expect(sheet.leftOut[2].kinds).toEqual([
      { what: 'Ruby', count: 2 },
      { what: 'picture', count: 1 },
    ]);
    expect(sheet.documents).toBe(1);
    expect(sheet.projectFiles.map(({ path }) => path)).toEqual(['package.json', 'tsconfig.json']);
    expect(sheet.roots).toEqual([
      { root: 'src', from: 'tsconfig.json', setting: 'baseUrl' },
      { root: 'src/deep', from: 'tsconfig.json', setting: '@deep/*' },
    ]);
    const filtered = await sheetOf({ filter: 'A.RB' });
    expect(filtered.leftOut.map(({ entries }) => entries.map(({ path }) => path))).toEqual([
      [],
      [],
      ['a.rb'],
    ]);
  });
});

describe('what is missing or doubled', () => {
  const files = {
    'a/x.ts': 'export function one() {}\nexport function two() {}\nexport function three() {}\n',
    'b/x.ts': 'export function one() {}\nexport function two() {}\nexport function three() {}\n// newer\n',
    'main.ts': "import { one } from './a/x';\nimport './gone';\nimport './vendor/v';\none();\n",
    'broken.ts': 'export const ok = 1;\nfunction ( {{{\n',
    'vendor/v.ts': '',
    'package.json': '{ "name": "x", "main": "main.ts" }',
  };

  it('is found by a survey, and counted as news until it was looked at', async () => {
    const store = openStore(temporaryFolder());
    onTestFinished(() => void store.close());
    const { id } = openCodebase(store, folderOrigin(temporaryFolder(files)));
    const surveyId = (await runJob(store, createJob(store, id).id))!;
    const page = completenessView(loadSurvey(store, surveyId), completenessOfSurvey(store, surveyId), {
      rules: noRules,
      settled: new Set(),
    });
    expect(page.gaps.map(({ name, reason, leftOut }) => [name, reason, leftOut?.path])).toEqual([
      ['gone', 'noSuchFile', undefined],
      ['vendor/v', 'leftOut', 'vendor/'],
    ]);
    expect(page.partly).toMatchObject([{ path: 'broken.ts', failed: false, parseErrors: [[2, 2]] }]);
    expect(page.clashes).toMatchObject([{ name: 'x.ts', contents: 2, likeness: 1 }]);
    expect(page.twice).toEqual([]); // That the copies declare the same is said by the clash.
    expect(page.unreferred.map(({ path }) => path)).toEqual(['b/x.ts', 'broken.ts']);
    expect(newsOf({ store }, id, surveyId)).toEqual({
      gap: 2,
      doubtful: 0,
      partly: 1,
      versions: 0,
      clash: 1,
      twice: 0,
      unreferred: 2,
      total: 6,
    });
    markLookedAt(store, id, completenessItems(store, surveyId));
    expect(newsOf({ store }, id, surveyId).total).toBe(0);
    const again = (await runJob(store, createJob(store, id).id))!;
    expect(newsOf({ store }, id, again).total).toBe(0);
  });
});

describe('a text', () => {
  const files = {
    'docs/a.md':
      '[code](../src/x.ts) [folder](/src) [other](b.md#part) [gone](none.md) [out](../../etc/passwd)\n' +
      '[web](https://example.org) [here](#top) <a href="../src/x.ts?raw">x</a>\n\n[ref]: ./b.md\n',
    'docs/b.md': 'B',
    'src/x.ts': 'export const x = 1;',
  };
  let survey: SurveyedCodebase;
  const intake = { ...nothingKept, documents: ['docs/a.md', 'docs/b.md'] };

  beforeAll(async () => {
    survey = await surveyText(files);
  });
  const read = () => textReader(folderOrigin(temporaryFolder(files)), null, '');

  it('has its links lead to files, folders and other texts of the codebase, or nowhere', async () => {
    const { links, isMarkdown } = await documentView(survey, intake, read(), 'docs/a.md');
    expect(isMarkdown).toBe(true);
    expect(links).toEqual({
      '../src/x.ts': { to: 'source', file: 'src/x.ts' },
      '/src': { to: 'folder', folder: 'src' },
      'b.md#part': { to: 'document', file: 'docs/b.md' },
      'none.md': { to: 'nowhere' },
      '../../etc/passwd': { to: 'nowhere' },
      '../src/x.ts?raw': { to: 'source', file: 'src/x.ts' },
      './b.md': { to: 'document', file: 'docs/b.md' },
    });
  });

  it('that is no text of this survey is not read, whatever the address asks for', async () => {
    await expect(documentView(survey, intake, read(), '../secret.md')).rejects.toThrow(
      'no text ../secret.md in this survey',
    );
    await expect(documentView(survey, intake, read(), 'src/x.ts')).rejects.toThrow('no text src/x.ts');
  });
});
