import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { installationRoot } from '../installation.ts';
import { surveyText } from '../../tests/surveyText.ts';
import { exchangeFormat } from './exchangeFormat.ts';

interface Exchanged {
  codebase: Record<string, string>;
  elements: {
    key: string;
    kind: string;
    parent: string | null;
    file: string | null;
    form?: string;
    measures: Record<string, number>;
  }[];
  measures: Record<string, number>;
  dependencies: {
    from: string;
    to: string;
    kind: string;
    count: number;
    certainty: string;
    lines: [string, number][];
  }[];
  externals: { key: string }[];
  gaps: { name: string; from: { file: string; line: number }[] }[];
  cycles: { granularity: string; members: string[] }[];
}

const head = { name: 'x', root: '/x', surveyedAt: '2026-01-01T00:00:00.000Z' };

async function exchanged(files: Record<string, string>): Promise<Exchanged> {
  const pieces = [...exchangeFormat(await surveyText(files), [], head)];
  return JSON.parse(pieces.join('')) as Exchanged;
}

describe('the exchange format', () => {
  it('marks tests, and nothing else', async () => {
    const survey = await surveyText({ 'a.ts': 'export const a = 1;\n', 'a.test.ts': 'export {};\n' });
    for (const file of survey.files) file.isTest = file.path.includes('.test.');
    const { files } = JSON.parse([...exchangeFormat(survey, [], head)].join('')) as {
      files: { path: string; test?: boolean }[];
    };
    expect(files.map(({ path, test }) => [path, test])).toEqual([
      ['a.test.ts', true],
      ['a.ts', undefined],
    ]);
  });

  it('names every end and every place', async () => {
    const result = await exchanged({
      'a/one.ts':
        "import { two } from '../b/two';\nimport 'kit';\nimport './none';\nexport function one() {\n  two();\n  two();\n}\n",
      'b/two.ts': "import { one } from '../a/one';\nexport function two() { one(); }\n",
    });
    expect(result.dependencies).toContainEqual({
      from: 'a/one.ts#one',
      to: 'b/two.ts#two',
      kind: 'call',
      count: 2,
      certainty: 'exact',
      lines: [
        ['a/one.ts', 5],
        ['a/one.ts', 6],
      ],
    });
    expect(result.externals.map(({ key }) => key)).toEqual(['npm:kit']);
    expect(result.gaps).toMatchObject([{ name: 'a/none', from: [{ file: 'a/one.ts', line: 3 }] }]);
    expect(result.cycles).toEqual([
      { granularity: 'file', members: ['a/one.ts', 'b/two.ts'] },
      { granularity: 'folder', members: ['a', 'b'] },
    ]);
  });

  it('every key that is referred to is there', async () => {
    const result = await exchanged({
      'a.ts': "import { b } from './b';\nexport class A { m() { b(this); } }\n",
      'b.ts': "import type { A } from './a';\nexport const b = (a: A) => a.m();\n",
    });
    const known = new Set([...result.elements, ...result.externals].map(({ key }) => key));
    for (const { from, to } of result.dependencies)
      expect([known.has(from), known.has(to)]).toEqual([true, true]);
    for (const { parent, file } of result.elements) {
      if (parent !== null) expect(known).toContain(parent);
      if (file !== null) expect(known).toContain(file);
    }
  });

  it('lists only measures that apply and have a value', async () => {
    const { elements } = await exchanged({ 'a.ts': 'export const x = 1;\n' });
    const file = elements.find(({ key }) => key === 'a.ts')!;
    expect(file.measures).toMatchObject({ lines: 1, codeLines: 1, ca: 0, ce: 0 });
    expect(file.measures).not.toHaveProperty('instability');
    expect(file.measures).not.toHaveProperty('cyclomatic');
  });

  it('says the commit only when there is one', async () => {
    expect((await exchanged({ 'a.ts': '' })).codebase).toEqual({ name: 'x', root: '/x' });
  });

  it('comes in pieces, so that a large survey is never one string', async () => {
    const files = Object.fromEntries(
      Array.from({ length: 300 }, (_, i) => [`f${i}.ts`, 'export function f() { return 1; }\n'.repeat(3)]),
    );
    const pieces = [...exchangeFormat(await surveyText(files), [], head)];
    expect(pieces.length).toBeGreaterThan(8);
    expect(Math.max(...pieces.map(({ length }) => length))).toBeLessThan(200_000);
  });
});

describe('the exchange format of each language', () => {
  const texts: Record<string, string> = {
    'a.ts': 'export class Gate { open() { return this.open(); } }\nnew Gate().open();',
    'a.js': 'function open() {}\nopen();',
    'A.java':
      'class Gate { Gate() {} int n; Gate of() { n = 1; return new Gate(); } } interface Job { void run(); } enum E { A } record R(int x) {} @interface Note {}',
    'a.py': 'class Gate:\n    def __init__(self):\n        self.n = 1\ndef use():\n    return Gate()',
    'a.c':
      '#define wrap(x) real(x)\nstruct s { int n; };\nunion u { int n; };\nint real(int n) { return n; }\nint use(int n) { return wrap(n); }',
    'a.cpp':
      'namespace canal { struct Gate { Gate(int); int n; }; typedef Gate Door; }\nvoid use() { canal::Gate g(1); }',
    'A.cs':
      'namespace Canal { public delegate void Go(); static class X { public static int Twice(this int n) { return n; } } partial class P { event Go E; int N { get { return 1; } } } }',
  };

  it('is as the schema says', async () => {
    const schema = JSON.parse(
      readFileSync(join(installationRoot, 'docs', 'yletope-graph.schema.json'), 'utf8'),
    ) as object;
    const ajv = new Ajv2020({ allErrors: true, allowUnionTypes: true, formats: { 'date-time': true } });
    const validate = ajv.compile(schema);
    for (const [path, text] of Object.entries(texts)) {
      validate(await exchanged({ [path]: text }));
      expect([path, validate.errors]).toEqual([path, null]);
    }
  });

  it('says what a declaration is, and how far a change reaches', async () => {
    const result = await exchanged({ 'a.cpp': texts['a.cpp'], 'a.c': texts['a.c'] });
    const forms = Object.fromEntries(result.elements.map(({ key, form }) => [key, form]));
    expect(forms).toMatchObject({
      'a.cpp#canal': 'namespace',
      'a.cpp#canal.Gate': 'struct',
      'a.c#wrap': 'macro',
      'a.c': undefined,
    });
    expect(result.measures.propagationCost).toBe(0.5);
  });
});
