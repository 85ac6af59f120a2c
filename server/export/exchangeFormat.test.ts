import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { exchangeFormat } from './exchangeFormat.ts';

interface Exchanged {
  codebase: Record<string, string>;
  elements: {
    key: string;
    kind: string;
    parent: string | null;
    file: string | null;
    measures: Record<string, number>;
  }[];
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
