import { describe, expect, it } from 'vitest';
import { describeDependencies, surveyText } from '../../tests/surveyText.ts';

/** The dependencies of a small codebase, without those of the kinds named. */
async function dependencies(files: Record<string, string>, without = /^(import|typeImport|reExport)/) {
  return describeDependencies(await surveyText(files)).filter((line) => !without.test(line));
}

describe('linking', () => {
  it('follows names through re-exports, stars and renamings', async () => {
    const found = await dependencies({
      'index.ts':
        "export * from './mid'; export { deep as renamed } from './deep'; export * as group from './deep';",
      'mid.ts': "export { default as main } from './main';",
      'main.ts': 'export default function main() {}',
      'deep.ts': 'export function deep() {}',
      'use.ts': "import { main, renamed, group } from './index'; main(); renamed(); group.deep();",
    });
    expect(found).toEqual(['call use.ts → deep.ts#deep exact @1,1', 'call use.ts → main.ts#main exact @1']);
  });

  it('stars that go round in a circle end', async () => {
    const found = await dependencies({
      'a.ts': "export * from './b';",
      'b.ts': "export * from './a'; export function f() {}",
      'use.ts': "import { f, none } from './a'; f(); none();",
    });
    expect(found).toEqual(['call use.ts → b.ts#f exact @1']);
  });

  it('tells exact from inferred: this and names are exact, declared types are inferred', async () => {
    const found = await dependencies({
      'gauge.ts':
        'export class Base { zero() {} }\nexport class Gauge extends Base { read() { this.zero(); } static of() {} }',
      'use.ts':
        "import { Gauge } from './gauge';\nexport function use(gauge: Gauge) { gauge.read(); gauge.zero(); Gauge.of(); new Gauge(); }",
    });
    expect(found).toEqual([
      'inherit gauge.ts#Gauge → gauge.ts#Base exact @2',
      'call gauge.ts#Gauge.read → gauge.ts#Base.zero exact @2',
      'call use.ts#use → gauge.ts#Base.zero inferred @2',
      'construct use.ts#use → gauge.ts#Gauge exact @2',
      'typeUse use.ts#use → gauge.ts#Gauge exact @2,2',
      'call use.ts#use → gauge.ts#Gauge.read inferred @2',
      'call use.ts#use → gauge.ts#Gauge.of exact @2',
    ]);
  });

  it('a call of super is a call of the parent’s constructor, or of the parent', async () => {
    const found = await dependencies(
      {
        'a.ts':
          'class A { constructor() {} m() {} }\nclass B extends A { constructor() { super(); super.m(); } }\nclass C {}\nclass D extends C { constructor() { super(); } }',
      },
      /^inherit/,
    );
    expect(found).toEqual([
      'call a.ts#B.constructor → a.ts#A.constructor exact @2',
      'call a.ts#B.constructor → a.ts#A.m exact @2',
      'call a.ts#D.constructor → a.ts#C exact @4',
    ]);
  });

  it('follows containers, promises and return types', async () => {
    const found = await dependencies(
      {
        'a.ts':
          'export interface Lock { open(): Promise<Lock[]> }\nexport function find(): Lock { return null!; }',
        'b.ts':
          "import { find, type Lock } from './a';\nasync function go(locks: Map<string, Lock>) {\n  find().open();\n  for (const lock of await find().open()) lock.open();\n  locks.get('x')!.open();\n}",
      },
      /^(import|typeImport|typeUse)/,
    );
    expect(found).toEqual([
      'call b.ts#go → a.ts#Lock.open inferred @3,4,4,5',
      'call b.ts#go → a.ts#find exact @3,4',
    ]);
  });

  it('an unknown receiver’s method is inferred when it is the only one near, ambiguous when it is one of several', async () => {
    const found = await dependencies({
      'a.ts': 'export class A { dredge() {} moor() {} push() {} }\nexport class B { moor() {} }',
      'use.ts': "import './a';\nexport function use(x: any) { x.dredge();\n x.moor();\n x.push(); }",
      'far.ts': 'export function far(x: any) { x.dredge(); }',
    });
    expect(found).toEqual([
      'call use.ts#use → a.ts#A.dredge inferred @2',
      'call use.ts#use → a.ts#A.moor ambiguous @3',
      'call use.ts#use → a.ts#B.moor ambiguous @3',
    ]);
  });

  it('reads older JavaScript: require, module.exports, prototypes', async () => {
    const found = await dependencies({
      'lock.js': 'function Lock() {}\nLock.prototype.open = function () {};\nmodule.exports = Lock;',
      'tools.js': 'exports.tidy = function () {};',
      'use.js':
        "const Lock = require('./lock');\nconst { tidy } = require('./tools');\nvar lock = new Lock();\nlock.open();\ntidy();",
    });
    expect(found.filter((line) => line.startsWith('require'))).toHaveLength(2);
    expect(found.filter((line) => !line.startsWith('require'))).toEqual([
      'call use.js → lock.js#Lock.open inferred @4',
      'call use.js → tools.js#tidy exact @5',
      'read use.js → use.js#lock exact @4',
      'construct use.js#lock → lock.js#Lock exact @3',
    ]);
  });

  it('counts references to externals by their package', async () => {
    const found = await dependencies({
      'a.ts':
        "import { route } from 'quaylight/router';\nimport * as fs from 'node:fs';\nroute();\nfs.readFileSync('x');",
    });
    expect(found).toEqual(['call a.ts → node:fs exact @4', 'call a.ts → npm:quaylight exact @3']);
  });

  it('constants that hold each other do not go on for ever', async () => {
    const found = await dependencies({
      'a.ts':
        'export const a = b.next; export const b = a.next; a.next(); type T = U; type U = T; let t: T; t.x();',
    });
    expect(found.every((line) => !line.includes('undefined'))).toBe(true);
  });
});

