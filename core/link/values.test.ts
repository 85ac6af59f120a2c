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
    ['a value that is given later', '', 'let b; b = new Boat(); b.moor();'],
    [
      'what a body returns',
      'function make(a: any) { if (a) return null; return new Boat(); }',
      'make(1)!.moor();',
    ],
    [
      'an object that is returned',
      'const make = () => { return { boat: new Boat() }; };',
      'make().boat.moor();',
    ],
    ['an object of names', 'const boat = new Boat(); const dock = { boat };', 'dock.boat.moor();'],
    [
      'a destructured factory',
      'function make() { return { boat: new Boat(), n: 1 }; }',
      'const { boat } = make(); boat.moor();',
    ],
    [
      'an object spread into another',
      'const a = { boat: new Boat() }; const b = { n: 1, ...a };',
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

  it.each([
    ['a choice', 'const v = on ? new Boat() : new Other();'],
    [
      'what stands in where there is none',
      'declare const p: any; const v = (p && new Boat()) || new Other();',
    ],
    ['a result', 'function v0() { return on ? new Boat() : new Other(); } const v = v0();'],
  ])('what may be either by %s is inferred to each', async (_, declarations) => {
    const calls = await called(
      `declare const on: boolean; class Other { moor() {} } ${declarations}`,
      'v.moor();',
    );
    expect(calls).toEqual(['boat.ts#Boat.moor inferred', 'use.ts#Other.moor inferred']);
  });

  it('what comes to one member by either branch is no less sure for that', async () => {
    const heirs = 'declare const on: boolean; class One extends Boat {} class Two extends Boat {}';
    expect(await called(heirs, 'new One().moor();')).toContain(moor);
    expect(await called(`${heirs} const v = on ? new One() : new Two();`, 'v.moor();')).toEqual([moor]);
  });

  it('a variable that is given again, and a default, are inferred', async () => {
    const other = 'function one() {} function two() {}';
    expect(await called(other, 'const f = one; f();')).toEqual(['use.ts#one exact']);
    expect(await called(other, 'let f = one; f = two; f();')).toEqual(['use.ts#one inferred']);
    expect(await callsIn(`${other} function g(f = one) { f(); }`, '')).toEqual([
      'call use.ts#g → use.ts#one inferred @2',
    ]);
  });

  it('of an object’s members the last that is stated is meant, and a function that it holds may be another', async () => {
    const other = 'function one() {} function two() {} const a = { f: one };';
    expect(await called(`${other} const b = { f: two, ...a };`, 'b.f();')).toEqual(['use.ts#one inferred']);
    expect(await called(`${other} const b = { ...a, f: two };`, 'b.f();')).toEqual(['use.ts#two inferred']);
  });

  it('what a function within returns is not what the function around it returns', async () => {
    const make =
      'class Other { moor() {} } function make(xs: any[]) { xs.map(() => { return new Boat(); }); }';
    expect(await called(make, 'make([]).moor2();')).toEqual(['use.ts#make exact']);
    const led = (await callsIn(make, 'make([]).moor();')).filter((line) => line.includes(`use → ${moor}`));
    expect(led).toEqual([]);
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
