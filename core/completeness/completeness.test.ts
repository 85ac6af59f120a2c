import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { declaredTwice } from './declaredTwice.ts';
import { explains, folderPairs } from './folderPairs.ts';
import { doubtfulExternals, gapRoots } from './gapRoots.ts';
import { neverReferredTo } from './neverReferredTo.ts';
import { sameNames } from './sameName.ts';

const tariff = (extra: string): string =>
  `export function base() {}\nexport function rebate() {}\nexport function season() {}\n${extra}`;

/** Hashes that tell contents apart as the store's do. */
const hashesOf = (files: Record<string, string>): Map<string, string> => new Map(Object.entries(files));

describe('files of one name', () => {
  it('are listed when they are copies, or declare much the same; copies first', async () => {
    const files = {
      'a/tariff.ts': tariff('export function old() {}'),
      'b/tariff.ts': tariff('export function newer() {}'),
      'a/money.ts': 'export const crown = 1;',
      'b/money.ts': 'export const crown = 1;',
      'c/money.ts': 'export class Purse {}',
      'a/index.ts': 'export const a = 1;',
      'b/index.ts': 'export const b = 1;',
      'a/empty.ts': '',
      'b/empty.ts': '',
    };
    const clashes = sameNames(await surveyText(files), hashesOf(files));
    expect(
      clashes.map(({ name, contents, files: members }) => [name, contents, members.map(({ path }) => path)]),
    ).toEqual([
      ['money.ts', 1, ['a/money.ts', 'b/money.ts']],
      ['tariff.ts', 2, ['a/tariff.ts', 'b/tariff.ts']],
    ]);
    expect(clashes[1].likeness).toBeCloseTo(3 / 5);
  });
});

describe('folders that are versions of each other', () => {
  const names = ['gate', 'lock', 'sluice', 'weir', 'ford', 'quay'];
  const tree = (root: string, extra = '') =>
    Object.fromEntries(
      names.map((name) => [
        `${root}/src/canal/${name}.ts`,
        `export class ${name} { open() {} shut() {} wait() {} ${extra} }`,
      ]),
    );
  const pairsOf = async (files: Record<string, string>) => {
    const hashes = new Map(Object.entries(files));
    return folderPairs(await surveyText(files), hashes).map(
      ({ a, b, files: shared, alike }) => `${a} ${b} ${shared} ${alike}`,
    );
  };

  it('are told once, by the outermost, with how many lie alike', async () => {
    const files = { ...tree('core'), ...tree('android/core', 'touch() {}') };
    expect(await pairsOf(files)).toEqual(['android/core core 6 6']);
    expect(
      await pairsOf({ ...tree('v1'), ...tree('v2'), 'v2/src/canal/new.ts': 'export const a = 1;' }),
    ).toEqual(['v1 v2 6 6']);
  });

  it('are none where only names agree, or a few files of many', async () => {
    const other = Object.fromEntries(
      names.map((name, i) => [`other/src/canal/${name}.ts`, `export const x${i} = ${i};`]),
    );
    expect(await pairsOf({ ...tree('core'), ...other })).toEqual([]);
    const many = Object.fromEntries(
      Array.from({ length: 30 }, (_, i) => [`big/src/canal/n${i}.ts`, `export const n${i} = 1;`]),
    );
    const few = Object.fromEntries(Object.entries(tree('big')).slice(0, 3));
    expect(await pairsOf({ ...tree('core'), ...many, ...few })).toEqual([]);
  });

  it('explain namesakes at the same place, and no others', () => {
    const pair = { a: 'v1', b: 'v2', files: 6, alike: 6 };
    expect(explains(pair, 'v1/x/a.ts', 'v2/x/a.ts')).toBe(true);
    expect(explains(pair, 'v2/x/a.ts', 'v1/x/a.ts')).toBe(true);
    expect(explains(pair, 'v1/x/a.ts', 'v2/y/a.ts')).toBe(false);
    expect(explains(pair, 'v1/x/a.ts', 'v1/x/a.ts')).toBe(false);
  });

  it('names that every folder has by convention are no namesakes', async () => {
    const text = 'VERSION = 1\nNAME = "a"\ndef read(): pass\n';
    const files = { 'a/__init__.py': text, 'b/__init__.py': text, 'a/rate.py': text, 'b/rate.py': text };
    expect(sameNames(await surveyText(files), hashesOf(files)).map(({ name }) => name)).toEqual(['rate.py']);
  });
});

