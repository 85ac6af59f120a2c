import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Declared, Value } from '../contracts/values.ts';
import { eitherBranch, eitherOf, joinMeanings, meaningsOf } from './meanings.ts';

const declared = (d: number): Declared => ({ tag: 'declared', file: 0, declarations: [d], inferred: false });
const instance = (d: number): Value => ({ tag: 'instance', type: declared(d), inferred: false });
const typeOf = (value: Value | null): Declared => {
  if (value?.tag !== 'instance' || value.type.tag !== 'declared') throw new Error('no instance');
  return value.type;
};
/** What a value may mean, as numbers of declarations, ascending. */
const meant = (value: Value | null): number[] =>
  value === null
    ? []
    : meaningsOf(value)
        .map((each) => (each.tag === 'declared' ? each : typeOf(each)).declarations[0])
        .sort((a, b) => a - b);

const types = fc.array(fc.nat(20), { minLength: 1, maxLength: 6 });
const joined = (all: readonly number[]): Value | null =>
  all
    .map(instance)
    .reduce<Value | null>((sum, each) => (sum === null ? each : eitherBranch(sum, each)), null);

describe('the join of branches', () => {
  it('holds what either holds, whatever their order and grouping', () => {
    fc.assert(
      fc.property(types, types, (some, others) => {
        const all = [...new Set([...some, ...others])].sort((a, b) => a - b);
        expect(meant(eitherBranch(joined(some), joined(others)))).toEqual(all);
        expect(meant(eitherBranch(joined(others), joined(some)))).toEqual(all);
        expect(meant(eitherOf([...some, ...others].map(declared)))).toEqual(all);
      }),
    );
  });

  it('of equal branches is the branch, and as sure', () => {
    fc.assert(
      fc.property(fc.nat(20), (d) => {
        expect(joined([d, d])).toEqual(instance(d));
      }),
    );
  });

  it('is of each, unless one side is one of several that nothing tells apart', () => {
    expect(typeOf(joined([1, 2])).isEach).toBe(true);
    const untold = { ...instance(1), type: joinMeanings([declared(1), declared(2)])! } as Value;
    expect(typeOf(untold).isEach).toBeUndefined();
    const mixed = eitherBranch(untold, instance(3));
    expect([meant(mixed), typeOf(mixed).isEach]).toEqual([[1, 2, 3], undefined]);
  });

  it('with what is not known is inferred at most, and with a primitive value is the other', () => {
    expect(eitherBranch(null, instance(1))).toEqual({ ...instance(1), inferred: true });
    expect(eitherBranch(instance(1), { tag: 'literal', name: 'int' })).toEqual(instance(1));
    expect(eitherBranch(null, null)).toBeNull();
  });

  it('of pointers is a pointer to either', () => {
    const to = (d: number): Value => ({
      tag: 'instance',
      type: { tag: 'pointer', to: declared(d) },
      inferred: false,
    });
    const both = eitherBranch(to(1), to(2));
    expect(both?.tag === 'instance' && both.type.tag === 'pointer' && meant(both.type.to)).toEqual([1, 2]);
  });
});
