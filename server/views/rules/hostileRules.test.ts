import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contradictions } from '../../../core/judge/contradictions.ts';
import { judged } from '../../../core/judge/judged.ts';
import { codeOf } from '../../../tests/codeOfUses.ts';
import { TODAY } from '../../../tests/judgedCode.ts';
import { readAnchorFile } from '../../plans/anchorFile.ts';
import { readPlan } from '../../plans/readPlan.ts';
import { Problem } from '../../problem.ts';
import { editedRules } from './editRules.ts';
import { readBaseline } from './baseline.ts';
import { readRules } from './readRules.ts';
import { judgedSurvey } from './rulesView.ts';
import { linesOf } from './ruleWords.ts';

/** Why a text of rules is refused; 'read' where it is not. */
function refusal(text: string): string {
  try {
    readRules({ name: 'yletope.yaml', text });
    return 'read';
  } catch (error) {
    if (error instanceof Problem) return error.message;
    throw error;
  }
}

const many = (count: number, each: (i: number) => string): string =>
  Array.from({ length: count }, (_, i) => each(i)).join('');

describe('rules that would take long to read', () => {
  it.each([
    [
      'keys under one that is not known',
      `yletope: 1\nx:\n${many(60_000, (i) => `  k${i}: 1\n`)}`,
      'over 200,000 tokens',
    ],
    ['quotes', `${'"'.repeat(500_001)}:1`, 'over 200,000 tokens'],
    [
      'brackets that close nothing',
      '}\n'.repeat(400_000),
      'line 1, column 1: this character is not allowed here.',
    ],
    ['marks that nothing refers to', `a: [${many(40_000, (i) => `&a${i} x, `)}]`, 'over 20,000 patterns'],
    ['one list', `a: [${'x,'.repeat(400_000)}]`, 'over 200,000 tokens'],
    ['aliases', `a: &a x\nb: [${'*a, '.repeat(200)}]`, 'more than 100 aliases'],
  ])('are refused: %s', (_, text, why) => {
    expect(refusal(text)).toContain(why);
  });

  it('keys that stand twice are found among many', () => {
    expect(refusal(`yletope: 1\n${many(9_000, (i) => `k${i}: 1\n`)}k77: 2\n`)).toBe(
      'yletope.yaml, line 9002, column 1: the key “k77” occurs twice here.',
    );
  });

  it('are refused where they would take long to apply', () => {
    const rules = many(1_001, (i) => `  - { name: r${i}, cycles: files }\n`);
    expect(refusal(`yletope: 1\nrules:\n${rules}`)).toBe('yletope.yaml says too much: over 1,000 rules.');
    const globs = `${many(20_001, (i) => `a${i},`)}b`;
    expect(refusal(`yletope: 1\nentries: [${globs}]\n`)).toContain('over 20,000 patterns');
    const braces = `{${'abcdefgh,'.repeat(50)}i}/`;
    const wide = many(1_000, () => `'${braces}${braces}x',`);
    expect(refusal(`yletope: 1\nentries: [${wide} b]\n`)).toContain('over 1,000,000 letters');
  });
});

it('contradictions of many rules are found at once, and not pair by pair', () => {
  const text = `yletope: 1\nrules:\n${many(999, (i) => `  - { name: r${i}, order: [g${i}, g${i + 1}] }\n`)}  - { name: last, order: [g999, g0] }\n`;
  const [ring, ...others] = contradictions(readRules({ name: 'r', text }).rules);
  expect([ring.rules.length, ring.about.slice(0, 3), others]).toEqual([1_000, ['g0', 'g1', 'g2'], []]);
});

describe('names that every object has', () => {
  const anyName = fc.constantFrom(
    ...['constructor', 'toString', '__proto__', 'hasOwnProperty', 'valueOf', 'then', 'a'],
  );
  /** What is thrown must be for people. */
  const toldOf = <T>(work: () => T): T | null => {
    try {
      return work();
    } catch (error) {
      if (error instanceof Problem) return null;
      throw error;
    }
  };

  it('are names like others in rules, edits, plans, anchors and baselines', async () => {
    const survey = await codeOf(['a/x > constructor/y', 'toString/z > a/x']);
    const written = (value: unknown, asJson: boolean): string =>
      asJson ? JSON.stringify(value) : JSON.stringify(value).replace(/^\{/, '{ ').concat('\n');
    fc.assert(
      fc.property(anyName, anyName, anyName, anyName, fc.boolean(), (one, two, key, value, asJson) => {
        const own = (of: string, item: unknown): object =>
          Object.defineProperty({}, of, { value: item, enumerable: true });
        const rules = {
          yletope: 1,
          rules: [
            {
              name: one,
              order: [...new Set([one, two])],
              groups: own(one, [`${value}/**`]),
              ...own('reason', key),
            },
            { name: `${two} rule`, from: value, mayNotUse: key },
            { ...own(key, value), name: 'third', cycles: 'files' },
          ].slice(0, key === 'a' ? 3 : 2),
          exceptions: [{ rule: one, from: value, to: two, reason: key }],
          entries: [key],
          intake: { sourceRoots: [value] },
        };
        const text = written(rules, asJson);
        const book = toldOf(() => readRules({ name: 'rules', text }));
        if (book) linesOf(judged(judgedSurvey(survey), book, TODAY), book.rules);
        toldOf(() =>
          editedRules(text, { do: 'addGroup', rule: one, group: { id: key, patterns: [value] }, rank: 0 }),
        );
        toldOf(() => editedRules(text, { do: 'place', rule: one, path: key, group: two }));
        const plan = {
          modules: [{ id: one, name: two, members: [{ key: value }] }, own(key, value)],
          notPlaced: [key],
        };
        toldOf(() => readPlan({ name: 'plan.json', text: written(plan, asJson) }, [value]));
        toldOf(() => readPlan({ name: 'plan.csv', text: `${one},${two}\n${key},${value}\n` }, [one]));
        toldOf(() => readAnchorFile(written(own(one, [value]), asJson), 'anchors'));
        const found = [{ rule: one, from: two, to: key, kind: value, count: 1 }];
        toldOf(() =>
          readBaseline(
            {
              name: 'b',
              text: written({ format: 'yletope-baseline', version: 1, found, ...own(key, 1) }, asJson),
            },
            () => true,
          ),
        );
      }),
    );
  });

  it('but for the one by which an object would get another prototype, which is refused with its file', () => {
    expect(refusal('{ "yletope": 1, "__proto__": { "rules": [] } }')).toBe(
      'yletope.yaml: “__proto__” is not allowed as a name.',
    );
    expect(refusal('yletope: 1\nrules:\n  - name: r\n    order: [a]\n    groups: { __proto__: [b] }\n')).toBe(
      'yletope.yaml: “__proto__” is not allowed as a name.',
    );
    expect(refusal('{ "yletope": 1, "\\u005f_proto__": 1 }')).toContain('is not allowed as a name');
  });
});
