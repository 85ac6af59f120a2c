import { describe, expect, it } from 'vitest';
import { anyParents, diamonds, nestedTypes, nestings, parentsNamed } from '../../tests/nestedTypes.ts';
import { dependenciesOf } from '../../tests/surveyText.ts';

const many = (count: number, line: (index: number) => string): string =>
  Array.from({ length: count }, (_, index) => line(index)).join('\n');

const gate = `export interface Gate { kind: 'gate'; open(): void }
export interface Lock { kind: 'lock'; open(): void }
export function isGate(x: unknown): x is Gate { return true; }
`;

/** What doubles with each step must not be written out: forty steps would never end. */
describe('types that are made to grow', () => {
  it.each([
    [
      'aliases of aliases',
      `${many(40, (i) => `type A${i}<T> = A${i + 1}<Map<T, T>>;`)}
type A40<T> = { held: T };
export function f(x: A0<Gate>) { x.held; }`,
      'read a.ts#f → a.ts#A40.held inferred',
    ],
    [
      'results of results',
      `function twice<T>(x: T): Map<T, T> { return null!; }
export function f(gate: Gate) { const x0 = twice(gate);
${many(40, (i) => `const x${i + 1} = twice(x${i});`)}
x40.size; isGate(x40); }`,
      'call a.ts#f → a.ts#isGate exact',
    ],
    [
      'functions of functions',
      `export type F0 = () => void;
${many(40, (i) => `export type F${i + 1} = (a: F${i}, b: F${i}) => F${i};`)}
export const f: F40 = (a, b) => { isGate(a); return b; };`,
      'call a.ts#f → a.ts#isGate exact',
    ],
    [
      'unions within unions',
      `${many(60, (i) => `export interface T${i}<A> { tag: 't${i}'; next: U<A>; same: A }`)}
export type U<A> = ${Array.from({ length: 60 }, (_, i) => `T${i}<A>`).join(' | ')};
export function f(x: U<U<U<U<T1<Gate>>>>>) { x${'.next'.repeat(40)}.same; isGate(x); }`,
      'call a.ts#f → a.ts#isGate exact',
    ],
  ])('%s', { timeout: 20_000 }, async (_, source, expected) => {
    expect(await dependenciesOf({ 'a.ts': gate + source })).toContain(expected);
  });
});

describe('code that is made to take long', () => {
  it.each([
    [
      'thousands of tests of one name',
      `if (isGate(x)) x.open();\nif (x.kind === 'gate') x.open();\n`.repeat(5_000),
    ],
    ['thousands of early returns', `if (x.kind !== 'gate') return;\n`.repeat(5_000)],
    ['tests within tests', `${'if (isGate(x)) { x.open();\n'.repeat(400)}${'}'.repeat(400)}`],
    ['callbacks within callbacks', `${'each(x, (x) => '.repeat(300)}x.open()${')'.repeat(300)};`],
    ['a call of a thousand functions', `each(x, ${'(a) => a.open(), '.repeat(1_000)} x);`],
    [
      'variables that rest on each other through functions',
      `const x0 = x;\n${many(1_000, (i) => `const x${i + 1} = each(x${i}, (a) => each(a, (b) => b));`)}`,
    ],
  ])('%s', { timeout: 20_000 }, async (_, body) => {
    const source = `${gate}declare function each<A, B>(a: A, ...f: ((a: A) => B)[]): B;
export function f(x: Gate | Lock) { isGate(x); ${body} }`;
    expect(await dependenciesOf({ 'a.ts': source })).toContain('call a.ts#f → a.ts#isGate exact');
  });
});

it('fields that may each be several fields are gone through once', { timeout: 20_000 }, async () => {
  const fields = many(30, (i) => `    a${i} = Base().a${i + 1}`);
  const heirs = many(8, (i) => `class H${i}(Base):\n${fields}\n    a30 = Thing()`);
  const source = `class Thing:
    def go(self): pass
class Base:
    def f(self): self.a0.go()
${heirs}
`;
  expect(await dependenciesOf({ 'a.py': source }, 'call')).toEqual([
    'call a.py#Base.f → a.py#Thing.go inferred',
  ]);
});

describe('parents that share parents, in forty floors,', () => {
  it('are asked once each in Python', { timeout: 20_000 }, async () => {
    const floors = many(
      40,
      (i) => `class L${i}(A${i + 1}): pass
class R${i}(A${i + 1}): pass
class A${i}(L${i}, R${i}): pass`,
    );
    const source = `${floors}
class A40:
    def go(self): pass
def show(it): it.go()
def f():
    A0().go()
    A0().gone()
    show(A0())
`;
    expect(await dependenciesOf({ 'a.py': source }, 'call')).toEqual([
      'call a.py#f → a.py#A40.go inferred',
      'call a.py#f → a.py#show exact',
      'call a.py#show → a.py#A40.go inferred',
    ]);
  });

  it(
    'are asked once each in TypeScript, with what stands for their parameters',
    { timeout: 20_000 },
    async () => {
      const floors = many(
        9,
        (i) => `interface L${i}<T> extends A${i + 1}<T> {}
interface R${i}<T> extends A${i + 1}<T> {}
interface A${i}<T> extends L${i}<T>, R${i}<T> {}`,
      );
      const more = many(
        40,
        (i) =>
          `interface X${i} extends X${i + 1}, Y${i + 1} {}\ninterface Y${i} extends X${i + 1}, Y${i + 1} {}`,
      );
      const source = `${floors}\n${more}
interface A9<T> { get(): T }
function f(a: A0<X0>, gate: A0<Gate>) { a.gone(); a.get().gone(); gate.get().open(); }
`;
      expect(await dependenciesOf({ 'a.ts': gate + source }, 'call')).toEqual([
        'call a.ts#f → a.ts#A9.get inferred',
        'call a.ts#f → a.ts#Gate.open inferred',
      ]);
    },
  );
});

describe.each(Object.entries(nestings))(
  'types of %s inside a type, whose parents share parents,',
  (_, nesting) => {
    it.each([
      ['in twenty levels of two', diamonds(20)],
      ['in hundreds with up to eight parents', anyParents(400)],
    ])('%s, are resolved once each', { timeout: 5_000 }, async (_, parents) => {
      const found = await dependenciesOf(nestedTypes(nesting, parents), 'inherit');
      expect(found).toHaveLength(parentsNamed(parents));
    });

    it('end where they go on from themselves', { timeout: 5_000 }, async () => {
      const parents = anyParents(400, { inCircles: true });
      const found = await dependenciesOf(nestedTypes(nesting, parents), 'inherit');
      expect(found.length).toBeGreaterThan(399);
    });
  },
);

it.each([
  ['Java', 'O.java', 'extends', ', '],
  ['C#', 'O.cs', ':', ', '],
])(
  'a type of %s that goes on from what it holds is given up where it is asked anew too often',
  { timeout: 10_000 },
  async (_, path, goesOn, and) => {
    const floors = many(200, (i) =>
      ['A', 'B']
        .map((name) => {
          const below = i === 0 ? [] : [`A${i - 1}`, `B${i - 1}`];
          return `interface ${name}${i} ${goesOn} ${[...below, `Missing${i}`, 'Missing'].join(and)} {}`;
        })
        .join('\n'),
    );
    const found = await dependenciesOf({ [path]: `interface O ${goesOn} O.A199 {\n${floors}\n}` }, 'inherit');
    expect(found).toContain(`inherit ${path}#O.A7 → ${path}#O.B6 exact`);
  },
);
