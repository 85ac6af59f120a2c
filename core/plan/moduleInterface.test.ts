import { expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { byFolders } from '../arrangement/folders.ts';
import { groupNamed } from '../arrangement/arrangement.ts';
import { EVERYTHING_RESOLVED } from '../graph/rollUp.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { moduleInterface } from './moduleInterface.ts';

async function interfaceOf(code: Record<string, string>, folder: string, testsCount = true) {
  const survey: SurveyedCodebase = await surveyText(code);
  const { elements } = survey;
  const counts = new Uint8Array(elements.count).fill(1);
  if (!testsCount)
    for (const { element, path } of survey.files)
      if (path.includes('.test.')) counts.fill(0, element, elements.subtreeEnd[element]);
  const arrangement = byFolders(survey.elements);
  const found = moduleInterface(survey, arrangement, groupNamed(arrangement, folder)!, {
    counts,
    filter: EVERYTHING_RESOLVED,
  });
  return {
    used: found.used.map(({ element, references, users, isOpen }) => [
      elements.key[element].split('#').at(-1),
      references,
      users.map(({ group }) => arrangement.name[group]),
      isOpen,
    ]),
    unused: found.unused.map((element) => elements.key[element].split('#').at(-1)),
    open: [found.openUsed, found.open],
  };
}

it('the interface of a group is what others use, with what would have to become public', async () => {
  const code = {
    'gates/Gate.java':
      'package lock;\npublic class Gate { void open() {} public void shut() {} private int width; }\n' +
      'class Hinge { static int count; }\n',
    'gates/Pump.java': 'package lock;\npublic class Pump { Gate gate = new Gate(); }\n',
    'keeper/Keeper.java':
      'package lock;\npublic class Keeper { void day(Gate gate) { gate.open(); gate.open(); gate.shut(); int n = Hinge.count; } }\n',
  };
  const { used, unused, open } = await interfaceOf(code, 'gates');
  expect(used).toEqual(
    expect.arrayContaining([
      ['Gate.open', 2, ['keeper'], false],
      ['Gate.shut', 1, ['keeper'], true],
      ['Gate', 1, ['keeper'], true],
      ['Hinge.count', 1, ['keeper'], false],
      ['Hinge', 1, ['keeper'], false],
    ]),
  );
  expect(used[0][0]).toBe('Gate.open');
  // What is used inside alone is no interface; nor is what nobody may use.
  expect(unused).toEqual(['Pump']);
  expect(open).toEqual([1, 2]);
});

it('counts a file where nothing that it declares is used, and no tests that are left out', async () => {
  const code = {
    'a/side.ts': 'export const side = 1;\nconsole.log(side);\n',
    'a/hand.ts': 'export function hand() {}\nfunction own() {}\nown();\n',
    'b/desk.ts': "import '../a/side';\nimport { hand } from '../a/hand';\nhand();\n",
    'b/desk.test.ts': "import { hand } from '../a/hand';\nhand(); hand();\n",
  };
  const used = async (testsCount: boolean) =>
    (await interfaceOf(code, 'a', testsCount)).used.map(([name, references]) => [name, references]);
  expect(await used(false)).toEqual([
    ['hand', 1],
    ['a/side.ts', 1],
  ]);
  expect((await used(true))[0]).toEqual(['hand', 3]);
  expect((await interfaceOf(code, 'a')).unused).toEqual(['side']);
});
