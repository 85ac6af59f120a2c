import { describe, expect, it } from 'vitest';
import { describeDependencies, surveyText } from '../../tests/surveyText.ts';

/** The calls in a codebase of a class `Boat` with a method `moor`, what else is declared, and one function's body. */
async function callsIn(declarations: string, body: string): Promise<string[]> {
  const survey = await surveyText({
    'boat.ts':
      'export class Boat { moor() {} next(): Boat { return this; } static launch(): Boat { return new Boat(); } }',
    'use.ts': `import { Boat } from './boat';\n${declarations}\nexport async function use(p: any) {\n${body}\n}`,
  });
  return describeDependencies(survey).filter((line) => line.startsWith('call '));
}

/** What the body itself calls, and how certainly. */
async function called(declarations: string, body: string): Promise<string[]> {
  return (await callsIn(declarations, body))
    .filter((line) => line.startsWith('call use.ts#use ') && !line.includes('use.ts#use →  use.ts'))
    .map((line) => /→ (\S+) (\S+)/.exec(line)!.slice(1).join(' '));
}

const moor = 'boat.ts#Boat.moor inferred';

describe('receivers are followed', () => {
  it.each([
    ['a declared parameter type', 'function f(b: Boat) { b.moor(); }', ''],
    ['a constructed value', '', 'const b = new Boat(); b.moor();'],
    ['a value that may be undefined', 'declare const b: Boat | undefined;', 'b?.moor();'],
    ['a value that may be null, asserted', 'declare const b: Boat | null;', 'b!.moor();'],
    ['an assertion', '', '(p as Boat).moor();'],
    ['a type assertion', '', '(<Boat>p).moor();'],
    ['satisfies', '', '(p satisfies Boat).moor();'],
    ['a chain of results', '', 'Boat.launch().next().next().moor();'],
    ['an array', 'declare const bs: Boat[];', 'bs[0].moor();'],
    ['a readonly array', 'declare const bs: readonly Boat[];', 'for (const b of bs) b.moor();'],
    ['a callback of an array', 'declare const bs: Boat[];', 'bs.filter((b) => b).forEach((b) => b.moor());'],
    ['a destructured array', 'declare const bs: Boat[];', 'const [first] = bs; first.moor();'],
    ['a map', 'declare const m: Map<string, Boat>;', "m.get('a')?.moor();"],
    ['a set', 'declare const s: Set<Boat>;', 'for (const b of s) b.moor();'],
    ['a promise', 'declare function find(): Promise<Boat>;', '(await find()).moor();'],
    ['a property of an interface', 'interface Dock { boat: Boat } declare const d: Dock;', 'd.boat.moor();'],
    [
      'a destructured property',
      'interface Dock { boat: Boat } declare const d: Dock;',
      'const { boat } = d; boat.moor();',
    ],
    [
      'a renamed property',
      'interface Dock { boat: Boat } declare const d: Dock;',
      'const { boat: b } = d; b.moor();',
    ],
    ['an alias', 'type Vessel = Boat; declare const v: Vessel;', 'v.moor();'],
    ['an alias of an alias', 'type A = Boat; type B = A; declare const v: B;', 'v.moor();'],
    ['an intersection', 'declare const v: Boat & { extra: 1 };', 'v.moor();'],
    ['a constrained type parameter', 'function g<T extends Boat>(t: T) { t.moor(); }', ''],
    ['a constant of another', 'const one = new Boat(); const two = one;', 'two.moor();'],
    ['typeof a value', 'const one = new Boat(); declare const two: typeof one;', 'two.moor();'],
    ['a fallback', 'declare const b: Boat;', '(p.none ?? b).moor();'],
    ['a default', '', 'const { b = new Boat() } = p; b.moor();'],
    ['an arrow function’s result', 'const make = () => new Boat();', 'make().moor();'],
    [
      'a getter',
      'class Dock { get boat(): Boat { return null!; } } declare const d: Dock;',
      'd.boat.moor();',
    ],
    [
      'an inherited field',
      'class A { boat = new Boat(); } class B extends A {} declare const b: B;',
      'b.boat.moor();',
    ],
    ['a partial', 'declare const b: Partial<Boat>;', 'b.moor!();'],
  ])('%s', async (_, declarations, body) => {
    const calls = (await callsIn(declarations, body)).filter((line) => line.includes('Boat.moor'));
    expect(calls).toHaveLength(1);
    expect(calls[0]).toContain('inferred');
  });
});

describe('what cannot be known is not claimed', () => {
  it.each([
    ['a union of two types', 'class Other { moor() {} } declare const v: Boat | Other;', 'v.moor();'],
    ['an untyped value with two candidates', 'class Other { moor() {} }', 'p.moor();'],
  ])('%s is at most ambiguous', async (_, declarations, body) => {
    const calls = await called(declarations, body);
    expect(calls).not.toContain(moor);
    expect(calls.every((call) => call.endsWith('ambiguous'))).toBe(true);
  });

  it('a name of the language’s own objects is never guessed', async () => {
    expect(await called('class Stack { push() {} }', 'p.push();')).toEqual([]);
  });

  it('a shadowed import is not the import', async () => {
    expect(await called('', 'const Boat = p; Boat.launch();')).toEqual(['boat.ts#Boat.launch inferred']);
    expect(await called('class Other { static launch() {} }', 'const Boat = Other; Boat.launch();')).toEqual([
      'use.ts#Other.launch exact',
    ]);
  });
});
