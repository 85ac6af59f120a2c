import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parse } from 'yaml';
import { noRules } from '../../intake/rules.ts';
import { editedRules, EMPTY_RULES, withIntake, type RulesEdit } from './editRules.ts';

const text = `# Ours.
yletope: 1
rules:
  - name: ranks # from the top
    order: [desk, [tolls, locks], kernel]
    groups:
      kernel: [src/kernel/**, src/money.ts] # the ground
  - name: pure
    from: src/**
    mayNotUse: node:*
exceptions:
  - { rule: pure, from: src/a.ts, reason: Old. } # soon gone
`;
const rule = 'ranks';
interface Said {
  rules: { name: string; order: unknown; groups?: Record<string, string[]> }[];
  exceptions?: unknown[];
}
const after = (edit: RulesEdit, before = text): Said => parse(editedRules(before, edit)) as Said;
const orderAfter = (edit: RulesEdit): unknown => after(edit).rules[0].order;

describe('an edit of the rules', () => {
  it('keeps comments and all that it is not about', () => {
    const edited = editedRules(text, { do: 'moveGroup', rule, group: 'desk', rank: 2, isNewRank: false });
    for (const kept of ['# Ours.', '# from the top', '# the ground', '# soon gone', 'mayNotUse: node:*'])
      expect(edited).toContain(kept);
    expect(editedRules(edited, { do: 'takeRuleOut', rule: 'pure' })).toContain('# the ground');
  });

  it('puts a group into another rank, or into one of its own, as ranks stood when it was seen', () => {
    const move = (group: string, rank: number, isNewRank = false): unknown =>
      orderAfter({ do: 'moveGroup', rule, group, rank, isNewRank });
    expect(move('desk', 2)).toEqual([
      ['tolls', 'locks'],
      ['kernel', 'desk'],
    ]);
    expect(move('tolls', 2)).toEqual(['desk', ['locks'], ['kernel', 'tolls']]);
    expect(move('locks', 2, true)).toEqual(['desk', ['tolls'], 'locks', 'kernel']);
    expect(move('kernel', 0, true)).toEqual(['kernel', 'desk', ['tolls', 'locks']]);
    expect(move('desk', 9)).toEqual([['tolls', 'locks'], 'kernel', 'desk']);
  });

  it('takes a group out with what it says stands in it, and puts one in', () => {
    const without = after({ do: 'takeGroupOut', rule, group: 'kernel' });
    expect([without.rules[0].order, without.rules[0].groups]).toEqual([['desk', ['tolls', 'locks']], {}]);
    const group = { id: 'web', patterns: ['src/web/**'] };
    const added = after({ do: 'addGroup', rule, group, rank: 0 });
    expect(added.rules[0].order).toEqual([['desk', 'web'], ['tolls', 'locks'], 'kernel']);
    expect(added.rules[0].groups!.web).toEqual(['src/web/**']);
  });

  it('puts a file into one group and out of any other, which keeps its folder', () => {
    const once = editedRules(text, { do: 'place', rule, path: 'src/money.ts', group: 'tolls' });
    expect(after({ do: 'place', rule, path: 'x/y.ts', group: 'tolls' }, once).rules[0].groups).toEqual({
      kernel: ['src/kernel/**'],
      tolls: ['tolls/**', 'src/money.ts', 'x/y.ts'],
    });
  });

  it('sets what ranks see, and says nothing of what is usual', () => {
    const next = editedRules(text, { do: 'setOrder', rule, sees: 'next', within: true });
    expect(parse(next)).toMatchObject({ rules: [{ sees: 'next', within: true }, {}] });
    expect(editedRules(next, { do: 'setOrder', rule, sees: 'below', within: false })).toBe(
      editedRules(text, { do: 'setOrder', rule }),
    );
  });

  it('accepts a break, and takes that back with the rule or by itself', () => {
    const exception = { rule, from: 'a.ts', to: 'b.ts', reason: 'Old: it is', by: 'Ansgar', most: 3 };
    const accepted = editedRules(text, { do: 'accept', exception });
    expect((parse(accepted) as Said).exceptions).toHaveLength(2);
    expect((parse(accepted) as Said).exceptions![1]).toEqual(exception);
    expect(after({ do: 'takeRuleOut', rule }, accepted).exceptions).toHaveLength(1);
    expect(after({ do: 'takeExceptionOut', at: 0 }, text).exceptions).toBeUndefined();
    expect(() => editedRules(text, { do: 'takeExceptionOut', at: 1 })).toThrow('gone');
  });

  it('says where the outside begins, and takes that back', () => {
    const begun = editedRules(text, { do: 'addEntry', pattern: 'app/routes/**' });
    const more = editedRules(begun, { do: 'addEntry', pattern: 'x.ts' });
    expect(parse(more)).toMatchObject({ entries: ['app/routes/**', 'x.ts'] });
    expect(parse(editedRules(more, { do: 'takeEntryOut', pattern: 'x.ts' }))).toMatchObject({
      entries: ['app/routes/**'],
    });
    expect(parse(editedRules(begun, { do: 'takeEntryOut', pattern: 'app/routes/**' }))).not.toHaveProperty(
      'entries',
    );
  });

  it('makes an order where there was nothing', () => {
    const ranks = [
      [{ id: 'src/desk', patterns: null }],
      [
        { id: 'Tolls', patterns: ['packages:canal.tolls', 'x.ts'] },
        { id: 'src/locks', patterns: null },
      ],
    ];
    expect(after({ do: 'addOrder', name: 'ours', ranks }, EMPTY_RULES)).toEqual({
      yletope: 1,
      rules: [
        {
          name: 'ours',
          order: ['src/desk', ['Tolls', 'src/locks']],
          groups: { Tolls: ['packages:canal.tolls', 'x.ts'] },
        },
      ],
    });
  });

  it('that would make what cannot be read is refused, with its line', () => {
    expect(() => editedRules(text, { do: 'text', text: 'yletope: 1\nrules: [{ name: r }]\n' })).toThrow(
      'line 2, column 9',
    );
    expect(() =>
      editedRules(text, { do: 'addGroup', rule, group: { id: 'desk', patterns: null }, rank: 1 }),
    ).toThrow('is listed in it twice');
    expect(() => editedRules(text, { do: 'takeGroupOut', rule: 'gone', group: 'desk' })).toThrow(
      'no rule “gone”',
    );
    expect(() => editedRules(text, { do: 'takeGroupOut', rule: 'pure', group: 'desk' })).toThrow(
      'is no order',
    );
    const one = 'yletope: 1\nrules: [{ name: r, order: [a] }]\n';
    expect(() => editedRules(one, { do: 'takeGroupOut', rule: 'r', group: 'a' })).toThrow(
      'at least one group',
    );
  });

  it('never loses a group, nor has one twice, however groups are moved', () => {
    const moves = fc.array(
      fc.record({
        group: fc.constantFrom('desk', 'tolls', 'locks', 'kernel'),
        rank: fc.integer({ min: 0, max: 6 }),
        isNewRank: fc.boolean(),
      }),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(moves, (all) => {
        let edited = text;
        for (const move of all) edited = editedRules(edited, { do: 'moveGroup', rule, ...move });
        const order = (parse(edited) as Said).rules[0].order as (string | string[])[];
        expect(order.flat().sort()).toEqual(['desk', 'kernel', 'locks', 'tolls']);
        expect(order.every((rank) => rank.length > 0)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

describe('the file with what was decided of intake', () => {
  const choices = [{ glob: 'desk/**', take: 'leaveOut' as const }];

  it('is the text as it stands where that says the same', () => {
    expect(withIntake(text, noRules)).toBe(text);
    expect(withIntake('', noRules)).toBe(EMPTY_RULES);
    const said = withIntake(text, { ...noRules, choices });
    expect(withIntake(said, { ...noRules, choices })).toBe(said);
  });

  it('says what is decided, and no more what is not', () => {
    const said = withIntake(text, { ...noRules, choices });
    expect(parse(said)).toMatchObject({ intake: { choices } });
    expect(said).toContain('# the ground');
    expect(parse(withIntake(said, noRules))).not.toHaveProperty('intake');
  });
});
