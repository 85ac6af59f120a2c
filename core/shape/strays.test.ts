import { expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { eachAlone } from './keptTogether.ts';
import { NOWHERE } from './placedFigures.ts';
import { shapeInput } from './shapeInput.ts';
import { strays } from './strays.ts';

const code = {
  'a/weak.ts': "import { b1 } from '../b/1';\nexport const w = b1();\n",
  'a/1.ts': 'export const a1 = () => 1;\n',
  'a/2.ts': "import { a1 } from './1';\nexport const a2 = () => a1();\n",
  'a/stray.ts':
    "import { b1 } from '../b/1';\nimport { b2 } from '../b/2';\nimport { a1 } from './1';\nexport const s = () => b1() + b2() + b2() + a1();\n",
  'b/1.ts': 'export const b1 = () => 1;\n',
  'b/2.ts': "import { b1 } from './1';\nexport const b2 = () => b1();\n",
  'b/3.ts':
    "import { b1 } from './1';\nimport { b2 } from './2';\nexport const b3 = () => b1() + b2() + b2();\n",
  'c/1.ts': 'export const c1 = () => 1;\n',
  'c/2.ts': "import { c1 } from './1';\nexport const c2 = () => c1();\n",
};

async function found(groups: Record<string, number>) {
  const survey = await surveyText(code);
  const input = shapeInput(survey, eachAlone(survey.files.length));
  const moduleOf = Int32Array.from(
    survey.files,
    ({ path }) => groups[path] ?? groups[path.split('/')[0]] ?? NOWHERE,
  );
  return strays(input, moduleOf).map(({ bundle, towards, margin }) => {
    expect(margin).toBeGreaterThan(0);
    return [survey.files[bundle].path, towards];
  });
}

it('what has more to do with another group than with its own is a stray, the most so first', async () => {
  expect(await found({ a: 0, b: 1, c: 2 })).toEqual([
    // It has nothing to do with its own at all.
    ['a/weak.ts', 1],
    ['a/stray.ts', 1],
  ]);
  const all = await found({ a: 0, b: 1, c: 2, 'c/2.ts': 0 });
  expect(all.map(([path]) => path)).toEqual(expect.arrayContaining(['a/stray.ts', 'c/1.ts', 'c/2.ts']));
});

it('what stands where it is used, or nowhere, is none', async () => {
  const placed = { a: 0, b: 1, c: 2, 'a/weak.ts': 1 };
  expect(await found({ ...placed, 'a/stray.ts': 1 })).toEqual([]);
  expect(await found({ ...placed, 'a/stray.ts': NOWHERE })).toEqual([]);
});

it('what a large group uses most, because it is large, is none', async () => {
  // The tool is used by six of the ten files of one folder and by two of the three of its own.
  const large = Array.from({ length: 10 }, (_, n): [string, string] => [
    `large/${n}.ts`,
    (n < 6 ? "import { tool } from '../own/tool';\n" : '') +
      (n > 0 ? `import { l0 } from './0';\n` : '') +
      (n > 1 ? `import { l1 } from './1';\n` : '') +
      `export const l${n} = () => ${n < 6 ? 'tool()' : '1'} + ${n > 0 ? 'l0()' : '1'} + ${n > 1 ? 'l1()' : '1'};\n`,
  ]);
  const own = ['a', 'b', 'c'].map((name): [string, string] => [
    `own/${name}.ts`,
    "import { tool } from './tool';\nexport const x = tool();\n",
  ]);
  const survey = await surveyText({
    'own/tool.ts': 'export const tool = () => 1;\n',
    ...(Object.fromEntries([...large, ...own]) as Record<string, string>),
  });
  const input = shapeInput(survey, eachAlone(survey.files.length));
  const moduleOf = Int32Array.from(survey.files, ({ path }) => (path.startsWith('own') ? 0 : 1));
  expect(strays(input, moduleOf)).toEqual([]);
});

it('what many groups pull at alike is none', async () => {
  const users = ['b', 'c', 'd', 'e'].flatMap((group) => [
    [`${group}/1.ts`, "import { hub } from '../a/hub';\nexport const x = hub();\n"],
  ]);
  const survey = await surveyText({
    'a/hub.ts': 'export const hub = () => 1;\n',
    ...(Object.fromEntries(users) as Record<string, string>),
  });
  const input = shapeInput(survey, eachAlone(survey.files.length));
  const moduleOf = Int32Array.from(survey.files.keys());
  const all = strays(input, moduleOf);
  expect(all.map(({ bundle }) => survey.files[bundle].path)).not.toContain('a/hub.ts');
});
