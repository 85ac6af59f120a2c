import { describe, expect, it } from 'vitest';
import { dependenciesOf } from '../../../tests/surveyText.ts';

const water = {
  'water.ts': `export class Lock {
  width = 1;
  private static made = 0;
  get depth(): number { return this.width; }
  set depth(to: number) { this.width = to; }
  fill(by: number): void { Lock.made += by; }
}
export enum Kind { sluice, weir }
export const limit = 3;
export let level = 0;
export function twice(n: number): number { return 2 * n; }
export const settings = { deep: true };
`,
};

/** What one file does with the water, without its imports. */
async function uses(text: string): Promise<string[]> {
  const found = await dependenciesOf({ ...water, 'use.ts': text }, ' use.ts');
  return found.filter((line) => !line.startsWith('import'));
}

describe('reads and writes of TypeScript', () => {
  it('lead to fields of a declared type, and to the accessor that reads or writes', async () => {
    const found = await uses(
      "import { Lock } from './water';\nexport function use(l: Lock) { l.width++; return l.depth + l.width; }\nexport function set(l: Lock) { l.depth = 3; }\n",
    );
    expect(found).toEqual([
      'read use.ts#use → water.ts#Lock.depth inferred',
      'read use.ts#use → water.ts#Lock.width inferred',
      'typeUse use.ts#set → water.ts#Lock exact',
      'typeUse use.ts#use → water.ts#Lock exact',
      'write use.ts#set → water.ts#Lock.depth~2 inferred',
      'write use.ts#use → water.ts#Lock.width inferred',
    ]);
  });

  it('of this are exact', async () => {
    const found = await dependenciesOf(water, ' water.ts');
    expect(found).toContain('read water.ts#Lock.depth → water.ts#Lock.width exact');
    expect(found).toContain('write water.ts#Lock.depth~2 → water.ts#Lock.width exact');
    expect(found).toContain('write water.ts#Lock.fill → water.ts#Lock.made exact');
  });

  it('lead to constants, variables, members of enumerations and functions as values', async () => {
    const found = await uses(
      "import { Kind, level, limit, twice } from './water';\nexport const use = (xs: number[]) => xs.map(twice).filter((x) => x < limit + level && Kind.weir);\nexport const given = { limit };\n",
    );
    expect(found).toEqual([
      'read use.ts#given → water.ts#limit exact',
      'read use.ts#use → water.ts#Kind.weir exact',
      'read use.ts#use → water.ts#level exact',
      'read use.ts#use → water.ts#limit exact',
      'read use.ts#use → water.ts#twice exact',
      'typeUse use.ts#use → water.ts#Kind exact',
    ]);
  });

  it('are no calls: a method that is bound is read, and what a call names is called only', async () => {
    const found = await uses(
      "import { Lock, twice } from './water';\nconst lock = new Lock();\nlock.fill.bind(lock);\nlock.fill(twice(1));\n",
    );
    expect(found).toEqual([
      'call use.ts → water.ts#Lock.fill inferred',
      'call use.ts → water.ts#twice exact',
      'construct use.ts#lock → water.ts#Lock exact',
      'read use.ts → use.ts#lock exact',
      'read use.ts → water.ts#Lock.fill inferred',
    ]);
  });

  it('lead through destructuring, and to what a literal index names', async () => {
    const found = await uses(
      "import { Lock, settings } from './water';\nexport function use({ width, depth: d }: Lock) { return width + d; }\nexport const at = (l: Lock) => l['width'];\nexport const deep = settings.deep;\n",
    );
    expect(found).toEqual([
      'read use.ts#at → water.ts#Lock.width inferred',
      'read use.ts#deep → water.ts#settings exact',
      'read use.ts#use → water.ts#Lock.depth inferred',
      'read use.ts#use → water.ts#Lock.width inferred',
      'typeUse use.ts#at → water.ts#Lock exact',
      'typeUse use.ts#use → water.ts#Lock exact',
    ]);
  });

  it('of what a callback is given lead by what the routine that is called says of it', async () => {
    const kit = {
      'kit.ts': `import { Lock } from './water';
export type Visit<T> = (lock: Lock, at: number) => T;
export function each(name: string, visit: (at: number, lock: Lock) => void): void { }
export function all<T>(visit: Visit<T>): void { }
export class Canal { walk(visit: (lock: Lock) => void) { } }
`,
      'use.ts': `import { all, Canal, each } from './kit';
each('a', (at, lock) => lock.fill(at));
all<number>((gate) => gate.width);
all(function (weir, by) { weir.depth = by; });
export const use = (canal: Canal) => canal.walk(({ depth }) => depth);
each('b', (lock) => lock.fill(2));
`,
    };
    const found = await dependenciesOf({ ...water, ...kit }, ' use.ts');
    expect(found.filter((line) => line.includes('water.ts#'))).toEqual([
      'call use.ts → water.ts#Lock.fill inferred',
      'read use.ts → water.ts#Lock.width inferred',
      'read use.ts#use → water.ts#Lock.depth inferred',
      'write use.ts → water.ts#Lock.depth~2 inferred',
    ]);
  });

  it('are none where a local name hides another, and none of what the language gives', async () => {
    const found = await uses(
      "import { limit, level } from './water';\nexport function use(limit: number) { const level = limit; return level + Math.PI + console.length; }\n",
    );
    expect(found).toEqual([]);
  });

  it('are none where a name is declared, imported or exported', async () => {
    const found = await uses(
      "import { limit as most, level } from './water';\nexport { most };\nexport default level;\nconst { other } = require('./water');\n",
    );
    expect(found.filter((line) => !line.startsWith('require'))).toEqual([]);
  });
});
