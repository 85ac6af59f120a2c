import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { folderOrigin } from '../source/address.ts';
import { nothingKept } from '../survey/keptIntake.ts';
import { textReader, type ReadText } from '../source/readText.ts';
import { cyclesView } from './cyclesView.ts';
import { dossierView } from './dossierView.ts';
import { evidenceView } from './picture/evidenceView.ts';
import { filterOf } from './picture/filters.ts';
import type { PictureQuestion } from './picture/arranged.ts';
import { findElements } from './finderView.ts';
import { matrixView, type MatrixPicture, type MatrixQuery } from './matrixView.ts';
import { measuresCsv, measuresView, type MeasuresQuery } from './measuresView.ts';
import { overviewView } from './overviewView.ts';
import { mainScope, scopeKey, scopeOf, type Scope } from './ground/scope.ts';
import { scopeView } from './scopeView.ts';
import { sourceView } from './sourceView.ts';
import { keyIndex } from './ground/keyIndex.ts';
import { counted, testElements } from './ground/tests.ts';
import { dependencyKinds } from '../../core/contracts/linked.ts';

const any = filterOf('any', 'resolved');
const reading = (folder: string): ReadText => textReader(folderOrigin(folder), null, '');

/** Three folders: base is used by all, left and right use each other, right the less. */
const files = {
  'src/base/a.ts': 'export function a() {}\nexport interface Shape { size(): number }\n',
  'src/base/b.ts': "import { a } from './a';\nexport function b() { a(); a(); }\n",
  'src/left/l.ts':
    "import { a } from '../base/a';\nimport { r } from '../right/r';\nexport function l(x: number) {\n  if (x > 1) a();\n  r(x);\n}\n",
  'src/left/deep/d.ts': "import { l } from '../l';\nexport const d = () => l(1);\n",
  'src/right/r.ts':
    "import { l } from '../left/l';\nimport type { Shape } from '../base/a';\nexport function r(x: number, shape?: Shape): number {\n  l(x); l(x); l(x);\n  return shape ? shape.size() : 0;\n}\n",
  'src/right/gap.ts': "import { none } from './missing';\nimport { kit } from 'kit';\nkit(none);\n",
};

let survey: SurveyedCodebase;

const question: PictureQuestion = { by: 'folders', grain: 'files', filter: any, withTests: false };
const inFolder = (key: string): Scope => scopeOf(survey, 'folders', key);

