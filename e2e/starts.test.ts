import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { commitAll, gitIn, gitRepository } from '../tests/gitRepository.ts';
import { clickText, goTo, openAndSurvey, surveyAgain, textOf, waitForText } from './instrument.ts';
import { running } from './surveyedDemo.ts';

const yletope = running(false);

const files = {
  'locks/gate.ts': 'export const gate = () => 1;\n',
  'locks/pump.ts': "import { gate } from './gate';\nexport const pump = () => gate();\n",
  'desk/form.ts': "import { pump } from '../locks/pump';\nexport const form = () => pump();\n",
  'desk/alone.ts': 'export const alone = 1;\n',
};

/** The files that are listed around the start, in their order. */
const listed = async (): Promise<string[]> => {
  const titles = await yletope.instrument.page.$$eval('.around-list .element', (all) =>
    all.map((element) => element.getAttribute('title') ?? ''),
  );
  return titles.filter((title) => title.endsWith('.ts'));
};

it('what is around begins from a shortlist, from what changed since a survey, and since a commit', async () => {
  const { instrument } = yletope;
  const { page, url } = instrument;
  const folder = gitRepository(files);
  gitIn(folder, 'tag', 'v1');
  await openAndSurvey(instrument, folder);
  await waitForText(page, '.survey-page > section', 'Done in');
  writeFileSync(join(folder, 'locks/gate.ts'), 'export const gate = () => 2;\n');
  commitAll(folder, 'second');
  await goTo(page, `${url}/codebases/1/intake`);
  await surveyAgain(page);

  // Nothing is in focus: sets are offered in place of it.
  await goTo(page, `${url}/codebases/1/around`);
  await clickText(page, 'button', 'Start from …');
  await clickText(page, '[role=menuitem]', 'what changed since the survey...');
  await waitForText(page, '.caption', '1 element');
  expect(await listed()).toEqual(['locks/pump.ts', 'desk/form.ts']);

  await goTo(page, `${url}/codebases/1/around`);
  await clickText(page, 'button', 'Start from …');
  await clickText(page, '[role=menuitem]', 'what changed since a branch, tag or commit …');
  await page.waitForSelector('input[name=ref]:focus');
  await page.keyboard.type('v1');
  await page.keyboard.press('Enter');
  await waitForText(page, '.caption', 'what changed since v1');
  expect(await listed()).toEqual(['locks/pump.ts', 'desk/form.ts']);

  // What it reaches becomes a shortlist, from which one may begin in turn.
  await clickText(page, 'button', 'Shortlist all 2');
  await page.waitForSelector('[role=dialog] input');
  await page.keyboard.down('Control');
  await page.keyboard.press('a');
  await page.keyboard.up('Control');
  await page.keyboard.type('reached');
  await page.keyboard.press('Enter');
  await waitForText(page, '.tray-line', 'reached');
  await goTo(page, `${url}/codebases/1/around`);
  await clickText(page, 'button', 'Start from …');
  await clickText(page, '[role=menuitem]', 'the shortlist reached, 2 elements');
  await waitForText(page, '.caption', 'the shortlist reached (2 elements)');

  // A name of no commit gets one sentence.
  await goTo(page, `${url}/codebases/1/around?set=commits:nowhere`);
  expect(await textOf(page, 'body')).toContain('nowhere');
});
