import { expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { groupNamed } from './arrangement.ts';
import { cutAt, levelsBelow } from './cut.ts';
import { byFolders } from './folders.ts';

it('groups are taken together so many levels below a start, and beside it at the first', async () => {
  const paths = ['src/a/x/1.ts', 'src/a/2.ts', 'src/b/y/z/3.ts', 'src/4.ts', 'web/deep/5.ts', '6.ts'];
  const survey = await surveyText(Object.fromEntries(paths.map((path) => [path, ''])));
  const folders = byFolders(survey.elements);
  const start = groupNamed(folders, 'src')!;
  const cut = (levels: number): string[] => {
    const groups = cutAt(folders, start, levels);
    return survey.files.map(({ element }) => folders.name[groups[folders.groupOf[element]]]);
  };
  expect(survey.files.map(({ path }) => path)).toEqual([...paths].sort());
  expect(cut(1)).toEqual(['', 'src', 'src/a', 'src/a', 'src/b', 'web']);
  expect(cut(2)).toEqual(['', 'src', 'src/a', 'src/a/x', 'src/b/y', 'web']);
  expect(cut(9)).toEqual(['', 'src', 'src/a', 'src/a/x', 'src/b/y/z', 'web']);
  expect(levelsBelow(folders, start)).toBe(3);
  expect(levelsBelow(folders, groupNamed(folders, 'src/a/x')!)).toBe(0);
});
