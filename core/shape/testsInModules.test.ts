import { expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { proposeFromLinks } from './fromLinks.ts';
import { shapeInput } from './shapeInput.ts';

it('tests make no module by themselves, and stand where they are pulled', async () => {
  const code = Object.fromEntries(
    Array.from({ length: 6 }, (_, n): [string, string] => [
      `canal/${n}.ts`,
      `import { c${(n + 1) % 6} } from './${(n + 1) % 6}';\nimport { c${(n + 2) % 6} } from './${(n + 2) % 6}';\n` +
        `export const c${n} = (): number => c${(n + 1) % 6}() + c${(n + 2) % 6}();\n`,
    ]),
  );
  const tests = Object.fromEntries(
    Array.from({ length: 8 }, (_, n): [string, string] => [
      `suite/t${n}.ts`,
      `import { s${(n + 1) % 8} } from './t${(n + 1) % 8}';\nimport { s${(n + 2) % 8} } from './t${(n + 2) % 8}';\n` +
        (n === 0 ? "import { c0 } from '../canal/0';\n" : '') +
        `export const s${n} = (): number => s${(n + 1) % 8}() + s${(n + 2) % 8}()${n === 0 ? ' + c0()' : ''};\n`,
    ]),
  );
  const survey = await surveyText({ ...code, ...tests });
  const modulesWhere = (isTest: (path: string) => boolean): string[][] => {
    const files = survey.files.map((file) => ({ ...file, isTest: isTest(file.path) }));
    const input = shapeInput({ ...survey, files });
    const { modules } = proposeFromLinks(input, { names: 0, nearness: 0, count: null, seed: 1 });
    return modules.map(({ members }) =>
      [...new Set(members.map(({ file }) => files[file].path.split('/')[0]))].sort(),
    );
  };
  // As ordinary code the eight are a module of their own; as tests they are none, and the one that is linked is with what it tests.
  expect(modulesWhere(() => false).sort()).toEqual([['canal'], ['suite']]);
  expect(modulesWhere((path) => path.startsWith('suite'))).toEqual([['canal', 'suite']]);
  // Where there are tests alone, those are what there is.
  expect(modulesWhere(() => true).sort()).toEqual([['canal'], ['suite']]);
});
