import { describe, expect, it } from 'vitest';
import { scriptUses } from '../../../tests/scriptUses.ts';
import { dependenciesOf } from '../../../tests/surveyText.ts';

const types = `
export class Gate { open(): Gate { return this; } width = 1; }
export class Lock { gate = new Gate(); fill(): void {} }
export type Visit<T> = (one: T, at: number) => void;
export interface Options { gate: Gate; onOpen(gate: Gate): void; then?: Visit<Lock> }
export interface Ask { (name: string): Lock; again(): void }
export interface Handlers { [name: string]: Visit<Gate> }
export declare const make: (width: number) => Gate;
export declare function each<T>(all: readonly T[], visit: (one: T) => void): void;
export declare function map<A, B>(all: readonly A[], to: (one: A) => B): B[];
export declare function twice<A, B, C>(a: A, f: (a: A) => B, g: (b: B) => C): C;
export declare function find(by: string): Gate;
export declare function find(by: string, deep: boolean): Lock;
export class Box<T> { constructor(public held: T) {} get(): T { return this.held; } into<B>(f: (one: T) => B): Box<B> { return new Box(f(this.held)); } }
export class Piped { pipe<A, B>(this: A, f: (a: A) => B): B { return f(this); } }
export class Weir extends Piped { raise(): void {} lower(): this { return this; } }
export class Sluice extends Weir { drain(): void {} }
`;
const uses = (source: string): Promise<string[]> =>
  scriptUses(
    `import { make, each, map, twice, find, Box } from './types';
import type { Ask, Gate, Handlers, Lock, Options, Sluice, Visit, Weir } from './types';
${source}`,
    types,
  );

describe('functions as values', () => {
  it.each([
    [
      'what a constant of such a type gives',
      'export const a = () => make(3).open();',
      'call Gate.open inferred',
    ],
    [
      'what a type says that can be called',
      'export function f(ask: Ask) { ask("x").fill(); }',
      'call Lock.fill inferred',
    ],
    [
      'what a function that is given gives',
      'export function f(get: () => Lock) { get().fill(); }',
      'call Lock.fill inferred',
    ],
    [
      'what a function without a name gives',
      'export function f(gate: Gate) { const g = () => gate; g().open(); }',
      'call Gate.open inferred',
    ],
    ['the signature for so many arguments', 'find("x").open();', 'call Gate.open inferred'],
    ['another signature for more', 'find("x", true).fill();', 'call Lock.fill inferred'],
    [
      'what the type of a result names',
      'export function f(x: ReturnType<typeof make>) { x.open(); }',
      'call Gate.open inferred',
    ],
  ])('%s', async (_, source, expected) => {
    expect(await uses(source)).toContain(expected);
  });

  it('are called by nobody where they are a member of a function', async () => {
    expect(await uses('export function f(get: () => Lock) { get.fill(); }')).toEqual([]);
  });
});

describe('type parameters', () => {
  it.each([
    ['of a class, by the type', 'export function f(box: Box<Gate>) { box.get().open(); }'],
    ['of a class, by what is made', 'export function f() { return new Box<Gate>(null!).held.open(); }'],
    [
      'of a method, by the function that it is given',
      'export function f(box: Box<Lock>) { box.into((lock) => lock.gate).get().open(); }',
    ],
    [
      'of a function, by its first argument',
      'export function f(all: Gate[]) { each(all, (gate) => gate.open()); }',
    ],
    [
      'by a function before',
      'export function f(lock: Lock) { twice(lock, (one) => one.gate, (gate) => gate.open()); }',
    ],
    [
      'by the name of a function',
      'export function f(lock: Lock) { map([lock], gateOf)[0].open(); }\nfunction gateOf(lock: Lock) { return lock.gate; }',
    ],
    [
      'by what a function says that it takes',
      'export function f(any: any) { map(any, (lock: Lock) => lock.gate)[0].open(); }',
    ],
    ['of an alias', 'export const f: Visit<Gate> = (gate) => { gate.open(); };'],
  ])('%s', async (_, source) => {
    expect(await uses(source)).toContain('call Gate.open inferred');
  });

  it('of what a routine is called on, which another may be handed on to', async () => {
    const source = 'export function f(x: Weir) { x.pipe((weir) => weir.lower()).raise(); }';
    expect(await uses(source)).toEqual([
      'call Piped.pipe inferred',
      'call Weir.lower inferred',
      'call Weir.raise inferred',
    ]);
  });

  it('are what bounds them where nothing else is known', async () => {
    expect(
      await uses('export function f<T extends Gate>(x: T, all: T[]) { x.open(); all[0].width; }'),
    ).toEqual(['call Gate.open inferred', 'read Gate.width inferred']);
  });

  it('are no use of what bounds them but where they are declared', async () => {
    const lines = await dependenciesOf({
      'a.ts': 'export class Gate {}\nexport function f<T extends Gate>(x: T): T { return x as T; }',
    });
    expect(lines).toEqual(['typeUse a.ts#f → a.ts#Gate exact']);
  });

  it('a method that gives this gives the type that it is reached through', async () => {
    expect(await uses('export function f(x: Sluice) { x.lower().lower().drain(); }')).toContain(
      'call Sluice.drain inferred',
    );
  });
});