describe('a call on something nothing is known of', () => {
  const call = "import './gate';\nexport const use = (x: any) => x.sluice();\n";
  const called = async (files: Record<string, string>): Promise<string[]> =>
    (await dependencies({ 'use.ts': call, ...files })).filter((line) => line.startsWith('call'));

  it('leads to the one method of the name, as a guess that is inferred', async () => {
    const found = await called({ 'gate.ts': 'export class Gate { sluice() {} }' });
    expect(found).toEqual(['call use.ts#use → gate.ts#Gate.sluice inferred @2']);
  });

  it('is ambiguous when another type has such a method, wherever it is, or a field of the name', async () => {
    const gate = 'export class Gate { sluice() {} }';
    const ambiguous = ['call use.ts#use → gate.ts#Gate.sluice ambiguous @2'];
    expect(await called({ 'gate.ts': gate, 'far.ts': 'export class Weir { sluice() {} }' })).toEqual(
      ambiguous,
    );
    expect(
      await called({ 'gate.ts': gate, 'far.ts': 'export interface Weir { sluice: () => void }' }),
    ).toEqual(ambiguous);
  });

  it('leads nowhere when the file knows of no such method, or what it is called on lies outside', async () => {
    expect(await called({ 'gate.ts': '', 'far.ts': 'export class Weir { sluice() {} }' })).toEqual([]);
    const outside =
      "import { x } from 'quaylight';\nimport './gate';\nexport const use = () => x.sluice();\n";
    const found = await called({ 'gate.ts': 'export class Gate { sluice() {} }', 'use.ts': outside });
    expect(found).toEqual(['call use.ts#use → npm:quaylight exact @3']);
  });
});

describe('gaps', () => {
  it('are not told of what was accepted, nor of names in a file that parsed only in part', async () => {
    const files = {
      'a.ts': "import { x } from './none';\nimport { y } from './b';\n",
      'b.ts': 'export const z = 1;\n',
      'broken.ts': "import { y } from './b';\nexport class { ) } (\n",
    };
    const names = async (accepted: string[]): Promise<string[]> =>
      (await surveyText(files, { acceptedExternals: new Set(accepted) })).gaps.map(
        ({ name, places }) => `${name} ${places.length}`,
      );
    expect(await names([])).toEqual(['none 1', 'y from ./b 1']);
    expect(await names(['none'])).toEqual(['y from ./b 1']);
    expect(await names(['none', 'y from ./b'])).toEqual([]);
  });

  it('names what is missing, with every place and the likely reason', async () => {
    const { gaps, elements } = await surveyText({
      'src/a.ts': "import { x } from './none';\nimport { y, z } from './b';\nimport(`./${name}`);",
      'src/sub/c.ts': "import '../none';\nimport { anything } from '../open';",
      'src/b.ts': 'export const y = 1;',
      'src/open.ts': "export * from 'elsewhere';",
    });
    expect(
      gaps.map(({ name, kind, reason, places }) => [
        name,
        kind,
        reason,
        places.map(({ file, line }) => `${elements.key[file]}:${line}`).join(' '),
      ]),
    ).toEqual([
      ['src/none', 'module', 'noSuchFile', 'src/a.ts:1 src/sub/c.ts:1'],
      ['(computed at run time)', 'module', 'computed', 'src/a.ts:3'],
      ['z from ./b', 'name', 'notExported', 'src/a.ts:2'],
    ]);
  });
});

describe('elements', () => {
  it('a name that is exported is none, whatever it is made of', async () => {
    const survey = await surveyText({
      'a.js': 'let X = class X { m() {} };\nX = decorate(X);\nexport { X };\n',
      'b.js': 'export var Y;\n(function (Y) { Y[(Y["A"] = 0)] = "A"; })(Y || (Y = {}));\n',
      'c.js': "import { X } from './a';\nimport { Y } from './b';\nnew X().m(); Y.A;\n",
    });
    expect(survey.gaps).toEqual([]);
  });

  it('stand in preorder, each after what holds it, with keys that are unique', async () => {
    const { elements } = await surveyText({
      'b/x.ts':
        'class A { constructor(private p: number) { const inner = () => 1; } m() {} }\nfunction f() {}\nif (1) { function f() {} }',
      'a/y.ts': '',
      'a.ts': '',
    });
    for (let e = 1; e < elements.firstExternal; e++) {
      expect(elements.parent[e]).toBeLessThan(e);
      expect(elements.subtreeEnd[e]).toBeGreaterThan(e);
      expect(elements.subtreeEnd[e]).toBeLessThanOrEqual(elements.subtreeEnd[elements.parent[e]]);
    }
    expect(new Set(elements.key).size).toBe(elements.count);
    expect(elements.key).toEqual([
      '',
      'a',
      'a/y.ts',
      'a.ts',
      'b',
      'b/x.ts',
      'b/x.ts#A',
      'b/x.ts#A.constructor',
      'b/x.ts#A.constructor.inner',
      'b/x.ts#A.p',
      'b/x.ts#A.m',
      'b/x.ts#f',
      'b/x.ts#f~2',
    ]);
  });
});
