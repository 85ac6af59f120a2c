import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import {
  filesByFolder as question,
  reading,
  surveyThreeFolders,
  threeFolders as files,
} from '../../tests/threeFolders.ts';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { nothingKept } from '../survey/keptIntake.ts';
import type { ReadText } from '../source/readText.ts';
import { dossierView } from './dossierView.ts';
import { findElements } from './finderView.ts';
import { matrixView } from './matrixView.ts';
import { measuresCsv, measuresView, type MeasuresQuery } from './measuresView.ts';
import { overviewView } from './overviewView.ts';
import { mainScope, scopeKey, scopeOf, type Scope } from './surveyAccess/scope.ts';
import { scopeView } from './scopeView.ts';
import { outlineView } from './outlineView.ts';
import { sourceView } from './sourceView.ts';
import { keyIndex } from './surveyAccess/keyIndex.ts';
import { counted, testElements } from './surveyAccess/tests.ts';
import { dependencyKinds } from '../../core/contracts/linked.ts';

let survey: SurveyedCodebase;

const inFolder = (key: string): Scope => scopeOf(survey, 'folders', key);

beforeAll(async () => {
  survey = await surveyThreeFolders();
});

describe('a key', () => {
  it('leads to its element, and one that is not there to none', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.string({ maxLength: 6 })),
        fc.array(fc.string({ maxLength: 6 })),
        (keys, others) => {
          const { find } = keyIndex(keys);
          keys.forEach((key, number) => expect(find(key)).toBe(number));
          for (const key of others) if (!keys.includes(key)) expect(find(key)).toBeUndefined();
        },
      ),
    );
  });
});

describe('scope', () => {
  it('pictures begin where the code that is no test begins', () => {
    expect(scopeKey(mainScope(survey))).toBe('src');
    expect(scopeKey(scopeOf(survey, 'folders', null))).toBe('src');
    // A place of another arrangement is none of this one.
    expect(scopeKey(scopeOf(survey, 'folders', 'packages:src.left'))).toBe('src');
  });

  it('says where one can go', () => {
    const scope = scopeView(survey, inFolder('src/left'));
    expect(scope.above.map(({ key }) => key)).toEqual(['', 'src']);
    expect(scope.below.map(({ key }) => key)).toEqual(['src/left/deep']);
    expect(scope.isInitial).toBe(false);
  });

  it('a folder that is not there is a problem in one sentence', () => {
    expect(() => inFolder('src/none')).toThrow('There is no src/none in this survey.');
  });
});

describe('tests left out', () => {
  it('leave nothing that begins or ends in one, and no file of theirs; folders of tests alone are tests', async () => {
    const own = await surveyText({
      'src/a.ts': "import { help } from '../tests/deep/help';\nexport const a = () => help();\n",
      'src/b.ts': "import { a } from './a';\nexport const b = () => a();\n",
      'tests/deep/help.ts': 'export const help = () => 1;\n',
      'tests/t.ts': "import { b } from '../src/b';\nb();\n",
    });
    for (const file of own.files) file.isTest = file.path.startsWith('tests/');
    const shown = counted(own, false);
    expect(shown.files.map(({ path }) => path)).toEqual(['src/a.ts', 'src/b.ts']);
    const { dependencies, elements } = shown;
    const ends = Array.from(dependencies.from, (from, row) => [from, dependencies.to[row]]).flat();
    expect(ends.every((e) => elements.key[e].startsWith('src/'))).toBe(true);
    expect(dependencies.count).toBe(2);
    // Places come along with their rows: line and column.
    const rowOf = (table: typeof dependencies, kind: number): number => table.kind.indexOf(kind);
    const call = dependencyKinds.indexOf('call');
    const whole = own.dependencies;
    const original = Array.from(whole.kind.keys()).find(
      (row) => whole.kind[row] === call && elements.key[whole.from[row]] === 'src/b.ts#b',
    )!;
    const kept = rowOf(dependencies, call);
    expect(dependencies.line[dependencies.placeStart[kept]]).toBe(whole.line[whole.placeStart[original]]);
    expect(dependencies.column[dependencies.placeStart[kept]]).toBe(whole.column[whole.placeStart[original]]);
    expect(dependencies.column[dependencies.placeStart[kept]]).toBeGreaterThan(0);
    const isTest = testElements(own);
    const of = (key: string): number => isTest[elements.key.indexOf(key)];
    expect([of('tests'), of('tests/deep'), of('tests/deep/help.ts#help'), of('src'), of('')]).toEqual([
      1, 1, 1, 0, 0,
    ]);
    expect(counted(own, true)).toBe(own);
  });
});