beforeAll(async () => {
  survey = await surveyText({ ...files, 'tests/t.ts': "import { b } from '../src/base/b';\nb();\n" });
  survey.files.find(({ path }) => path === 'tests/t.ts')!.isTest = true;
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
    expect(() => inFolder('src/none')).toThrow('This survey has no src/none.');
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

describe('the matrix', () => {
  const query = (patch: Partial<MatrixQuery> = {}): MatrixQuery => ({
    ...question,
    scope: mainScope(survey),
    flat: false,
    open: [],
    order: 'level',
    ...patch,
  });
  const cells = ({ rows, cells: { row, column, count } }: MatrixPicture): string[] =>
    row.map((r, i) => `${rows[r].name} uses ${rows[column[i]].name} ${count[i]}`);

  it('lists what goes against the order by weight, with kinds that add up to the cells', () => {
    const { against, cells, totals, rows } = matrixView(survey, query({ open: ['src/left', 'src/right'] }));
    expect(against.length).toBe(totals.againstCells);
    expect(against.map(({ count }) => count)).toEqual(
      [...against.map(({ count }) => count)].sort((a, b) => b - a),
    );
    for (const { row, column, count, kinds } of against) {
      const cell = cells.row.findIndex((r, i) => r === row && cells.column[i] === column);
      expect(cells.count[cell]).toBe(count);
      expect(kinds.reduce((sum, kind) => sum + kind.count, 0)).toBe(count);
      expect(column).toBeGreaterThan(row);
    }
    expect(against.map(({ row, column }) => `${rows[row].key} ${rows[column].key}`)).toContain(
      'src/left/l.ts src/right/r.ts',
    );
  });

  it('of a shortlist opens as far as its members lie, so that their links are seen', async () => {
    const folders = Array.from({ length: 50 }, (_, i) => `f${i}`);
    const ring = await surveyText(
      Object.fromEntries(
        folders.map((folder, i) => [
          `src/${folder}/deep/x.ts`,
          `import { x as y } from '../../f${(i + 1) % 50}/deep/x';\nexport const x = () => y();\n`,
        ]),
      ),
    );
    const marks = new Uint8Array(ring.elements.count);
    const members = folders.map((folder) => `src/${folder}/deep/x.ts`).sort();
    ring.elements.key.forEach((key, e) => {
      if (members.some((member) => key === member || key.startsWith(`${member}#`))) marks[e] = 1;
    });
    const { rows, totals } = matrixView(ring, {
      ...question,
      only: { marks, name: 'the ring' },
      scope: { ...scopeOf(ring, 'folders', null), group: 0 },
      open: null,
      flat: false,
      order: 'level',
    });
    expect(
      rows
        .filter(({ kind }) => kind === 'file')
        .map(({ key }) => key)
        .sort(),
    ).toEqual(members);
    expect(totals.references).toBe(100);
  });

  it('has what everything rests on first, and the thin link of a cycle against the order', () => {
    const picture = matrixView(survey, query());
    expect(picture.rows.map(({ name, level }) => `${name} ${level}`)).toEqual([
      'base 0',
      'left 1',
      'right 1',
    ]);
    expect(cells(picture)).toEqual([
      'left uses base 2',
      'left uses right 2',
      'right uses base 3',
      'right uses left 4',
    ]);
    expect(picture.totals).toEqual({ references: 11, againstReferences: 2, againstCells: 1, largest: 4 });
    expect(picture.brackets).toMatchObject([{ first: 1, last: 2, tag: 'G1' }]);
  });

  it('an open folder becomes a heading, and its parts take its cells', () => {
    const picture = matrixView(survey, query({ open: ['src/left'] }));
    expect(
      picture.rows.map(({ name, depth, heading }) => `${name} ${depth}${heading ? ' heading' : ''}`),
    ).toEqual(['base 0', 'left 0 heading', 'l.ts 1', 'deep 1', 'right 0']);
    expect(cells(picture)).toContain('deep uses l.ts 2');
    expect(cells(picture)).toContain('right uses l.ts 4');
    expect(cells(picture).some((cell) => cell.includes('left '))).toBe(false);
    // The bracket of the cycle goes round the parts of its open member too.
    expect(picture.brackets).toMatchObject([{ first: 1, last: 4, tag: 'G1' }]);
  });

  it('no reference is lost or counted twice, however folders are opened', () => {
    const whole = matrixView(survey, query({ flat: true })).totals.references;
    const opened = matrixView(
      survey,
      query({ open: ['src/base', 'src/left', 'src/left/deep', 'src/right'] }),
    );
    expect(opened.totals.references).toBe(whole);
    const inside = matrixView(survey, query({ scope: inFolder('src/left') })).totals.references;
    const insideBase = matrixView(survey, query({ scope: inFolder('src/base') })).totals.references;
    expect(matrixView(survey, query()).totals.references + inside + insideBase).toBe(whole);
  });

  it('leaves tests out unless they are asked for', () => {
    const rows = (withTests: boolean): string[] =>
      matrixView(survey, query({ scope: inFolder(''), withTests })).rows.map(({ name }) => name);
    expect(rows(false)).toEqual(['src']);
    expect(rows(true)).toEqual(['src', 'tests']);
  });

  it('counts only the kinds that are asked for', () => {
    expect(cells(matrixView(survey, query({ filter: filterOf('types', 'resolved') })))).toEqual([
      'right uses base 2',
    ]);
    expect(matrixView(survey, query({ filter: filterOf('inheritance', 'all') })).totals.references).toBe(0);
  });

  it('by name, nothing is bracketed', () => {
    const picture = matrixView(survey, query({ order: 'name', flat: true }));
    const keys = picture.rows.map(({ key }) => key);
    expect(keys).toEqual([...keys].sort());
    expect(picture.brackets).toEqual([]);
  });
});

describe('evidence', () => {
  const root = (): ReadText => reading(temporaryFolder({ ...files }));

  it('lists every place of a claim with its line, by file', async () => {
    const evidence = await evidenceView(survey, root(), {
      from: 'src/right',
      to: 'src/left',
      question,
      page: 0,
    });
    expect(evidence.count).toBe(4);
    expect(evidence.byKind).toEqual([
      { kind: 'call', count: 3 },
      { kind: 'import', count: 1 },
    ]);
    expect(evidence.files).toHaveLength(1);
    expect(evidence.files[0].places.map(({ line, text }) => `${line} ${text}`)).toEqual([
      "1 import { l } from '../left/l';",
      '4 l(x); l(x); l(x);',
      '4 l(x); l(x); l(x);',
      '4 l(x); l(x); l(x);',
    ]);
    expect([evidence.page, evidence.pages, evidence.fileCount]).toEqual([0, 1, 1]);
  });

  it('agrees with the matrix on every cell', async () => {
    const readText = root();
    const picture = matrixView(survey, {
      ...question,
      scope: mainScope(survey),
      flat: true,
      open: [],
      order: 'level',
    });
    for (const [i, row] of picture.cells.row.entries()) {
      const from = picture.rows[row].key;
      const to = picture.rows[picture.cells.column[i]].key;
      const { count } = await evidenceView(survey, readText, { from, to, question, page: 0 });
      expect(count, `${from} → ${to}`).toBe(picture.cells.count[i]);
    }
  });

  it('stands without the text when a file has gone', async () => {
    const evidence = await evidenceView(survey, reading('/no/such/root'), {
      from: 'src/base/b.ts',
      to: 'src/base/a.ts',
      question,
      page: 0,
    });
    expect(evidence.files[0].places.map(({ line, text }) => [line, text])).toEqual([
      [1, ''],
      [2, ''],
      [2, ''],
    ]);
  });

  it('never reads outside of the root', async () => {
    const folder = temporaryFolder({ 'inside/a.ts': 'x', 'secret.ts': 'y' });
    expect((await reading(`${folder}/inside`)('a.ts'))?.text).toBe('x');
    expect(await reading(`${folder}/inside`)('../secret.ts')).toBeNull();
  });
});

describe('cycles', () => {
  const cycles = (patch: Partial<Parameters<typeof cyclesView>[1]> = {}) =>
    cyclesView(survey, { ...question, scope: mainScope(survey), cycle: null, through: null, ...patch });

  it('lists members, a way round and what to cut first: the links against the order', () => {
    const picture = cycles();
    expect(picture.cycles.map(({ tag, size, within }) => [tag, size, within])).toEqual([
      ['C1', 2, null],
      ['G1', 2, 'src'],
    ]);
    const open = picture.open!;
    expect(open.members.map(({ key }) => key)).toEqual(['src/left/l.ts', 'src/right/r.ts']);
    expect(open.walk.map(({ from, to, count }) => `${from.name} ${to.name} ${count}`)).toEqual([
      'l.ts r.ts 2',
      'r.ts l.ts 4',
    ]);
    expect(open.steps.map(({ from, against }) => [from.key, against])).toEqual([
      ['src/left/l.ts', true],
      ['src/right/r.ts', false],
    ]);
    expect(open.against).toEqual({ steps: 1, references: 2 });
    expect([picture.inCycles, picture.elements]).toEqual([2, 6]);
  });

  it('looks at other grains, and at what touches a scope', () => {
    expect(cycles({ grain: 'routines' }).open!.members.map(({ name }) => name)).toEqual(['l', 'r']);
    const groups = cycles({ grain: 'groups' });
    expect(groups.open!.members.map(({ end }) => end)).toEqual(['src/left/.', 'src/right']);
    // The cycle leads out of the scope, and is the same as elsewhere.
    const inLeft = cycles({ scope: inFolder('src/left') });
    expect(inLeft.cycles.map(({ tag, size }) => [tag, size])).toEqual([
      ['C1', 2],
      ['G1', 2],
    ]);
    expect([inLeft.inCycles, inLeft.elements]).toEqual([1, 2]);
    expect(cycles({ scope: inFolder('src/base') }).cycles).toEqual([]);
  });

  it('is found by any of its members, and one that is not there is said', () => {
    expect(cycles({ cycle: 'C:src/right/r.ts' }).open!.tag).toBe('C1');
    expect(cycles({ cycle: 'G:src/right' }).open!.tag).toBe('G1');
    expect(cycles({ cycle: 'C:src/base/a.ts' })).toMatchObject({
      unknown: 'C:src/base/a.ts',
      open: { tag: 'C1' },
    });
  });
});

describe('the table of measures', () => {
  const query = (patch: Partial<MeasuresQuery> = {}): MeasuresQuery => ({
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
    const page = await sourceView(survey, readText, 'src/left/l.ts', hash);
    expect(page.text).toBe(files['src/left/l.ts']);
    expect(page.changed).toBe(false);
    expect(page.outline.map(({ name, cyclomatic }) => [name, cyclomatic])).toEqual([['l', 2]]);
    expect(page.imports.map(({ key, line }) => `${key} ${line}`)).toEqual([
      'src/base/a.ts 1',
      'src/right/r.ts 2',
    ]);
    expect(page.importedBy.map(({ key }) => key).sort()).toEqual(['src/left/deep/d.ts', 'src/right/r.ts']);
  });

  it('says that a file has changed since, or has gone', async () => {
    const readText = reading(temporaryFolder({ 'src/left/l.ts': 'changed' }));
    expect((await sourceView(survey, readText, 'src/left/l.ts', 'another hash')).changed).toBe(true);
    const gone = await sourceView(survey, readText, 'src/base/a.ts', 'a hash');
    expect(gone).toMatchObject({ text: null, changed: false });
    await expect(sourceView(survey, readText, 'src/none.ts', null)).rejects.toThrow(
      'This survey has no file src/none.ts.',
    );
  });
});
