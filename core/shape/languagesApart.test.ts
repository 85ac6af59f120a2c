import { expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { languagesApart } from './languagesApart.ts';

it('languages between which no dependency leads are told apart, those with the most files first', async () => {
  const survey = await surveyText({
    'a.ts': "import { b } from './b.js';\nexport const a = b;\n",
    'b.js': 'export const b = 1;\n',
    'c.ts': 'export const c = 1;\n',
    'd.c': '#include "e.h"\nint d(void) { return e(); }\n',
    'e.h': 'int e(void);\n',
    'f.py': 'x = 1\n',
  });
  expect(languagesApart(survey)).toEqual([['typescript', 'javascript'], ['c'], ['python']]);
  expect(languagesApart(await surveyText({ 'a.ts': '' }))).toEqual([['typescript']]);
});