describe('the table of measures', () => {
  const query = (patch: Partial<MeasuresQuery> = {}): MeasuresQuery => ({
    levels: 'all',
    kind: 'routine',
    scope: inFolder(''),
    columns: ['cyclomatic', 'fanIn'],
    sort: 'cyclomatic',
    descending: true,
    filter: '',
    withTests: false,
    page: 0,
    ...patch,
  });
  const names = (patch: Partial<MeasuresQuery>): string[] =>
    measuresView(survey, query(patch)).rows.map(({ name }) => name);

  it('sorts either way, by any measure or by name', () => {
    expect(names({}).slice(0, 2).sort()).toEqual(['l', 'r']);
    expect(names({ descending: false }).slice(-2).sort()).toEqual(['l', 'r']);
    expect(names({ sort: 'name', descending: false })[0]).toBe('size'); // by key: a.ts#Shape.size
    expect(names({ sort: 'fanIn' }).slice(0, 2)).toEqual(['a', 'l']);
  });

  it('filters by name and path, whatever the case', () => {
    expect(names({ filter: 'BASE/' }).sort()).toEqual(['a', 'b', 'size']);
    expect(names({ filter: 'nothing like it' })).toEqual([]);
  });

  it('puts what has no value last, whichever way it is sorted', () => {
    const rows = (descending: boolean) =>
      measuresView(survey, query({ kind: 'file', columns: ['instability'], sort: 'instability', descending }))
        .rows;
    for (const descending of [true, false]) {
      const values = rows(descending).map(({ values: [value] }) => value);
      const firstNull = values.indexOf(null);
      if (firstNull >= 0) expect(values.slice(firstNull).every((value) => value === null)).toBe(true);
    }
  });

  it('a page that is not there becomes the last one', () => {
    expect(measuresView(survey, query({ page: 99 }))).toMatchObject({ page: 0, pages: 1, count: 6 });
  });

  it('refuses a measure that does not exist', () => {
    expect(() => measuresView(survey, query({ sort: 'beauty' }))).toThrow('There is no measure “beauty”.');
  });

  it('exports all rows, with quotes where they are needed', async () => {
    const odd = await surveyText({ 'a, "b".ts': 'export function f() {}\n' });
    expect(measuresCsv(odd, { ...query(), scope: { ...mainScope(odd), group: 0 } }).split('\n')).toEqual([
      'key,cyclomatic,fanIn',
      '"a, ""b"".ts#f",1,0',
      '',
    ]);
  });
});

/** No file can be read. */
const unread: ReadText = () => Promise.resolve(null);

describe('the dossier', () => {
  it('tells what a file is, what it uses and is used by, as files', async () => {
    const dossier = await dossierView(survey, unread, { focus: 'src/left/l.ts', question });
    expect(dossier).toMatchObject({ form: 'file', kind: 'file', startLine: 1, endLine: 6 });
    expect(dossier.uses.listed.map(({ key, count }) => `${key} ${count}`)).toEqual([
      'src/base/a.ts 2',
      'src/right/r.ts 2',
    ]);
    expect(dossier.usedBy.listed.map(({ key, count }) => `${key} ${count}`)).toEqual([
      'src/right/r.ts 4',
      'src/left/deep/d.ts 2',
    ]);
    expect(dossier.cycles).toEqual([{ grain: 'files', tag: 'C1', key: 'C:src/left/l.ts', size: 2 }]);
    expect(dossier.holds.map(({ name }) => name)).toEqual(['l']);
  });

  it('tells a folder its neighbours as folders', async () => {
    const dossier = await dossierView(survey, unread, { focus: 'src/left', question });
    expect(dossier.uses.listed.map(({ key }) => key)).toEqual(['src/base', 'src/right']);
    expect(dossier.usedBy.listed.map(({ key }) => key)).toEqual(['src/right']);
  });

  it('marks what is only inferred', async () => {
    const { uses } = await dossierView(survey, unread, { focus: 'src/right/r.ts#r', question });
    expect(uses.listed.find(({ name }) => name === 'size')).toMatchObject({
      inferred: true,
      kinds: ['call'],
    });
    expect(uses.listed.find(({ name }) => name === 'l')).toMatchObject({ inferred: false, count: 3 });
  });

  it('ranks its measures among its peers, the largest first', async () => {
    const { measures, peers } = await dossierView(survey, unread, { focus: 'src/left/l.ts#l', question });
    expect(peers).toBe(6);
    expect(measures.find(({ id }) => id === 'cyclomatic')).toMatchObject({ value: 2, rank: 1, share: 1 });
    expect(measures.every(({ rank }) => rank >= 1 && rank <= peers)).toBe(true);
  });

  it('lists the gaps of a file, and knows externals', async () => {
    expect((await dossierView(survey, unread, { focus: 'src/right/gap.ts', question })).gaps).toEqual([
      { name: 'src/right/missing', reason: 'noSuchFile', line: 1 },
    ]);
    const external = await dossierView(survey, unread, { focus: 'npm:kit', question });
    expect(external.form).toBe('external, npm');
    expect(external.usedBy.listed.map(({ key }) => key)).toEqual(['src/right/gap.ts']);
  });
});

