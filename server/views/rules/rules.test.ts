import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { accepted } from '../../../core/judge/accepted.ts';
import { contradictions } from '../../../core/judge/contradictions.ts';
import type { Violation } from '../../../core/judge/violation.ts';
import { broken, exception, judge, TODAY } from '../../../tests/judgedCode.ts';
import { installationRoot } from '../../installation.ts';
import { junitOf } from './junit.ts';
import { readRules } from './readRules.ts';
import { failing, hasIdleParts, linesOf, notesOf } from './ruleWords.ts';
import { mergeSummary } from './mergeSummary.ts';
import { judgedSurvey } from './rulesView.ts';
import { judged } from '../../../core/judge/judged.ts';
import { surveyText } from '../../../tests/surveyText.ts';
import { sarifOf } from './sarif.ts';

const short = (key: string): string => key.replace(/\.ts$/, '');
/** A break as the table writes it, whatever its kind. */
const written = ({ kind, from, to, detail }: Violation): string =>
  kind === 'cycle'
    ? detail.split(', ').map(short).join(', ')
    : kind === 'notPlaced' || kind === 'measure'
      ? short(to === '' ? from : to)
      : `${short(from)} > ${short(to)}`;

const cases = readFileSync(join(installationRoot, 'docs', 'rules.md'), 'utf8')
  .split('## Small cases')[1]
  .split('\n')
  .filter((line) => line.startsWith('| `'))
  .map((line) =>
    line
      .split('|')
      .slice(1, 4)
      .map((cell) => [...cell.matchAll(/`([^`]+)`/g)].map(([, said]) => said)),
  );

describe('rules mean what the table of small cases says', () => {
  it.each(cases.map(([[rule], uses, breaks]) => [rule, uses, breaks] as const))(
    '%s: %j',
    async (rule, uses, breaks) => {
      const { violations } = await judge(`{ yletope: 1, rules: [{ name: r, ${rule} }] }`, uses);
      expect([...new Set(violations.map(written))]).toEqual(breaks);
    },
  );

  it('there are some', () => {
    expect(cases.length).toBeGreaterThan(18);
  });
});

describe('an order', () => {
  it('is broken by what a slow and obvious reading of it says, whatever uses what', async () => {
    const places = ['a/x', 'a/y', 'b/x', 'b/y', 'c/x', 'd/x', 'other/o'];
    const anyUse = fc
      .tuple(fc.constantFrom(...places), fc.constantFrom(...places))
      .filter(([a, b]) => a !== b);
    const anyOrder = fc.constantFrom<(readonly string[])[]>(
      [['a'], ['b'], ['c'], ['d']],
      [['a', 'b'], ['c'], ['d']],
      [['d'], ['b', 'c'], ['a']],
      [['c', 'd']],
    );
    await fc.assert(
      fc.asyncProperty(
        fc.uniqueArray(anyUse, { selector: String, minLength: 1, maxLength: 12 }),
        anyOrder,
        fc.constantFrom('below', 'next'),
        fc.boolean(),
        async (uses, order, sees, within) => {
          const rule = `order: ${JSON.stringify(order)}, sees: ${sees}, within: ${within}`;
          const { violations } = await judge(
            `{ yletope: 1, rules: [{ name: r, ${rule} }] }`,
            uses.map(([from, to]) => `${from} > ${to}`),
          );
          const rankOf = (place: string): number =>
            order.findIndex((rank) => rank.includes(place.split('/')[0]));
          const broken = uses.filter(([from, to]) => {
            const [user, used] = [rankOf(from), rankOf(to)];
            if (user < 0 || used < 0 || from.split('/')[0] === to.split('/')[0]) return false;
            if (user === used) return !within;
            return used < user || (sees === 'next' && used > user + 1);
          });
          expect([...new Set(violations.map(written))].sort()).toEqual(
            broken.map(([from, to]) => `${from} > ${to}`).sort(),
          );
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a break', () => {
  it('has all its lines, by kind, and tells its reason', async () => {
    const said = '{ yletope: 1, rules: [{ name: pure, reason: It is low., from: a/**, mayNotUse: b/** }] }';
    const judgement = await judge(said, ['a/x > b/y', 'a/x > b/y']);
    expect(judgement.violations.map(({ kind, lines }) => [kind, lines])).toEqual([
      ['call', [2, 4]],
      ['import', [1, 3]],
    ]);
    const { rules } = readRules({ name: 'r', text: said });
    expect(linesOf(judgement, rules)).toEqual([
      'a/x.ts:2: pure: a/x.ts uses b/y.ts (call, 2 times). It is low.',
      'a/x.ts:1: pure: a/x.ts uses b/y.ts (import, 2 times). It is low.',
      '2 found, 0 accepted',
    ]);
  });

  it('of a rule that is about nothing is told as such', async () => {
    const said =
      '{ yletope: 1, rules: [{ name: r, from: gone/**, mayNotUse: b/** }, { name: s, order: [p, q] }] }';
    expect((await judge(said, ['a/x > b/y'])).idle).toEqual(['r', 's']);
  });
});

describe('an exception', () => {
  it('covers what its patterns and its rule match', () => {
    const all = [broken('a/x.ts', 'b/y.ts'), broken('a/x.ts', 'c/z.ts'), broken('a/x.ts', 'b/y.ts', 1, 's')];
    const { violations, accepted: taken } = accepted(all, [exception({ rule: 'r', to: 'b/**' })], TODAY);
    expect(violations).toEqual(all.slice(1));
    expect(taken.map(({ violation }) => violation)).toEqual([all[0]]);
  });

  it('holds to the end of its last day, and is told of afterwards while there is need of it', () => {
    const [one] = [broken('a.ts', 'b.ts')];
    const ended = exception({ until: '2027-01-14' });
    expect(accepted([one], [exception({ until: TODAY })], TODAY).violations).toEqual([]);
    expect(accepted([one], [ended], TODAY)).toMatchObject({ violations: [one], expired: [ended] });
    expect(accepted([], [ended], TODAY)).toMatchObject({ expired: [], unneeded: [ended] });
  });

  it('has room for so many references, and what goes beyond is told in whole', () => {
    const all = [broken('a.ts', 'b.ts', 2), broken('a.ts', 'c.ts', 2), broken('a.ts', 'd.ts', 1)];
    const small = exception({ most: 3 });
    const { violations, exceeded } = accepted(all, [small], TODAY);
    expect([violations, exceeded]).toEqual([[all[1]], [small]]);
    expect(accepted(all, [exception({ most: 5 })], TODAY).exceeded).toEqual([]);
    // One that has ended has no room to be exceeded.
    expect(accepted(all, [exception({ most: 3, until: '2027-01-01' })], TODAY).exceeded).toEqual([]);
  });

  it('accepts no more than it has room for, and every break is either accepted or told', () => {
    const anyBreak = fc.record({
      from: fc.constantFrom('a.ts', 'b.ts'),
      count: fc.integer({ min: 1, max: 4 }),
    });
    const anyException = fc.record({
      from: fc.constantFrom('a.ts', 'b.ts', '**'),
      most: fc.option(fc.integer({ min: 1, max: 6 })),
      until: fc.constantFrom(null, '2027-01-01', '2027-02-01'),
    });
    fc.assert(
      fc.property(fc.array(anyBreak), fc.array(anyException), (breaks, rooms) => {
        const all = breaks.map(({ from, count }, i) => broken(from, `${i}.ts`, count));
        const exceptions = rooms.map((own) => exception(own));
        const { violations, accepted: taken } = accepted(all, exceptions, TODAY);
        expect([...violations, ...taken.map(({ violation }) => violation)].sort(byTo)).toEqual(
          [...all].sort(byTo),
        );
        for (const own of exceptions) {
          const count = taken
            .filter(({ exception: by }) => by === own)
            .reduce((sum, { violation }) => sum + violation.lines.length, 0);
          expect(count).toBeLessThanOrEqual(own.until === '2027-01-01' ? 0 : (own.most ?? Infinity));
        }
      }),
    );
  });
});
const byTo = (a: Violation, b: Violation): number => parseInt(a.to) - parseInt(b.to);

describe('a file of rules that is wrong is refused whole', () => {
  const rule = (said: string): string => `yletope: 1\nrules:\n  - name: r\n    ${said}\n`;
  it.each([
    ['yletope: 2\n', 'line 1, column 10: it is of version 2; this Yletope reads version 1.'],
    ['rules: []\n', 'line 1, column 1: '],
    ['yletope: 1\nrules: [', 'line 2, column'],
    [rule('from: a\n'), 'line 3, column 5: a rule says one of'],
    [rule('from: a\n    mayNotUse: b\n    cycles: files'), 'this one says 2 of them.'],
    [rule('order: [a, b, a]'), 'line 4, column 12: a is listed in it twice.'],
    [rule('order: [a]\n    groups: { b: c/** }'), 'line 5, column 18: b has no place in the order.'],
    [rule('order: [a]\n    seas: next'), 'line 5, column 5: there is no key “seas” here.'],
    [rule('order: [a]\n    order: [b]'), 'line 5, column 5: the key “order” occurs twice here.'],
    [rule('cycles: [a]'), 'line 4, column 13: “groups”, “files”, “types” or “routines” was expected.'],
    [
      rule('from: ./src/**\n    mayNotUse: b'),
      'line 4, column 11: a pattern begins at the root of the codebase: leave out the ./',
    ],
    [rule('from: a\n    mayNotUse: [b, "!c"]'), 'line 5, column 20: a pattern cannot be turned round by !'],
    [rule("from: 'src\\a'\n    mayNotUse: b"), 'line 4, column 11: folders are separated by /'],
    [rule("from: 'src/[ab'\n    mayNotUse: b"), 'line 4, column 11: the bracket [ is not closed'],
    [rule("from: '{a,b'\n    mayNotUse: b"), 'line 4, column 11: the brace { is not closed'],
    [
      rule('order: [a, b]\n    groups: { a: x/**, b: [y/**, x/**] }'),
      'line 5, column 27: x/** is also listed in a.',
    ],
    [rule('from: 3\n    mayNotUse: b'), 'line 4, column 11: a text or a list was expected'],
    [rule('cycles: moons'), 'line 4, column 13: '],
    [
      rule('cycles: files\n  - name: r\n    cycles: files'),
      'line 5, column 11: there is a rule “r” already.',
    ],
    [
      rule('measure: moons\n    of: files\n    most: 3'),
      'line 4, column 14: there is no measure “moons” of files.',
    ],
    [rule('measure: parameters\n    of: files\n    most: 3'), 'there is no measure “parameters” of files.'],
    [rule('measure: codeLines\n    of: files'), 'line 3, column 5: it says either most or least.'],
    [rule('cycles: files') + 'intake: { turned: [moon] }\n', 'line 5, column'],
    [`${rule('cycles: files')}exceptions:\n  - { rule: s, from: a, reason: x }\n`, 'there is no rule “s”.'],
    [
      `${rule('cycles: files')}exceptions:\n  - { from: a, reason: x, until: soon }\n`,
      'line 6, column 34: a day that there is was expected, written as 2027-01-31',
    ],
    [
      `${rule('cycles: files')}exceptions:\n  - { from: a, reason: x, until: 2027-02-29 }\n`,
      'line 6, column 34: a day that there is was expected, written as 2027-01-31',
    ],
    [`${rule('cycles: files')}exceptions:\n  - { from: a }\n`, 'line 6, column 5: '],
  ])('%j', (text, sentence) => {
    expect(() => readRules({ name: 'yletope.yaml', text })).toThrow(
      `yletope.yaml, ${sentence.startsWith('line') ? sentence : ''}`,
    );
    expect(() => readRules({ name: 'yletope.yaml', text })).toThrow(sentence);
  });

  it('with aliases that explode, or nested without an end', () => {
    const bomb = `yletope: 1\na: &a [x, x, x, x, x, x, x, x, x]\n${Array.from(
      { length: 8 },
      (_, i) => `${'bcdefghi'[i]}: &${'bcdefghi'[i]} [${Array(9).fill(`*${'abcdefgh'[i]}`).join(', ')}]`,
    ).join('\n')}\n`;
    expect(() => readRules({ name: 'r', text: bomb })).toThrow(/alias/i);
    expect(() => readRules({ name: 'r', text: '['.repeat(5000) })).toThrow('too deeply');
  });
});

describe('what is out of order in the rules themselves', () => {
  it('is told: groups that hold nothing, and rules that contradict each other', async () => {
    const said = `{ yletope: 1, rules: [
      { name: r, order: [a, gone, b] },
      { name: s, order: [b, a], reason: Other way. },
      { name: t, only: a/**, mayUse: npm:zod },
      { name: u, from: a/**, mayNotUse: npm:zod },
    ] }`;
    const judgement = await judge(said, ['a/x > b/y', 'a/x > npm:zod']);
    const { rules } = readRules({ name: 'r', text: said });
    expect(notesOf(judgement, rules)).toEqual([
      'the group gone of “r” holds nothing',
      '“r” and “s” contradict each other: a, b',
      '“t” and “u” contradict each other: a/**, npm:zod',
    ]);
    const [ring] = contradictions(
      readRules({
        name: 'r',
        text: '{ yletope: 1, rules: [{ name: r, order: [a, b] }, { name: s, order: [b, x, c] }, { name: t, order: [c, a] }] }',
      }).rules,
    );
    // Only the three together: each of the pairs can be kept.
    expect(ring).toEqual({ rules: ['r', 's', 't'], about: ['a', 'b', 'c'] });
    const calm = readRules({
      name: 'r',
      text: '{ yletope: 1, rules: [{ name: r, order: [a, b] }, { name: s, order: [a, c, b] }] }',
    });
    expect(contradictions(calm.rules)).toEqual([]);
  });

  it('is told: a pattern that matches nothing among others that do, with what is written otherwise', async () => {
    const said =
      '{ yletope: 1, rules: [{ name: r, from: [a/**, gone/**, A/x.ts], mayNotUse: [b/**, npm:zod] }, { name: s, order: [low, a], groups: { low: [b/**, b/none.ts] } }] }';
    const judgement = await judge(said, ['a/x > b/y']);
    expect(judgement.unmatched).toEqual([
      { rule: 'r', pattern: 'gone/**', otherCase: null },
      { rule: 'r', pattern: 'A/x.ts', otherCase: 'a/x.ts' },
      { rule: 'r', pattern: 'npm:zod', otherCase: null },
      { rule: 's', pattern: 'b/none.ts', otherCase: null },
    ]);
    expect([judgement.idle, hasIdleParts(judgement)]).toEqual([[], true]);
  });

  it('is told: what alone may be used by who may not use it, among other things', () => {
    const { rules } = readRules({
      name: 'r',
      text: '{ yletope: 1, rules: [{ name: r, only: [a/**], mayUse: [npm:zod] }, { name: s, from: [b/**, a/**], mayNotUse: [npm:zod, npm:x] }, { name: t, from: [b/**], mayNotUse: [npm:zod] }] }',
    });
    expect(contradictions(rules).map(({ rules: names }) => names)).toEqual([['r', 's']]);
  });

  it('a warning is told, and fails nothing', async () => {
    const said = '{ yletope: 1, rules: [{ name: r, severity: warning, from: a/**, mayNotUse: b/** }] }';
    const judgement = await judge(said, ['a/x > b/y']);
    const { rules } = readRules({ name: 'r', text: said });
    expect(judgement.violations).toHaveLength(2);
    expect(failing(judgement.violations, rules)).toEqual([]);
    expect(linesOf(judgement, rules)[0]).toBe('a/x.ts:2: warning: r: a/x.ts uses b/y.ts (call)');
    expect(junitOf(judgement, rules)).toContain('failures="0"');
    expect(junitOf(judgement, rules)).toContain('warning: a/x.ts:2: r: a/x.ts uses b/y.ts (call)');
    const summary = mergeSummary(judgement, rules, { since: null, known: 0 });
    expect(summary).toContain('| r (warning) | 2 |');
    expect(summary).toContain('- warning: r: `a/x.ts:2` uses `b/y.ts` (call)');
    expect(sarifOf(judgement, rules)).toContain('"level": "warning"');
  });
});

describe('what may not be reached', () => {
  it('is told where the way there begins, with the rest of the way', async () => {
    const said = '{ yletope: 1, rules: [{ name: r, from: a/**, mayNotReach: d/** }] }';
    const { violations } = await judge(said, [
      'a/x > b/y',
      'b/y > c/z',
      'c/z > d/w',
      'a/v > e/e',
      'a/x > a/v',
    ]);
    const { rules } = readRules({ name: 'r', text: said });
    expect(violations.map(({ from, to, detail }) => [from, to, detail])).toEqual([
      ['a/x.ts', 'b/y.ts', 'c/z.ts → d/w.ts'],
      ['a/x.ts', 'b/y.ts', 'c/z.ts → d/w.ts'],
    ]);
    expect(linesOf({ ...(await judge(said, ['a/x > d/w'])) }, rules)[0]).toBe(
      'a/x.ts:2: r: a/x.ts uses d/w.ts (call)',
    );
  });

  it('may be a part of a file, and so may what may not reach it', async () => {
    const survey = await surveyText({
      'a.ts':
        "import { pass } from './b';\nexport const f = () => g();\nconst g = () => pass();\nexport const h = () => 1;\n",
      'b.ts': "import { secret } from './c';\nexport const pass = () => secret();\n",
      'c.ts': 'export const secret = () => 1;\nexport const open = () => 2;\n',
      'd.ts':
        "import { open } from './c';\nimport { h } from './a';\nexport const use = () => open() + h();\n",
    });
    const told = (from: string, mayNotReach: string): string[] => {
      const { rules, exceptions } = readRules({
        name: 'r',
        text: `{ yletope: 1, rules: [{ name: r, kinds: calls, from: '${from}', mayNotReach: '${mayNotReach}' }] }`,
      });
      return judged(judgedSurvey(survey), { rules, exceptions }, TODAY).violations.map(
        (each) => `${each.from} > ${each.to}, ${each.detail}`,
      );
    };
    expect(told('a.ts', 'c.ts#secret')).toEqual(['a.ts > b.ts, c.ts#secret']);
    expect(told('a.ts#f', 'c.ts#secret')).toEqual(['a.ts > b.ts, c.ts#secret']);
    expect(told('b.ts', 'c.ts#secret')).toEqual(['b.ts > c.ts, ']);
    expect([told('a.ts#h', 'c.ts#secret'), told('d.ts#use', 'c.ts#secret')]).toEqual([
      [],
      ['d.ts > a.ts, b.ts → c.ts#secret'],
    ]);
    expect(told('b.ts', 'c.ts#open')).toEqual([]);
  });

  it('is told just where a slow walk finds a way, whatever uses what', async () => {
    const places = ['a/x', 'a/y', 'b/x', 'b/y', 'c/x', 'd/x'];
    const anyUse = fc
      .tuple(fc.constantFrom(...places), fc.constantFrom(...places))
      .filter(([a, b]) => a !== b);
    await fc.assert(
      fc.asyncProperty(
        fc.uniqueArray(anyUse, { selector: String, minLength: 1, maxLength: 12 }),
        async (uses) => {
          const { violations } = await judge(
            '{ yletope: 1, rules: [{ name: r, from: a/**, mayNotReach: d/** }] }',
            uses.map(([from, to]) => `${from} > ${to}`),
          );
          const isA = (place: string): boolean => place.startsWith('a/');
          const leads = (place: string, seen: string[] = []): boolean =>
            place.startsWith('d/') ||
            (!seen.includes(place) &&
              !isA(place) &&
              uses.some(([from, to]) => from === place && leads(to, [...seen, place])));
          const wanted = uses.filter(([from, to]) => isA(from) && !isA(to) && leads(to));
          expect([...new Set(violations.map(written))].sort()).toEqual(
            wanted.map(([from, to]) => `${from} > ${to}`).sort(),
          );
        },
      ),
      { numRuns: 60 },
    );
  });
});
