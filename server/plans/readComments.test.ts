import { expect, it } from 'vitest';
import { shapeInput } from '../../core/shape/shapeInput.ts';
import { bundleWords } from '../../core/shape/words.ts';
import { surveyText } from '../../tests/surveyText.ts';
import { readComments } from './readComments.ts';

const code: Record<string, string> = {
  'a.ts':
    '/** Fills the chamber with water. */\nexport function f() {\n  // not this\n}\nexport const g = 1;\n',
  'b.ts': 'export function h() {}\n',
  'gone.ts': '/** Gone. */\nexport function k() {}\n',
};

it('comments are read of each file, and their words count with those of names', async () => {
  const survey = await surveyText(code);
  const comments = await readComments(survey, (path) =>
    Promise.resolve(path === 'gone.ts' ? null : { text: code[path], hash: '' }),
  );
  expect(comments).toEqual(['/** Fills the chamber with water. */', '', '']);
  const input = shapeInput(survey);
  const wordsOf = (own: ReturnType<typeof bundleWords>): string[] =>
    own.of[0].map(({ word }) => own.words[word]);
  expect(wordsOf(bundleWords({ ...input, comments }))).toEqual(
    expect.arrayContaining(['chamber', 'water', 'fills']),
  );
  expect(wordsOf(bundleWords(input))).not.toContain('chamber');
});