describe('what is expected where a function stands says what it is given', () => {
  it.each([
    ['a variable', 'export const v: Visit<Gate> = (gate) => gate.open();'],
    [
      'a property of an object',
      'export const o: Options = { gate: null!, onOpen: (gate) => { gate.open(); } };',
    ],
    ['a method of an object', 'export const o: Options = { gate: null!, onOpen(gate) { gate.open(); } };'],
    [
      'an object that a routine is given',
      'declare function use(o: Options): void;\nuse({ gate: null!, onOpen: (g) => g.open() });',
    ],
    ['what is assigned to', 'const all: Handlers = {};\nall.x = (gate) => gate.open();'],
    ['a result', 'export function f(): Visit<Gate> { return (gate) => { gate.open(); }; }'],
    ['a list', 'export const all: Visit<Gate>[] = [(gate) => gate.open()];'],
    ['what is cast', 'export const v = ((gate) => gate.open()) as Visit<Gate>;'],
    ['a parameter', 'export function f(v: Visit<Gate> = (gate) => gate.open()) { return v; }'],
    ['a field', 'export class Own { v: Visit<Gate> = (gate) => { gate.open(); }; }'],
    ['what is taken apart', 'export const v: (x: Options) => void = ({ gate }) => { gate.open(); };'],
  ])('%s', async (_, source) => {
    expect(await uses(source)).toContain('call Gate.open inferred');
  });
});

describe('types that are made of others', () => {
  it.each([
    [
      'by their keys',
      'type Flat<T> = { [K in keyof T]: T[K] };\nexport function f(x: Flat<Options>) { x.gate.open(); }',
    ],
    [
      'as a condition says',
      'type Either<T> = T extends string ? Gate : Lock;\nexport function f(x: Either<string>) { x.open(); }',
    ],
    ['by the name of a member', "export function f(x: Options['gate']) { x.open(); }"],
    ['without a name', 'export function f(x: { lock: { gate: Gate } }) { x.lock.gate.open(); }'],
    ['of what may be called and what may not', 'export function f(x: RegExp | (() => Gate)) { x().open(); }'],
  ])('%s', async (_, source) => {
    expect(await uses(source)).toContain('call Gate.open inferred');
  });
});

describe('what lists and promises hold', () => {
  it.each([
    ['a list that is written out', 'export function f(gate: Gate) { [gate][0].open(); }'],
    [
      'a list of another’s and more',
      'export function f(all: Gate[]) { for (const one of [...all]) one.open(); }',
    ],
    ['what a mapping makes', 'export function f(all: Lock[]) { all.map((lock) => lock.gate)[0].open(); }'],
    [
      'what a promise comes to',
      'export function f(p: Promise<Gate>) { return p.then((gate) => gate.open()); }',
    ],
    [
      'what comes after it',
      'export async function f(p: Promise<Lock>) { (await p.then((lock) => lock.gate)).open(); }',
    ],
    [
      'what is folded',
      'export function f(all: Gate[]) { all.reduce((sum, gate) => { gate.open(); return sum; }, 0); }',
    ],
    [
      'what is kept under names',
      'export function f(all: Record<string, Gate>, name: string) { all[name].open(); }',
    ],
    [
      'an object taken apart of each',
      'export function f(all: Lock[]) { all.forEach(({ gate }) => gate.open()); }',
    ],
  ])('%s', async (_, source) => {
    expect(await uses(source)).toContain('call Gate.open inferred');
  });
});

describe('a member that a class states and a function is given to', () => {
  it('in its constructor, is the field', async () => {
    const lines = await dependenciesOf({
      'a.ts': `export class Gate {
  run: () => void;
  constructor() { this.run = () => { this.stop(); }; this.late = () => {}; }
  late: () => void;
  stop() {}
}
export function f(gate: Gate) { gate.run(); gate.late(); }`,
    });
    expect(lines.filter((line) => /^(call|write)/.test(line))).toEqual([
      'call a.ts#Gate.constructor → a.ts#Gate.stop exact',
      'call a.ts#f → a.ts#Gate.late inferred',
      'call a.ts#f → a.ts#Gate.run inferred',
      'write a.ts#Gate.constructor → a.ts#Gate.late exact',
      'write a.ts#Gate.constructor → a.ts#Gate.run exact',
    ]);
  });

  it('outside of it, is one routine with that body', async () => {
    const lines = await dependenciesOf({
      'a.ts': `export class Gate { declare run: () => void; stop() {} }
Gate.prototype.run = function () { this.stop(); };
export function f(gate: Gate) { gate.run(); }`,
    });
    expect(lines.filter((line) => line.startsWith('call'))).toEqual([
      'call a.ts#Gate.run → a.ts#Gate.stop exact',
      'call a.ts#f → a.ts#Gate.run inferred',
    ]);
  });

  it('without being stated, is a routine of its own', async () => {
    const lines = await dependenciesOf({
      'a.js': 'class Gate { constructor() { this.run = function () {}; } }\nnew Gate().run();',
    });
    expect(lines).toContain('call a.js → a.js#Gate.run inferred');
  });
});

it('what a routine says that it is called on has the members of all that that is', async () => {
  const source = `export type Mixed = Lock & Weir & { more: Gate };
export class Part { go(this: Mixed) { this.fill(); this.raise(); this.more.open(); } }`;
  expect(await uses(source)).toEqual([
    'call Gate.open inferred',
    'call Lock.fill inferred',
    'call Weir.raise inferred',
  ]);
});
