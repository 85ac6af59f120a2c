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
import type { ReadText } from '../source/readText.ts';
import { cyclesView } from './cyclesView.ts';
import { evidenceView } from './graphQuery/evidenceView.ts';
import { filterOf } from './graphQuery/filters.ts';
import { matrixView, type MatrixPicture, type MatrixQuery } from './matrixView.ts';
import { mainScope, scopeOf, type Scope } from './surveyAccess/scope.ts';

let survey: SurveyedCodebase;

const inFolder = (key: string): Scope => scopeOf(survey, 'folders', key);

beforeAll(async () => {
  survey = await surveyThreeFolders();
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
    expect(evidence.groups).toHaveLength(1);
    expect(evidence.groups[0].places.map(({ line, text }) => `${line} ${text}`)).toEqual([
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
    expect(evidence.groups[0].places.map(({ line, text }) => [line, text])).toEqual([
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
