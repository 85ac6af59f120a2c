import { expect, it } from 'vitest';
import { filterOf } from '../../../server/views/graphQuery/filters.ts';
import { evidenceView, PAGE_PLACES } from '../../../server/views/graphQuery/evidenceView.ts';
import { surveyText } from '../../../tests/surveyText.ts';
import { joined } from './useEvidence.ts';

it('pages of evidence are joined to one list, where a group goes on and where another begins', async () => {
  const calls = (count: number): string => Array.from({ length: count }, () => 'b();').join('\n');
  const survey = await surveyText({
    'a/one.ts': `import { b } from '../b';\n${calls(PAGE_PLACES - 10)}\n`,
    'a/two.ts': `import { b } from '../b';\n${calls(20)}\n`,
    'b.ts': 'export const b = () => 1;\n',
  });
  const question = {
    by: 'folders',
    grain: 'files',
    filter: filterOf('any', 'all'),
    withTests: true,
  } as const;
  const page = (n: number) =>
    evidenceView(survey, () => Promise.resolve(null), { question, from: 'a', to: 'b.ts', page: n });
  const whole = joined(await page(0), await page(1));
  expect(whole.groups.map(({ label, total, places }) => [label.key, total, places.length])).toEqual([
    ['a/one.ts', PAGE_PLACES - 9, PAGE_PLACES - 9],
    ['a/two.ts', 21, 21],
  ]);
  expect([whole.page, whole.pages, whole.kept]).toEqual([1, 2, PAGE_PLACES + 12]);
  expect([whole.users.sort(), whole.used.sort()]).toEqual([
    ['a/one.ts', 'a/two.ts'],
    ['b.ts', 'b.ts#b'],
  ]);
  expect((await page(1)).users).toEqual([]);
});
