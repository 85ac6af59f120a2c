import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { folderPairs } from './folderPairs.ts';

const declaring = (...names: string[]): string =>
  names.map((name) => `export function ${name}() {}\n`).join('');
const numbered = (count: number, path: (i: number) => string, text: (i: number) => string) =>
  Object.fromEntries(Array.from({ length: count }, (_, i) => [path(i), text(i)]));

/** Two folders with `alike` files of the same names and content, `other` of the same names only, and `own` of one. */
async function pairsOf(alike: number, other: number, own: number): Promise<string[]> {
  const same = (folder: string) =>
    numbered(
      alike,
      (i) => `${folder}/tolls/rate${i}.ts`,
      (i) => declaring(`rate${i}`, `toll${i}`, `due${i}`),
    );
  const differing = (folder: string) =>
    numbered(
      other,
      (i) => `${folder}/tolls/desk${i}.ts`,
      (i) => declaring(`${folder}${i}`, `of${folder}${i}`),
    );
  const alone = (folder: string) =>
    numbered(
      own,
      (i) => `${folder}/crew/${folder}${i}.ts`,
      (i) => declaring(`${folder}Crew${i}`),
    );
  const files = ['old', 'new'].map((folder) => ({ ...same(folder), ...differing(folder), ...alone(folder) }));
  const survey = await surveyText({ ...files[0], ...files[1] });
  return folderPairs(survey, new Map()).map(
    ({ a, b, files: both, alike: of }) => `${a} ${b} ${of} of ${both}`,
  );
}

describe('folders that are versions of each other', () => {
  it('share most of their files, most of which are alike', async () => {
    expect(await pairsOf(6, 2, 3)).toEqual(['new old 6 of 8']);
  });

  it('are none when few are alike, most of those shared differ, or most is the folder’s own', async () => {
    expect(await pairsOf(4, 0, 0)).toEqual([]);
    expect(await pairsOf(6, 8, 0)).toEqual([]);
    expect(await pairsOf(6, 0, 8)).toEqual([]);
  });
});
