import { expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { eachAlone } from './keptTogether.ts';
import { NOWHERE } from './placedFigures.ts';
import { shapeInput } from './shapeInput.ts';
import { strays } from './strays.ts';

const code = {
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
  expect(await found({ a: 0, b: 1, c: 2 })).toEqual([['a/stray.ts', 1]]);
  const [first, ...others] = await found({ a: 0, b: 1, c: 2, 'c/2.ts': 0 });
  expect([first, ...others].map(([path]) => path).sort()).toEqual(['a/stray.ts', 'c/1.ts', 'c/2.ts']);
});

it('what stands where it is used, or nowhere, is none', async () => {
  expect(await found({ a: 0, b: 1, c: 2, 'a/stray.ts': 1 })).toEqual([]);
  expect(await found({ a: 0, b: 1, c: 2, 'a/stray.ts': NOWHERE })).toEqual([]);
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
