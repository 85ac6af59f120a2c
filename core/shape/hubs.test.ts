import { expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { proposeFromLinks } from './fromLinks.ts';
import { hubsAndStarters } from './hubs.ts';
import { shapeInput } from './shapeInput.ts';

/** Two rings of ten files each, all of which use one file, and one that starts them all. */
async function rings() {
  const ring = (name: string): [string, string][] =>
    Array.from({ length: 10 }, (_, n): [string, string] => [
      `${name}${n}.ts`,
      `import { all } from './all';\nimport { ${name}${(n + 1) % 10} } from './${name}${(n + 1) % 10}';\n` +
        `export const ${name}${n} = (): number => all() + ${name}${(n + 1) % 10}();\n`,
    ]);
  const both = [...ring('boat'), ...ring('toll')];
  const names = both.map(([path]) => path.replace('.ts', ''));
  return surveyText({
    'all.ts': 'export const all = () => 1;\n',
    ...(Object.fromEntries(both) as Record<string, string>),
    'start.ts': names.map((name) => `import { ${name} } from './${name}';\n${name}();\n`).join(''),
  });
}

it('what a good part of all uses is a hub, and what uses as much and is used by nobody starts it', async () => {
  const input = shapeInput(await rings());
  const { hub, starts } = hubsAndStarters(input.links);
  const named = (figures: Int32Array): [string, number][] =>
    [...figures].flatMap((figure, bundle): [string, number][] =>
      figure > 0 ? [[input.files[input.bundles.files[bundle][0]].path, figure]] : [],
    );
  expect(named(hub)).toEqual([['all.ts', 20]]);
  expect(named(starts)).toEqual([['start.ts', 20]]);
});

it('modules are found beside them, and they stand in one of those', async () => {
  const input = shapeInput(await rings());
  const { modules, notPlaced } = proposeFromLinks(input, { names: 0, nearness: 0, count: null, seed: 1 });
  const files = modules.map(({ members }) => members.map(({ file }) => input.files[file].path));
  const rest = files.map((own) => own.filter((path) => /\d/.test(path)));
  expect(
    rest.map((own) => new Set(own.map((path) => path.slice(0, 4)))).every(({ size }) => size === 1),
  ).toBe(true);
  expect(rest.flat()).toHaveLength(20);
  expect(notPlaced).toEqual([]);
  expect(files.flat()).toEqual(expect.arrayContaining(['all.ts', 'start.ts']));
});
