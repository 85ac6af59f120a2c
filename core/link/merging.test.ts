import { describe, expect, it } from 'vitest';
import { describeDependencies, surveyText } from '../../tests/surveyText.ts';

/** References between elements, without those between files. */
async function references(files: Record<string, string>): Promise<string[]> {
  const lines = describeDependencies(await surveyText(files));
  return lines.filter((line) => !/^(import|typeImport|reExport|dynamicImport|require) /.test(line));
}

describe('declarations of one name', () => {
  it('a type and a value of one name are told apart by how they are used', async () => {
    const found = await references({
      'a.ts':
        'export interface Lock { rise: number }\nexport const Lock = { make(): Lock { return { rise: 1 }; } };\n',
      'use.ts': "import { Lock } from './a';\nexport const lock: Lock = Lock.make();\n",
    });
    expect(found).toContain('typeUse use.ts#lock → a.ts#Lock exact @2');
    expect(found).toContain('call use.ts#lock → a.ts#Lock~2.make exact @2');
  });

  it('interfaces that merge share their members', async () => {
    const found = await references({
      'a.ts': 'export interface Gauge { read(): number }\nexport interface Gauge { reset(): void }\n',
      'use.ts': "import type { Gauge } from './a';\nexport function use(g: Gauge) { g.read(); g.reset(); }\n",
    });
    expect(found).toContain('call use.ts#use → a.ts#Gauge.read inferred @2');
    expect(found).toContain('call use.ts#use → a.ts#Gauge~2.reset inferred @2');
  });

  it('a class and its namespace are one name', async () => {
    const found = await references({
      'a.ts': 'export class Canal { dig() {} }\nexport namespace Canal { export function survey() {} }\n',
      'use.ts':
        "import { Canal } from './a';\nexport function use() { Canal.survey(); new Canal().dig(); }\n",
    });
    expect(found).toContain('call use.ts#use → a.ts#Canal~2.survey exact @2');
    expect(found).toContain('call use.ts#use → a.ts#Canal.dig inferred @2');
  });

  it('members of an enumeration are values of it', async () => {
    const found = await references({
      'a.ts': 'export enum Season { Winter, Summer }\n',
      'use.ts':
        "import { Season } from './a';\nexport function use(s: Season) { return s === Season.Winter; }\n",
    });
    expect(found).toEqual([
      'typeUse use.ts#use → a.ts#Season exact @2,2',
      'read use.ts#use → a.ts#Season.Winter exact @2',
    ]);
  });
});

describe('ways of exporting', () => {
  it('export = is what an import of the whole gives', async () => {
    const found = await references({
      'a.ts': 'class Pilot { board() {} }\nexport = Pilot;\n',
      'use.ts': "import Pilot = require('./a');\nexport function use() { new Pilot().board(); }\n",
    });
    expect(found).toEqual([
      'construct use.ts#use → a.ts#Pilot exact @2',
      'call use.ts#use → a.ts#Pilot.board inferred @2',
    ]);
  });

  it('a default export is followed under any name', async () => {
    const found = await references({
      'a.ts': 'export default class { steer() {} }\n',
      'b.ts': "export { default as Helm } from './a';\n",
      'use.ts':
        "import { Helm } from './b';\nimport Other from './a';\nexport function use(h: Helm) { h.steer(); new Other(); }\n",
    });
    expect(found).toContain('call use.ts#use → a.ts#default.steer inferred @3');
    expect(found).toContain('construct use.ts#use → a.ts#default exact @3');
  });

  it('a dynamic import is the module once it is awaited', async () => {
    const found = await references({
      'a.ts': 'export function open() {}\n',
      'use.ts':
        "export async function use() { const { open } = await import('./a'); open(); (await import('./a')).open(); }\n",
    });
    expect(found).toEqual(['call use.ts#use → a.ts#open exact @1,1']);
  });

  it('an imported type is followed where it stands', async () => {
    const found = await references({
      'a.ts': 'export interface Buoy { light(): void }\n',
      'use.ts': "export function use(b: import('./a').Buoy) { b.light(); }\n",
    });
    expect(found).toContain('call use.ts#use → a.ts#Buoy.light inferred @1');
  });
});

describe('scripts without imports or exports', () => {
  it('see each other’s names, unless two declare the same', async () => {
    const found = await references({
      'lib.js': 'function moor() {}\nfunction twice() {}\n',
      'other.js': 'function twice() {}\n',
      'page.js': 'function start() { moor(); twice(); unknown(); }\n',
    });
    expect(found).toEqual(['call page.js#start → lib.js#moor inferred @1']);
  });

  it('a module does not hand its names to scripts', async () => {
    const found = await references({
      'module.ts': 'export function moor() {}\n',
      'page.js': 'function start() { moor(); }\n',
    });
    expect(found).toEqual([]);
  });
});
