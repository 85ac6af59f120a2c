import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { dossierView } from './dossierView.ts';
import { scopeOf } from './surveyAccess/scope.ts';
import { matrixView } from './matrixView.ts';
import { filterOf } from './graphQuery/filters.ts';
import type { PictureQuestion } from './graphQuery/arranged.ts';

const files = {
  'a.ts':
    'export function walk(n: number): number {\n  if (n === 0) return 0;\n  return walk(n - 1) +\n    walk(n - 2);\n}\nexport function plain() { walk(1); }\n',
};
const question: PictureQuestion = {
  by: 'folders',
  grain: 'routines',
  filter: filterOf('any', 'resolved'),
  withTests: false,
};

describe('recursion', () => {
  it('stands on the diagonal of routines, and is no reference of any cell and no cycle', async () => {
    const survey = await surveyText(files);
    const scope = scopeOf(survey, 'folders', null);
    const picture = matrixView(survey, { ...question, scope, open: null, flat: true, order: 'level' });
    const recursion = Object.fromEntries(picture.rows.map((row) => [row.name, row.recursion]));
    expect(recursion).toMatchObject({ walk: 2, plain: 0 });
    expect(picture.totals.references).toBe(1);
    expect(picture.brackets).toEqual([]);
    const imports = { ...question, filter: filterOf('imports', 'resolved') };
    const other = matrixView(survey, { ...imports, scope, open: null, flat: true, order: 'level' });
    expect(other.rows.every((row) => row.recursion === 0)).toBe(true);
  });

  it('is told in the dossier with its lines', async () => {
    const survey = await surveyText(files);
    const none = (): null => null;
    const of = async (focus: string) =>
      (await dossierView(survey, none as never, { focus, question })).recursion;
    expect(await of('a.ts#walk')).toEqual([3, 4]);
    expect(await of('a.ts#plain')).toEqual([]);
    expect(await of('a.ts')).toEqual([]);
  });
});
