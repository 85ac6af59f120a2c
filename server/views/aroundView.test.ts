import { describe, expect, it } from 'vitest';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { surveyText } from '../../tests/surveyText.ts';
import { aroundView } from './aroundView.ts';
import type { AroundState } from './aroundQuery.ts';
import type { PictureQuestion } from './graphQuery/arranged.ts';
import { evidenceView } from './graphQuery/evidenceView.ts';
import { filterOf } from './graphQuery/filters.ts';
import { listedElements } from './shortlistView.ts';

const files = {
  'src/tolls/rate.ts': "import { kit } from 'kit';\nexport class Rate { of() { kit(); return 1; } }\n",
  'src/tolls/quote.ts':
    "import { Rate } from './rate';\nexport const quote = (r: Rate) => r.of() + r.of();\n",
  'src/desk/desk.ts':
    "import { quote } from '../tolls/quote';\nimport { Rate } from '../tolls/rate';\nexport const ask = () => quote(new Rate());\n",
  'src/web/page.ts': "import { ask } from '../desk/desk';\nexport const page = () => ask();\n",
  'tests/rate.ts': "import { Rate } from '../src/tolls/rate';\nnew Rate().of();\n",
};

const question: PictureQuestion = {
  by: 'folders',
  grain: 'files',
  filter: filterOf('any', 'resolved'),
  withTests: false,
};
const state = (patch: Partial<AroundState>): AroundState => ({
  direction: 'usedBy',
  reach: 'direct',
  together: 'group',
  ...patch,
});

async function surveyed(): Promise<SurveyedCodebase> {
  const survey = await surveyText(files);
  survey.files.find(({ path }) => path.startsWith('tests/'))!.isTest = true;
  return survey;
}

const told = ({ groups }: ReturnType<typeof aroundView>): string[] =>
  groups.map(
    ({ label, words, sort, places, members }) =>
      `${sort} ${label?.key ?? words} ${places}: ${members.map(({ key, distance }) => `${key} ${distance}`).join(', ')}`,
  );

describe('what is around an element', () => {
  it('is told in groups with sums, the own first, tests by the switch', async () => {
    const survey = await surveyed();
    const ofRate = (patch: Partial<AroundState>, withTests = false) =>
      told(aroundView(survey, 'src/tolls/rate.ts', { ...question, withTests }, state(patch)));
    expect(ofRate({})).toEqual([
      'own src/tolls 4: src/tolls/quote.ts 1',
      'own src/desk 2: src/desk/desk.ts 1',
    ]);
    expect(ofRate({}, true).at(-1)).toBe('tests tests 3: tests/rate.ts 1');
    expect(ofRate({ direction: 'uses' })).toEqual(['outside outside, npm 2: npm:kit 1']);
  });

  it('goes on through others, each with its distance', async () => {
    const survey = await surveyed();
    const reached = aroundView(
      survey,
      'src/tolls/rate.ts',
      question,
      state({ reach: 'all', together: 'distance' }),
    );
    expect(told(reached)).toEqual([
      'own directly 6: src/tolls/quote.ts 1, src/desk/desk.ts 1',
      'own in 2 steps 0: src/web/page.ts 2',
    ]);
    const ofRoutine = aroundView(survey, 'src/tolls/rate.ts#Rate.of', question, state({ reach: 'all' }));
    expect(
      ofRoutine.groups
        .flatMap(({ members }) => members.map(({ key, distance }) => `${key} ${distance}`))
        .sort(),
    ).toEqual(['src/desk/desk.ts#ask 2', 'src/tolls/quote.ts#quote 1', 'src/web/page.ts#page 3']);
  });

  it('never comes back to where it began', async () => {
    const ring = await surveyText({
      'ring/a.ts': "import { b } from './b';\nexport const a = () => b();\n",
      'ring/b.ts': "import { c } from '../c';\nimport { a } from './a';\nexport const b = () => c(a);\n",
      'c.ts': "import { a } from './ring/a';\nexport const c = (f: unknown) => a();\n",
    });
    const keys = (key: string, direction: AroundState['direction']): string[] =>
      aroundView(ring, key, question, state({ reach: 'all', direction }))
        .groups.flatMap(({ members }) => members.map((member) => member.key))
        .sort();
    expect(keys('ring/a.ts', 'uses')).toEqual(['c.ts', 'ring/b.ts']);
    expect(keys('ring/a.ts', 'usedBy')).toEqual(['c.ts', 'ring/b.ts']);
    expect(keys('ring', 'uses')).toEqual(['c.ts']);
  });

  it('by kind holds each under every kind, with sums that its evidence has', async () => {
    const survey = await surveyed();
    const { groups, places, total } = aroundView(
      survey,
      'src/tolls/rate.ts',
      question,
      state({ together: 'kind' }),
    );
    expect(groups.reduce((sum, group) => sum + group.places, 0)).toBe(places);
    expect([total, places]).toEqual([2, 6]);
    for (const member of aroundView(survey, 'src/tolls/rate.ts', question, state({})).groups.flatMap(
      ({ members }) => members,
    )) {
      const evidence = await evidenceView(survey, () => Promise.resolve(null), {
        question,
        from: member.end,
        to: 'src/tolls/rate.ts',
        page: 0,
      });
      expect(evidence.count).toBe(member.count);
    }
  });

  it('of a group is told in files, none of its own among them', async () => {
    const survey = await surveyed();
    const around = aroundView(survey, 'src/tolls', question, state({ reach: 'all', together: 'certainty' }));
    const keys = around.groups.flatMap(({ members }) => members.map(({ key }) => key)).sort();
    expect(keys).toEqual(['src/desk/desk.ts', 'src/web/page.ts']);
    expect(() => aroundView(survey, 'gone', question, state({}))).toThrow('There is no gone in this survey.');
  });
});

describe('what is around a set', () => {
  it('leaves out what is in it, and counts the rest once, with the share of the codebase and the tests in it', async () => {
    const survey = await surveyed();
    const keys = ['src/tolls/rate.ts', 'src/tolls/quote.ts'];
    const marks = listedElements(survey, keys).map((mark) => (mark === 1 ? 1 : 0));
    const set = { name: 'tolls', keys, marks };
    const around = aroundView(survey, set, { ...question, withTests: true }, state({ reach: 'all' }));
    expect(told(around)).toEqual([
      'own src/desk 4: src/desk/desk.ts 1',
      'own src/web 0: src/web/page.ts 2',
      'tests tests 3: tests/rate.ts 1',
    ]);
    expect(around.files).toEqual({ found: 3, tests: 1, all: 5 });
    // A count of a member is that of its evidence.
    const evidence = await evidenceView(survey, () => Promise.resolve(null), {
      question: { ...question, withTests: true },
      from: 'src/desk/desk.ts',
      to: around.end!,
      page: 0,
    });
    expect(evidence.count).toBe(4);
  });

  it('of too many to be named has no evidence of its own', async () => {
    const survey = await surveyed();
    const keys = Array.from({ length: 201 }, () => 'src/tolls/rate.ts');
    const marks = listedElements(survey, keys).map((mark) => (mark === 1 ? 1 : 0));
    expect(aroundView(survey, { name: 'x', keys, marks }, question, state({})).end).toBeNull();
  });
});
