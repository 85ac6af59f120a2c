import { beforeAll, describe, expect, it } from 'vitest';
import { arrangementIds } from '../../core/arrangement/arrangement.ts';
import { grains } from '../../core/arrangement/units.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { surveyText } from '../../tests/surveyText.ts';
import type { ReadText } from '../source/readText.ts';
import { comparisonView } from './completenessView.ts';
import { cyclesView } from './cyclesView.ts';
import { dossierView } from './dossierView.ts';
import { elementOf } from './surveyAccess/elements.ts';
import { arrangementsOf, scopeOf } from './surveyAccess/scope.ts';
import { listedElements } from './shortlistView.ts';
import { matrixView } from './matrixView.ts';
import { measuresView, type MeasuresQuery } from './measuresView.ts';
import type { PictureQuestion } from './graphQuery/arranged.ts';
import { claimQuestion, evidenceView, PAGE_PLACES } from './graphQuery/evidenceView.ts';
import { filterOf, kindChoices } from './graphQuery/filters.ts';
import { neighbours, type Direction } from './graphQuery/neighbours.ts';

/** Figures of every view, held to the places that their evidence lists. */
const files = {
  'src/tolls/rate.ts':
    "import { Lock } from '../locks/lock';\nexport class Rate { of(lock: Lock) { return lock.level(1) + lock.level(2); } }\nexport const half = (rate: Rate, lock: Lock) => rate.of(lock) / 2;\n",
  'src/tolls/deep/rebate.ts':
    "import { Rate, half } from '../rate';\nexport class Rebate extends Rate { of(lock: never) { return half(new Rate(), lock); } }\n",
  'src/locks/lock.ts':
    "import type { Rebate } from '../tolls/deep/rebate';\nimport { read } from 'gauges';\nexport class Lock { rebate?: Rebate; level(n: number): number { return read(n); } }\n",
  'src/locks/gate.ts': "import { Lock } from './lock';\nexport const open = (lock: Lock) => lock.level(3);\n",
  'tests/rate.ts':
    "import { Rate, half } from '../src/tolls/rate';\nimport { Lock } from '../src/locks/lock';\nimport { helper } from './helper';\nhelper(half(new Rate(), new Lock()));\n",
  'tests/helper.ts': 'export const helper = (n: number) => n;\n',
};

let survey: SurveyedCodebase;
const unread: ReadText = () => Promise.resolve(null);
const question: PictureQuestion = {
  by: 'folders',
  grain: 'files',
  filter: filterOf('any', 'resolved'),
  withTests: false,
};

beforeAll(async () => {
  survey = await surveyText(files);
  for (const file of survey.files) file.isTest = file.path.startsWith('tests/');
});

/** Places that are listed behind a claim, over all pages. */
async function listed(from: string, to: string, asked: PictureQuestion): Promise<number> {
  let sum = 0;
  for (let page = 0, pages = 1; page < pages; page++) {
    const evidence = await evidenceView(survey, unread, { question: asked, from, to, page });
    pages = evidence.pages;
    sum += evidence.groups.reduce((all, { places }) => all + places.length, 0);
    expect(evidence.byKind.reduce((all, { count }) => all + count, 0)).toBe(evidence.count);
  }
  return sum;
}

/** A shortlist as a picture is confined to it. */
const only = (...keys: string[]) => ({ marks: listedElements(survey, keys), name: keys.join() });

const questions = (): PictureQuestion[] =>
  arrangementIds.flatMap((by) =>
    grains.flatMap((grain) =>
      [false, true].flatMap((withTests) => [
        { ...question, by, grain, withTests },
        {
          ...question,
          by,
          grain,
          withTests,
          only: only('src/tolls', 'src/locks/lock.ts#Lock', 'tests/rate.ts'),
        },
      ]),
    ),
  );