describe('a name declared twice', () => {
  const packageOf = (path: string): string => path.split('/')[0];

  it('is one that two files of a package export; types before routines', async () => {
    const survey = await surveyText({
      'p/a.ts': 'export interface Toll {}\nexport function due() {}\nfunction hidden() {}',
      'p/b.ts': 'export class Toll {}\nexport function due() {}\nfunction hidden() {}',
      'q/c.ts': 'export interface Toll {}',
    });
    const found = declaredTwice(survey, packageOf);
    expect(
      found.map(({ name, kind, scope, elements }) => [
        name,
        kind,
        scope,
        elements.map((e) => survey.elements.key[e]),
      ]),
    ).toEqual([
      ['Toll', 'type', 'p', ['p/a.ts#Toll', 'p/b.ts#Toll']],
      ['due', 'routine', 'p', ['p/a.ts#due', 'p/b.ts#due']],
    ]);
  });

  it('is none when a declaration stands beside its implementation, or all of it in one file', async () => {
    const survey = await surveyText({
      'p/a.d.ts': 'export declare function due(): void;',
      'p/a.js': 'export function due() {}',
      'p/b.ts':
        'export interface Toll {}\nexport namespace Toll {}\nexport function f(): void;\nexport function f(x?: number) {}',
    });
    expect(declaredTwice(survey, packageOf)).toEqual([]);
  });

  it('is also one that two scripts declare for every file', async () => {
    const survey = await surveyText({ 'x/a.js': 'function start() {}', 'y/b.js': 'function start() {}' });
    expect(declaredTwice(survey, packageOf)).toMatchObject([{ name: 'start', scope: null }]);
  });

  it('by the packages and namespaces that files name, without namespaces and the parts of a type', async () => {
    const survey = await surveyText({
      'a/Lock.java': 'package a; public class Lock {}',
      'b/Lock.java': 'package b; public class Lock {}',
      'c/Lock.java': 'package a; public class Lock {}',
      'Weir.cs': 'namespace N; public partial class Weir {}',
      'Weir.More.cs': 'namespace N; public partial class Weir {}',
      'x.cpp': 'namespace canal { class Gate {}; }',
      'y.cpp': 'namespace canal { class Sluice {}; }',
    });
    expect(declaredTwice(survey, () => '')).toMatchObject([{ name: 'Lock', scope: 'a' }]);
  });
});

describe('files that nothing refers to', () => {
  it('are those no other file imports or calls into', async () => {
    const survey = await surveyText({
      'main.ts': "import { a } from './a';\na();",
      'a.ts': 'export function a() {}',
      'lonely.ts': 'export function lonely() { lonely(); }',
      'globals.d.ts': 'declare const VERSION: string;',
    });
    expect(neverReferredTo(survey).map((file) => survey.files[file].path)).toEqual(['lonely.ts', 'main.ts']);
  });
});

describe('doubtful externals', () => {
  it('are undeclared ones that a file here bears the name of', async () => {
    const survey = await surveyText({
      'app/a.ts':
        "import 'harbour'; import 'quay/pier'; import 'react'; import 'declared'; import 'kit'; import 'harbour.css';",
      'app/b.ts': "import 'harbour';",
      'lib/harbour.ts': '',
      'lib/declared.ts': '',
      'kit/index.ts': '',
    });
    expect(doubtfulExternals(survey, new Set(['declared']))).toEqual([
      { name: 'harbour', files: 2, roots: ['lib'] },
      { name: 'kit', files: 1, roots: ['.'] },
    ]);
  });
});

describe('roots that would close a gap', () => {
  it('are the folders below which the whole of its path is found', async () => {
    const survey = await surveyText({
      'src/a.ts': "import './made/messages';\nimport '../../shared/kit/tool';\nimport './nowhere';",
      'out/src/made/messages.ts': '',
      'elsewhere/messages.ts': '',
      'libs/shared/kit/tool.ts': '',
    });
    const roots = gapRoots(survey, survey.gaps);
    expect(Object.fromEntries(survey.gaps.map(({ name }, i) => [name, roots[i]]))).toEqual({
      'src/made/messages': ['out'],
      '../shared/kit/tool': ['libs'],
      'src/nowhere': [],
    });
  });
});