describe('the overview', () => {
  it('puts the codebase on one page', () => {
    const overview = overviewView(
      survey,
      {
        ...nothingKept,
        manifests: [
          ['package.json', '{ "name": "k", "description": "Of kits.", "dependencies": { "kat": "1" } }'],
        ],
        documents: ['docs/a.md', 'README.md', 'b.md'],
        purposes: [['src/left', { text: 'All that is left.', from: 'src/left/README.md' }]],
      },
      { ...question, scope: mainScope(survey), open: ['src/left'] },
    );
    expect(overview.purpose).toEqual({ text: 'Of kits.', from: 'package.json' });
    expect(overview.languages).toMatchObject([{ name: 'TypeScript', files: 6 }]);
    expect(overview.groups.rows.map(({ key, depth, purpose }) => [key, depth, purpose?.text])).toEqual([
      ['src/base', 0, undefined],
      ['src/left', 0, 'All that is left.'],
      ['src/left/deep', 1, undefined],
      ['src/right', 0, undefined],
    ]);
    expect(overview.documents.map(({ path }) => path)).toEqual(['README.md', 'b.md', 'docs/a.md']);
    expect(overview.manifests).toMatchObject([
      {
        path: 'package.json',
        declared: 1,
        use: { used: 1, unused: ['kat'], undeclared: [{ name: 'kit', files: 1 }] },
      },
    ]);
    const used = overview.outliers.find(({ measure }) => measure === 'ca')!;
    expect(used).toMatchObject({ kind: 'file', fence: null, count: 0 });
    expect(used.highest[0]).toMatchObject({ key: 'src/base/a.ts', value: 3 });
    expect(overview.cycles).toMatchObject([{ tag: 'C1', size: 2 }]);
    expect(overview.externals).toMatchObject([{ name: 'kit', files: 1 }]);
    expect(overview.tests.files).toBe(1);
  });

  it('begins with what uses what, as the matrix has it, open groups left out', () => {
    const asked = { ...question, scope: mainScope(survey), open: [] };
    const { picture } = overviewView(survey, nothingKept, asked);
    const { rows, cells } = matrixView(survey, { ...asked, open: null, flat: false, order: 'level' });
    const told = picture.cells.map(
      ({ row, column, count }) => `${picture.rows[row].end} ${picture.rows[column].end} ${count}`,
    );
    expect(told).toEqual(
      cells.row.map((row, i) => `${rows[row].end} ${rows[cells.column[i]].end} ${cells.count[i]}`),
    );
    expect(told.length).toBeGreaterThan(3);
    expect(picture.rows.map(({ end }) => end)).toEqual(
      rows.filter(({ heading }) => !heading).map(({ end }) => end),
    );
    expect(picture.more).toBe(0);
  });

  it('names where one enters it: programs first, examples and tests last', () => {
    const entry = (path: string, role: 'program' | 'main' | 'export') => ({ path, role, name: path });
    const { entryPoints } = overviewView(
      survey,
      {
        ...nothingKept,
        entryPoints: [
          entry('examples/a.ts', 'program'),
          entry('src/deep/down/b.ts', 'main'),
          entry('testsuite-web/c.ts', 'program'),
          entry('src/d.ts', 'main'),
          entry('src/index.ts', 'export'),
          entry('src/bin/e.ts', 'program'),
        ],
      },
      { ...question, scope: mainScope(survey), open: [] },
    );
    expect(entryPoints.map(({ path }) => path)).toEqual([
      'src/bin/e.ts',
      'src/index.ts',
      'src/d.ts',
      'src/deep/down/b.ts',
      'examples/a.ts',
      'testsuite-web/c.ts',
    ]);
  });
});