describe('a count opens as many places', () => {
  it('in every cell of the matrix, with tests or without, confined to a shortlist or not', async () => {
    let cells = 0;
    for (const asked of questions()) {
      for (const open of [null, []]) {
        const scope = { ...scopeOf(survey, asked.by, null), group: 0 };
        const picture = matrixView(survey, { ...asked, scope, open, flat: false, order: 'level' });
        for (const [i, row] of picture.cells.row.entries()) {
          const [from, to] = [picture.rows[row].end, picture.rows[picture.cells.column[i]].end];
          expect(await listed(from, to, asked), `${from} → ${to}`).toBe(picture.cells.count[i]);
          cells++;
        }
      }
    }
    expect(cells).toBeGreaterThan(60);
  });

  it('in every step of every cycle, also where one member lies inside another', async () => {
    let steps = 0;
    for (const asked of questions()) {
      const scope = { ...scopeOf(survey, asked.by, null), group: 0 };
      for (const { key } of cyclesView(survey, { ...asked, scope, cycle: null, through: null }).cycles) {
        const { open } = cyclesView(survey, { ...asked, scope, cycle: key, through: null });
        expect(open!.key).toBe(key);
        for (const { from, to, count } of [...open!.steps, ...open!.walk]) {
          expect(await listed(from.end, to.end, asked), `${from.end} → ${to.end}`).toBe(count);
          steps++;
        }
        expect(open!.references).toBe(open!.steps.reduce((sum, { count }) => sum + count, 0));
      }
    }
    expect(steps).toBeGreaterThan(60);
  });

  it('for every neighbour of every element and group, by any kinds', async () => {
    let claims = 0;
    const groups = arrangementsOf(survey)
      .filter((by) => by !== 'folders')
      .flatMap((by) => scopeOf(survey, by, null).arrangement.name.map((name) => `${by}:${name}`));
    for (const key of [...survey.elements.key, ...groups])
      for (const direction of ['uses', 'usedBy'] as Direction[])
        for (const via of ['any', 'calls', 'imports'] as const)
          for (const withTests of [false, true]) {
            const filter = { ...question.filter, kinds: kindChoices[via].kinds };
            const found = neighbours(survey, key, { direction, filter, withTests, limit: 100 });
            expect(found.listed).toHaveLength(found.total);
            for (const { end, count } of found.listed) {
              const [from, to] = direction === 'uses' ? [key, end] : [end, key];
              const asked = claimQuestion(survey, from, to, { ...question, withTests }, via);
              expect(await listed(from, to, asked), `${from} → ${to} by ${via}`).toBe(count);
              claims++;
            }
          }
    expect(claims).toBeGreaterThan(200);
  });
});

describe('tests', () => {
  it('that are left out are in no figure; those of a test are with tests', async () => {
    const usedBy = (key: string, withTests: boolean): string[] =>
      neighbours(survey, key, { ...question, direction: 'usedBy', withTests, limit: 9 }).listed.map(
        (n) => n.key,
      );
    expect(usedBy('src/tolls/rate.ts', false)).not.toContain('tests/rate.ts');
    expect(usedBy('src/tolls/rate.ts', true)).toContain('tests/rate.ts');
    expect(usedBy('tests/helper.ts', false)).toEqual(['tests/rate.ts']);
    const measure = async (withTests: boolean): Promise<number> => {
      const dossier = await dossierView(survey, unread, {
        focus: 'src/tolls/rate.ts',
        question: { ...question, withTests },
      });
      return dossier.measures.find(({ id }) => id === 'reachedBy')!.value;
    };
    expect(await measure(false)).toBe(100);
    expect(await measure(true)).toBeCloseTo(80);
  });

  it('are neither listed nor counted in measures of groups and files', () => {
    const query = (patch: Partial<MeasuresQuery>): MeasuresQuery => ({
      levels: 'all',
      kind: 'file',
      scope: { ...scopeOf(survey, 'folders', null), group: 0 },
      columns: ['ca'],
      sort: 'name',
      descending: false,
      filter: '',
      withTests: false,
      page: 0,
      ...patch,
    });
    const rows = (patch: Partial<MeasuresQuery>): string[] =>
      measuresView(survey, query(patch)).rows.map(({ key, values }) => `${key} ${values[0]}`);
    expect(rows({})).toEqual([
      'src/locks/gate.ts 0',
      'src/locks/lock.ts 3',
      'src/tolls/deep/rebate.ts 1',
      'src/tolls/rate.ts 1',
    ]);
    expect(rows({ withTests: true })).toContain('src/tolls/rate.ts 2');
    // At one level, no group holds another.
    expect(rows({ kind: 'group', levels: 1 }).map((row) => row.split(' ')[0])).toEqual(['src']);
    expect(rows({ kind: 'group', levels: 2 }).map((row) => row.split(' ')[0])).toEqual([
      'src/locks',
      'src/tolls',
    ]);
    expect(rows({ kind: 'group', levels: 2, filter: 'deep' }).map((row) => row.split(' ')[0])).toEqual([
      'src/tolls/deep',
    ]);
    expect(rows({ kind: 'group' })).toEqual(['src 0', 'src/locks 2', 'src/tolls 1', 'src/tolls/deep 1']);
    expect(rows({ kind: 'group', withTests: true })).toContain('tests 0');
    expect(rows({ kind: 'group', only: listedElements(survey, ['src/tolls/deep/rebate.ts']) })).toEqual([
      'src 0',
      'src/tolls 1',
      'src/tolls/deep 1',
    ]);
  });
});

