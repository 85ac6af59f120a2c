import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { readAnchorFile } from './anchorFile.ts';
import { parsedText } from './parsedText.ts';
import { modulesByFile, planFileOf, planOfFile, readPlanFile } from './planFile.ts';
import { proposePlan, type ProposalAsked } from './proposals/propose.ts';

const code = {
  'fleet/barge.ts': 'export class Barge {}\n',
  'fleet/tug.ts': "import { Barge } from './barge';\nexport class Tug extends Barge {}\n",
  'fleet/crew.ts':
    "import { Tug } from './tug';\nimport { Barge } from './barge';\nexport const crew = [new Tug(), new Barge()];\n",
  'fleet/yard.ts': "import { Tug } from './tug';\nexport const yard = new Tug();\n",
  'tolls/rate.ts': 'export const rate = () => 1;\n',
  'tolls/bill.ts': "import { rate } from './rate';\nexport const bill = () => rate();\n",
  'tolls/desk.ts':
    "import { bill } from './bill';\nimport { rate } from './rate';\nexport const desk = () => bill() + rate();\n",
  'tolls/book.ts': "import { bill } from './bill';\nexport const book = () => bill();\n",
};
const asked: ProposalAsked = { from: 'links', names: 0, nearness: 0, count: null, seed: 1, anchors: null };

describe('a plan file', () => {
  it('holds each file once, with its doubt and why, and is read as it was written', async () => {
    const survey = await surveyText(code);
    const plan = planFileOf(proposePlan(survey, asked), survey.files);
    expect(plan.modules.map(({ members }) => members.map(({ key }) => key.split('/')[0]))).toEqual([
      Array(4).fill('fleet'),
      Array(4).fill('tolls'),
    ]);
    expect(plan.modules[0].members[0]).toEqual({
      key: 'fleet/barge.ts',
      doubt: 0,
      why: '2 of 2 links inside, 1 of them a call',
    });
    expect(readPlanFile(JSON.stringify(plan), 'plan.json')).toEqual(plan);
    expect([...modulesByFile(plan, 'plan.json').keys()].sort()).toEqual(Object.keys(code).sort());
  });

  it('may be YAML, leave out what it does not say, and hold modules in modules', () => {
    const text = `
modules:
  - id: canal
    name: Canal
    members: [{ key: a.ts, why: the first }]
    modules:
      - { id: locks, name: Locks, members: [{ key: b.ts }] }
`;
    const plan = readPlanFile(text, 'plan.yaml');
    expect(plan.notPlaced).toEqual([]);
    expect([...modulesByFile(plan, 'plan.yaml')]).toEqual([
      ['a.ts', 'canal'],
      ['b.ts', 'canal/locks'],
    ]);
  });

  it('becomes a plan whose files are settled, with modules in modules', () => {
    const file = {
      modules: [
        {
          id: 'a',
          name: 'A',
          members: [{ key: 'z.ts' }],
          modules: [{ id: 'b', name: 'B', members: [{ key: 'y.ts' }] }],
        },
      ],
    };
    const read = (of: object): object => planOfFile(readPlanFile(JSON.stringify(of), 'plan'), 'plan');
    expect(read(file)).toEqual({
      modules: [
        { id: 'a', name: 'A', purpose: '', parent: null },
        { id: 'b', name: 'B', purpose: '', parent: 'a' },
      ],
      placings: [
        { target: 'y.ts', module: 'b', isSettled: true },
        { target: 'z.ts', module: 'a', isSettled: true },
      ],
    });
    const twice = { modules: [...file.modules, { id: 'b', name: 'Again' }] };
    expect(() => read(twice)).toThrow('plan has two modules with the id b.');
  });

  it.each([
    [
      '{"modules": [{"id": "a", "members": []}]}',
      'plan is not a module plan: at modules.0.name, a text was expected, but nothing was found.',
    ],
    [
      '[]',
      'plan is not a module plan: at the top level, a map of keys and values was expected, but a list was found.',
    ],
    ['modules:\n  - id: a\n   name: b\n', 'plan, line 3, column 1: '],
    ['{"modules": [', 'plan, line 1, column 14: '],
    [
      'modules: [{ id: a, name: A, members: [{ key: x, doubt: 2 }] }]',
      'at modules.0.members.0.doubt, at most 1 was expected.',
    ],
    ['['.repeat(50_000), 'plan is nested too deeply.'],
    [`modules: []\n${'# more\n'.repeat(200_000)}`, 'plan is not JSON, and too large for YAML (over 1 MB).'],
    [`a:\n${'- '.repeat(3_000)}b`, 'plan is nested too deeply.'],
  ])('that begins %.40s says what is wrong, and where', (text, sentence) => {
    expect(() => readPlanFile(text, 'plan')).toThrow(sentence);
  });

  it('full of names for each other does not grow without an end', () => {
    const levels = Array.from(
      { length: 12 },
      (_, i) => `a${i + 1}: &a${i + 1} [${Array(9).fill(`*a${i}`).join()}]`,
    );
    expect(() => parsedText(`a0: &a0 [x]\n${levels.join('\n')}`, 'plan')).toThrow(
      'plan contains more than 100 aliases',
    );
  });

  it('that has a file in two places is refused', () => {
    const twice = { modules: [{ id: 'a', name: 'A', members: [{ key: 'x' }] }], notPlaced: ['x'] };
    const plan = readPlanFile(JSON.stringify(twice), 'plan');
    expect(() => modulesByFile(plan, 'plan')).toThrow('plan places x twice.');
  });

  it('is read from JSON and YAML alike', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 4 }), (value) => {
        const text = JSON.stringify(value);
        if (value === null || typeof value !== 'object') return;
        expect(parsedText(text, 'plan')).toEqual(JSON.parse(text));
      }),
    );
  });
});

describe('anchors', () => {
  it('are patterns by module, from which the rest grows', async () => {
    const survey = await surveyText(code);
    const anchors = readAnchorFile('Boats: [fleet/b*.ts]\nMoney: [tolls/rate.ts]\n', 'anchors.yaml');
    const { modules } = proposePlan(survey, { ...asked, from: 'anchors', anchors });
    expect(modules.map(({ name, members }) => [name, members.length])).toEqual([
      ['Boats', 4],
      ['Money', 4],
    ]);
  });

  it.each([
    [{ Boats: ['ships/*'] }, 'The anchor ships/* of Boats matches no file that was surveyed.'],
    [{ Boats: ['fleet/*'], Money: ['**/barge.ts'] }, 'fleet/barge.ts is an anchor of Boats and of Money.'],
    [{}, 'Growing from anchors needs a file with anchors for each module.'],
  ])('of %j are refused with the reason', async (anchors, sentence) => {
    const survey = await surveyText(code);
    expect(() =>
      proposePlan(survey, { ...asked, from: 'anchors', anchors: new Map(Object.entries(anchors)) }),
    ).toThrow(sentence);
  });

  it('that are no lists are refused', () => {
    expect(() => readAnchorFile('Boats: fleet', 'anchors.yaml')).toThrow(
      'anchors.yaml is not a list of anchors',
    );
  });
});

describe('modules from groups', () => {
  it('are refused where the code has none', async () => {
    const survey = await surveyText(code);
    expect(() => proposePlan(survey, { ...asked, from: 'packages' })).toThrow('This code has no packages.');
    expect(() => proposePlan(survey, { ...asked, from: 'build' })).toThrow('This code has no build modules.');
    const { modules } = proposePlan(survey, { ...asked, from: 'folders' });
    expect(modules.map(({ name }) => name).sort()).toEqual(['fleet', 'tolls']);
  });
});