describe('the finder', () => {
  it('puts whole names before beginnings, and these before the rest', () => {
    const names = (typed: string, recent?: string[]): string[] =>
      findElements(survey, typed, recent).listed.map(({ key }) => key);
    expect(findElements(survey, 'l').listed[0].name).toBe('l');
    expect(names('ba')[0]).toBe('src/base');
    expect(names('DEEP/d')).toContain('src/left/deep/d.ts');
    expect(names('  ')).toEqual([]);
    expect(names('no such thing')).toEqual([]);
    // What was looked at lately goes before what answers as well.
    expect(names('r')[0]).toBe('src/right/r.ts#r');
    expect(names('r', ['src/right/r.ts'])[0]).toBe('src/right/r.ts');
  });

  it('keeps to the kinds and places that are named', () => {
    const names = (typed: string): string[] => findElements(survey, typed).listed.map(({ key }) => key);
    expect(names('l, routines')[0]).toBe('src/left/l.ts#l');
    expect(names('files, in src/left').sort()).toEqual(['src/left/deep/d.ts', 'src/left/l.ts']);
    expect(names('*.ts, not in src')).toEqual(['tests/t.ts']);
    expect(findElements(survey, 'l, upside down').unknown).toEqual(['upside down']);
  });
});

describe('the source', () => {
  it('has the text, the outline, and imports either way', async () => {
    const readText = reading(temporaryFolder({ ...files }));
    const { hash } = (await readText('src/left/l.ts'))!;
    const page = await sourceView(survey, readText, { path: 'src/left/l.ts', surveyedHash: hash });
    expect(page.text).toBe(files['src/left/l.ts']);
    expect(page.changed).toBe(false);
    const outline = outlineView(survey, 'src/left/l.ts');
    expect(outline.rows.map(({ name, cyclomatic }) => [name, cyclomatic])).toEqual([['l', 2]]);
    expect(outline.imports.map(({ key, line }) => `${key} ${line}`)).toEqual([
      'src/base/a.ts 1',
      'src/right/r.ts 2',
    ]);
    expect(outline.importedBy.map(({ key }) => key).sort()).toEqual(['src/left/deep/d.ts', 'src/right/r.ts']);
  });

  it('knows the lines of what is in focus, where that stands in the file', async () => {
    const readText = reading(temporaryFolder({ ...files }));
    const focusedOn = async (focus: string) =>
      (await sourceView(survey, readText, { path: 'src/left/l.ts', surveyedHash: null, focus })).focused;
    const { startLine, endLine } = outlineView(survey, 'src/left/l.ts').rows[0];
    expect(await focusedOn('src/left/l.ts#l')).toEqual({ key: 'src/left/l.ts#l', startLine, endLine });
    // The file itself, and what stands in another one, have no lines here.
    expect(await focusedOn('src/left/l.ts')).toBeNull();
    expect(await focusedOn('src/right/r.ts#r')).toBeNull();
    expect(await focusedOn('src/gone.ts#g')).toBeNull();
  });

  it('has an empty outline where there is no file', () => {
    expect(outlineView(survey, 'src/none.ts')).toMatchObject({ rows: [], imports: [], importedBy: [] });
  });

  it('says that a file has changed since, or has gone', async () => {
    const readText = reading(temporaryFolder({ 'src/left/l.ts': 'changed' }));
    const changed = { path: 'src/left/l.ts', surveyedHash: 'another hash' };
    expect((await sourceView(survey, readText, changed)).changed).toBe(true);
    const gone = await sourceView(survey, readText, { path: 'src/base/a.ts', surveyedHash: 'a hash' });
    expect(gone).toMatchObject({ text: null, changed: false });
    await expect(sourceView(survey, readText, { path: 'src/none.ts', surveyedHash: null })).rejects.toThrow(
      'There is no file src/none.ts in this survey.',
    );
  });
});
