import { describe, expect, it } from 'vitest';
import { scriptUses as uses } from '../../../tests/scriptUses.ts';
import { dependenciesOf } from '../../../tests/surveyText.ts';

describe('members of unions', () => {
  const types = `
export interface Some { tag: 'some'; value: number; get(): number }
export interface None { tag: 'none'; get(): number }
export type Option = Some | None;
export type Options = ReadonlyArray<Option>;
`;

  it('are those of each that has them, and of the one that has them alone', async () => {
    const source = `import type { Some, None } from './types';
export function use(x: Some | None | undefined) { x.get(); return x.value; }`;
    expect(await uses(source, types)).toEqual([
      'call None.get ambiguous',
      'call Some.get ambiguous',
      'read Some.value inferred',
    ]);
  });

  it('are found through aliases and containers', async () => {
    const source = `import type { Options } from './types';
export function use(all: Options) { for (const one of all) one.get(); all.forEach((one) => one.tag); }`;
    expect(await uses(source, types)).toEqual([
      'call None.get ambiguous',
      'call Some.get ambiguous',
      'read None.tag ambiguous',
      'read Some.tag ambiguous',
    ]);
  });

  it.each([
    [9, ['read T0.only0 inferred']],
    [400, []],
  ])('of more than can be told apart (%i) are not guessed', async (length, found) => {
    const many = Array.from({ length }, (_, i) => `export interface T${i} { name: string; only${i}: 1 }`);
    const source = `import type { Any } from './types';
export function use(x: Any) { return [x.name, x.only0]; }`;
    const all = `${many.join('\n')}\nexport type Any = ${many.map((_, i) => `T${i}`).join(' | ')};`;
    expect(await uses(source, all)).toEqual(found);
  });

  it('leave it open which overload takes them', async () => {
    const source = `import type { Option } from './types';
export class Log { put(x: string): void; put(x: Option): void; put(x: unknown) {} }
export function use(x: Option, log: Log) { log.put(x); }`;
    const lines = await dependenciesOf({ 'types.ts': types, 'use.ts': source }, 'call use.ts#use');
    expect(lines.length).toBeGreaterThan(0);
    expect(lines.filter((line) => line.endsWith('exact'))).toEqual([]);
  });
});

describe('callbacks that constructors take', () => {
  const types = `
export class Subscriber<T> { next(value: T): void {} }
export class Observable<T> {
  constructor(subscribe?: (this: Observable<T>, subscriber: Subscriber<T>) => void) {}
}
export class Item { mark() {} }
export class Feed<T> { constructor(each: (item: T) => void) {} }
`;

  it('are given what the constructor says, without what they are called on', async () => {
    const source = `import { Observable } from './types';
export function use() { return new Observable<number>((subscriber) => subscriber.next(1)); }`;
    expect(await uses(source, types)).toEqual([
      'call Subscriber.next inferred',
      'construct Observable exact',
    ]);
  });

  it('are given what stands for the type’s parameters', async () => {
    const source = `import { Feed, type Item } from './types';
export function use() { return new Feed<Item>((item) => item.mark()); }`;
    expect(await uses(source, types)).toContain('call Item.mark inferred');
  });
});

describe('an interface and a value of one name', () => {
  it('are made by the value', async () => {
    const types = `
export interface EmptyError extends Error {}
export interface EmptyErrorCtor { new (): EmptyError }
export const EmptyError: EmptyErrorCtor = make();
`;
    const source = "import { EmptyError } from './types';\nexport function use() { throw new EmptyError(); }";
    const lines = await dependenciesOf({ 'types.ts': types, 'use.ts': source }, ' use.ts#use →');
    expect(lines.filter((line) => line.startsWith('construct'))).toEqual([
      expect.stringMatching(/^construct use\.ts#use → types\.ts#EmptyError(~2)? exact$/),
    ]);
  });
});
