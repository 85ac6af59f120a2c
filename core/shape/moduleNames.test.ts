import { expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { moduleNames } from './moduleNames.ts';
import { shapeInput } from './shapeInput.ts';

async function namesOf(
  modules: readonly (readonly string[])[],
  others: readonly string[] = [],
): Promise<string[]> {
  const paths = [...modules.flat(), ...others];
  const input = shapeInput(
    await surveyText(Object.fromEntries(paths.map((path) => [path, 'export const x = 1;\n']))),
  );
  const moduleOf = Int32Array.from(input.bundles.files, ([file]) =>
    modules.findIndex((own) => own.includes(input.files[file].path)),
  );
  return moduleNames(input, moduleOf, modules.length);
}

it('modules are called by what most of their paths bear and few others do', async () => {
  // All of both lie in the same folder, which tells neither; the locks are most of one and nothing of the other.
  expect(
    await namesOf(
      [
        ['canal/locks/gate.ts', 'canal/locks/pump.ts', 'canal/lockKeeper.ts'],
        ['canal/tolls/rate.ts', 'canal/tolls/bill.ts', 'canal/tolls/desk.ts'],
      ],
      ['canal/a.ts', 'canal/b.ts', 'canal/c.ts'],
    ),
  ).toEqual(['locks', 'tolls']);
});

it('a word that stands for too little takes another beside it, and no two names are the same', async () => {
  const [one, two] = await namesOf([
    ['a/barge.ts', 'b/barge.ts', 'c/barge.ts'],
    ['a/barges/tug.ts', 'b/barge_tug.ts', 'c/barge_tug2.ts', 'd/barge.ts'],
  ]);
  expect(one).toContain('barge');
  expect(two).not.toBe(one);
  expect(await namesOf([['1.ts', '2.ts']])).toEqual(['module 1']);
});
