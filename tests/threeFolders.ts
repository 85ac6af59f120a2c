import type { SurveyedCodebase } from '../core/survey.ts';
import { folderOrigin } from '../server/source/address.ts';
import { textReader, type ReadText } from '../server/source/readText.ts';
import type { PictureQuestion } from '../server/views/graphQuery/arranged.ts';
import { filterOf } from '../server/views/graphQuery/filters.ts';
import { surveyText } from './surveyText.ts';

/** Three folders: base is used by all, left and right use each other, right the less. */
export const threeFolders = {
  'src/base/a.ts': 'export function a() {}\nexport interface Shape { size(): number }\n',
  'src/base/b.ts': "import { a } from './a';\nexport function b() { a(); a(); }\n",
  'src/left/l.ts':
    "import { a } from '../base/a';\nimport { r } from '../right/r';\nexport function l(x: number) {\n  if (x > 1) a();\n  r(x);\n}\n",
  'src/left/deep/d.ts': "import { l } from '../l';\nexport const d = () => l(1);\n",
  'src/right/r.ts':
    "import { l } from '../left/l';\nimport type { Shape } from '../base/a';\nexport function r(x: number, shape?: Shape): number {\n  l(x); l(x); l(x);\n  return shape ? shape.size() : 0;\n}\n",
  'src/right/gap.ts': "import { none } from './missing';\nimport { kit } from 'kit';\nkit(none);\n",
};

/** Their survey, with one file of tests beside them. */
export async function surveyThreeFolders(): Promise<SurveyedCodebase> {
  const survey = await surveyText({
    ...threeFolders,
    'tests/t.ts': "import { b } from '../src/base/b';\nb();\n",
  });
  survey.files.find(({ path }) => path === 'tests/t.ts')!.isTest = true;
  return survey;
}

/** What pictures are asked unless a test says otherwise: files by their folders, all kinds, no tests. */
export const filesByFolder: PictureQuestion = {
  by: 'folders',
  grain: 'files',
  filter: filterOf('any', 'resolved'),
  withTests: false,
};

export const reading = (folder: string): ReadText => textReader(folderOrigin(folder), null, '');
