import { beforeAll, describe, expect, it } from 'vitest';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { surveyText } from '../../../tests/surveyText.ts';
import { allPlaces, evidenceChoice, type EvidenceChoice } from './evidenceChoice.ts';
import { evidenceView, type Evidence } from './evidenceView.ts';
import { filterOf } from './filters.ts';

const files = {
  'desk/ask.ts':
    "import { quote, Rate } from '../tolls/rate';\nexport const ask = (r: Rate) => quote(r) + quote(r);\nexport const once = (r: Rate) => quote(r);\n",
  'desk/tell.ts': "import { quote } from '../tolls/rate';\nexport const tell = () => quote(null);\n",
  'desk/tell.test.ts': "import { quote } from '../tolls/rate';\nquote(null);\n",
  'tolls/rate.ts': 'export class Rate {}\nexport const quote = (r: Rate | null) => 1;\n',
};
const question = { by: 'folders', grain: 'files', filter: filterOf('any', 'all'), withTests: true } as const;
const unread = (): Promise<null> => Promise.resolve(null);

let survey: SurveyedCodebase;
beforeAll(async () => {
  survey = await surveyText(files);
  survey.files.find(({ path }) => path.endsWith('.test.ts'))!.isTest = true;
});

const evidence = (choice: Partial<EvidenceChoice>, page = 0): Promise<Evidence> =>
  evidenceView(survey, unread, {
    question,
    from: 'desk',
    to: 'tolls',
    page,
    choice: { ...allPlaces, ...choice },
  });
const told = ({ groups }: Evidence): string[] =>
  groups.map(({ label, isTest, total }) => `${label.key} ${total}${isTest ? ' test' : ''}`);

describe('the places behind a claim', () => {
  it('stand by file, by what uses, by what is used; the most first, tests last', async () => {
    expect(told(await evidence({}))).toEqual(['desk/ask.ts 6', 'desk/tell.ts 2', 'desk/tell.test.ts 2 test']);
    const byUser = told(await evidence({ together: 'user', kind: 'call' }));
    expect(byUser).toEqual([
      'desk/ask.ts#ask 2',
      'desk/ask.ts#once 1',
      'desk/tell.ts#tell 1',
      'desk/tell.test.ts 1 test',
    ]);
    expect(told(await evidence({ together: 'used', kind: 'call' }))).toEqual(['tolls/rate.ts#quote 5']);
  });

  it('are kept by kind, by certainty and by name; the claim stays as it is', async () => {
    const all = await evidence({});
    const calls = await evidence({ kind: 'call' });
    expect([calls.kept, calls.count, calls.fileCount]).toEqual([5, all.count, all.fileCount]);
    expect(calls.byKind).toEqual(all.byKind);
    expect((await evidence({ named: ' TELL' })).kept).toBe(4);
    expect((await evidence({ named: '#quote' })).kept).toBe(5);
    expect((await evidence({ named: 'nowhere' })).groups).toEqual([]);
    for (const { certainty, count } of all.byCertainty)
      expect((await evidence({ certainty })).kept).toBe(count);
    expect(all.byCertainty.reduce((sum, { count }) => sum + count, 0)).toBe(all.count);
  });

  it('name the ends of what is kept, each once', async () => {
    const { users, used } = await evidence({ kind: 'call', named: 'ask.ts' });
    expect(users.sort()).toEqual(['desk/ask.ts#ask', 'desk/ask.ts#once']);
    expect(used).toEqual(['tolls/rate.ts#quote']);
  });
});

describe('an address', () => {
  it('says what is kept; what it cannot mean is as if it were not there', () => {
    const of = (query: string): EvidenceChoice => evidenceChoice(new URLSearchParams(query));
    expect(of('')).toEqual(allPlaces);
    expect(of('placesBy=used&placesKind=call&placesSure=exact&placesNamed=x')).toEqual({
      together: 'used',
      kind: 'call',
      certainty: 'exact',
      named: 'x',
    });
    expect(of('placesBy=moon&placesKind=moon&placesSure=moon')).toEqual(allPlaces);
    expect(of(`placesNamed=${'x'.repeat(5000)}`).named).toHaveLength(200);
  });
});