describe('evidence', () => {
  it('too long for one list is on several pages, in the order of files and lines', async () => {
    const calls = Array.from({ length: PAGE_PLACES + 20 }, () => 'b();').join('\n');
    const long = await surveyText({
      'a.ts': `import { b } from './b';\n${calls}\n`,
      'b.ts': 'export const b = () => 1;\n',
    });
    const page = (n: number) => evidenceView(long, unread, { question, from: 'a.ts', to: 'b.ts', page: n });
    const [first, second] = [await page(0), await page(1)];
    const lines = [...first.groups[0].places, ...second.groups[0].places].map(({ line }) => line);
    expect([first.count, first.pages, first.groups[0].places.length]).toEqual([
      PAGE_PLACES + 21,
      2,
      PAGE_PLACES,
    ]);
    expect(lines).toEqual(Array.from({ length: PAGE_PLACES + 21 }, (_, i) => i + 1));
    expect((await page(99)).page).toBe(1);
  });

  it('of something that is not there is a problem in one sentence', async () => {
    await expect(
      evidenceView(survey, unread, { question, from: 'src/none.ts/.', to: 'src', page: 0 }),
    ).rejects.toThrow('There is no src/none.ts in this survey.');
  });
});

describe('a picture', () => {
  const matrix = (patch: Partial<Parameters<typeof matrixView>[1]>) =>
    matrixView(survey, {
      ...question,
      scope: { ...scopeOf(survey, 'folders', null), group: 0 },
      open: ['src'],
      flat: false,
      order: 'level',
      ...patch,
    });

  it('counts the marks in each row once, and in a folder of which only parts are shown', () => {
    const marked = listedElements(survey, [
      'src/tolls/rate.ts#Rate',
      'src/tolls/deep',
      'tests/helper.ts#helper',
    ]);
    const marks = (patch: object): string[] =>
      matrix({ marked, ...patch })
        .rows.filter((row) => row.marked > 0)
        .map((row) => `${row.key} ${row.marked}`);
    expect(marks({})).toEqual(['src/tolls 2']);
    expect(marks({ withTests: true }).sort()).toEqual(['src/tolls 2', 'tests 1']);
    expect(marks({ open: ['src', 'src/tolls'] }).sort()).toEqual(['src/tolls/deep 1', 'src/tolls/rate.ts 1']);
  });

  it('brackets what stands side by side; in one list, cycles wherever their members stand', () => {
    const tags = (patch: object): string[] => matrix(patch).brackets.map(({ tag }) => tag);
    expect(tags({})).toEqual(['G1']);
    expect(tags({ open: ['src', 'src/tolls', 'src/locks'] })).toEqual(['G1']);
    expect(tags({ flat: true })).toEqual(['C1']);
    expect(tags({ order: 'name' })).toEqual([]);
  });

  it('begins where the code is, and not further down than there is something beside', async () => {
    const wide = await surveyText({
      'src/a/x.ts': `${'export const x = 1;\n'.repeat(200)}`,
      'src/b.ts': 'export const b = 1;\n',
      'src/c.ts': 'export const c = 1;\n',
      'src/d.ts': 'export const d = 1;\n',
      'lib/e.ts': 'export const e = 1;\n',
      'bin/f.ts': 'export const f = 1;\n',
      'doc/g.ts': 'export const g = 1;\n',
    });
    const { arrangement, group } = scopeOf(wide, 'folders', null);
    expect(arrangement.name[group]).toBe('');
  });
});

describe('a comparison', () => {
  it('reads what was surveyed and nothing beside it', async () => {
    const read: ReadText = (path) => Promise.resolve({ text: `text of ${path}`, hash: '' });
    const { left, right } = await comparisonView(survey, read, 'src/locks/lock.ts', '.env');
    expect([left.text, right.text]).toEqual(['text of src/locks/lock.ts', null]);
    expect(elementOf(survey, '.env')).toBeUndefined();
  });
});
