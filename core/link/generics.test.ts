import { describe, expect, it } from 'vitest';
import { dependenciesOf } from '../../tests/surveyText.ts';

/** Calls of routines out of `Use.java`, as `callee certainty`. */
async function calls(types: string, use: string): Promise<string[]> {
  const lines = await dependenciesOf({ 'All.java': types, 'Use.java': use }, 'call Use.java');
  return lines.map((line) => line.replace(/^call \S+ → All.java#/, ''));
}

const types = `
interface Summed<T> { T add(T other); }
interface Weighed<T> extends Summed<T> { T add(int n); Scale<T> scale(); }
interface Scale<T> { T zero(); T[][] table(); }
class Barge { void moor() {} }
class Lighter extends Barge { void tow() {} }
class Berth<V extends Barge, K> { V vessel; K key; V[][] rows; V held() { return vessel; } <X> X as(X other, K key) { return other; } }
class Wide<V extends Barge> extends Berth<V, Lighter> { }
class Narrow extends Wide<Lighter> { }
`;

describe('type parameters', () => {
  it('stand for the arguments of the type through which a member is reached', async () => {
    const use =
      'class Use { void a(Berth<Lighter, Barge> b) { b.held().tow(); b.key.moor(); b.rows[0][1].tow(); } }';
    expect(await calls(types, use)).toEqual([
      'Barge.moor inferred',
      'Berth.held inferred',
      'Lighter.tow inferred',
    ]);
  });

  it('are handed on from parent to parent', async () => {
    const use =
      'class Use extends Narrow { void a() { held().tow(); key.tow(); } void b(Wide<Barge> w) { w.key.tow(); w.held().moor(); } }';
    expect(await calls(types, use)).toEqual([
      'Berth.held exact',
      'Lighter.tow inferred',
      'Barge.moor inferred',
      'Berth.held inferred',
      'Lighter.tow inferred',
    ]);
  });

  it('are used by what bounds them where nothing else is known, even when that speaks of themselves', async () => {
    const use =
      'class Use<T extends Weighed<T>> { void a(T t) { t.add(3).add(t).add(4); t.scale().zero().add(1); t.scale().table()[0][1].add(t).scale(); } }';
    expect(await calls(types, use)).toEqual([
      'Scale.table inferred',
      'Scale.zero inferred',
      'Summed.add inferred',
      'Weighed.add inferred',
      'Weighed.scale inferred',
    ]);
  });

  it('of a routine are what the routine is given', async () => {
    const use = 'class Use { void a(Berth<Barge, Barge> b, Lighter l) { b.as(l, b.key).tow(); } }';
    expect(await calls(types, use)).toEqual(['Berth.as inferred', 'Lighter.tow inferred']);
  });

  it('are used as types once, by what bounds them where they are declared', async () => {
    const lines = await dependenciesOf({
      'A.java': 'class Barge {} class A<V extends Barge> { V one; V two(V v) { return v; } }',
    });
    expect(lines).toEqual(['typeUse A.java#A → A.java#Barge exact']);
  });

  it('give functions without a name what they are given', async () => {
    const all = `${types} interface Task<T> { void run(T first, int n); default void rest() {} } class Yard<T> { void each(Task<? super T> task) {} }`;
    const use = 'class Use { void a(Yard<Lighter> yard) { yard.each((one, n) -> one.tow()); } }';
    expect(await calls(all, use)).toEqual(['Lighter.tow inferred', 'Yard.each inferred']);
  });
});
