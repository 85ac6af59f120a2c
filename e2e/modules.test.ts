import { renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { AxePuppeteer } from '@axe-core/puppeteer';
import type { ElementHandle } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { planFileSchema } from '../server/plans/planFile.ts';
import { allViews } from '../app/views.ts';
import { temporaryFolder } from '../tests/temporaryFolder.ts';
import { clickText, textOf, waitForText } from './instrument.ts';
import { surveyedDemo } from './surveyedDemo.ts';

const demo = surveyedDemo();
const { open, parameter } = demo;

/** The names of the modules, in their order, and of the files of the open one. */
const moduleNames = (): Promise<string[]> =>
  demo.instrument.page.$$eval('.module-name > button', (all) =>
    all.map(({ textContent }) => textContent ?? ''),
  );
const memberNames = (): Promise<string[]> =>
  demo.instrument.page.$$eval('.member-row .element', (all) =>
    all.map(({ textContent }) => textContent ?? ''),
  );

/** Waits until an edit was taken and the page shows what it made. */
async function settledDown(): Promise<void> {
  await demo.instrument.page.waitForFunction(() => {
    const status = document.querySelector('.plan-tools [role=status]')?.textContent ?? '';
    return status !== '' && !status.startsWith('Working');
  });
}

async function takeBack(): Promise<void> {
  const { page } = demo.instrument;
  await page.keyboard.down('Control');
  await page.keyboard.press('z');
  await page.keyboard.up('Control');
}

describe('modules', () => {
  it('are proposed, where there is no plan yet', async () => {
    const { page } = demo.instrument;
    await open('modules');
    await waitForText(page, '.modules-start h1', 'Which modules is this made of?');
    await page.click('.propose button[type=submit]');
    await page.waitForSelector('.plan-view');
    expect(parameter('plan')).toBe('1');
    expect((await moduleNames()).length).toBeGreaterThan(6);
    expect(await textOf(page, '.caption')).toMatch(/0 % of the code settled/);
  });

  it('are settled by key: kept, moved to what pulls next, taken back', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    const before = await memberNames();
    await page.focus('.member-list');
    await page.keyboard.press('ArrowDown');
    await page.waitForFunction(() => location.search.includes('focus='));
    await page.keyboard.press('Enter');
    await waitForText(page, '.caption', '% of the code settled');
    await page.waitForFunction(
      () => !document.querySelector('.caption')!.textContent.includes(' 0 % of the code'),
    );
    // What is settled stands at the end, and the next one is at hand.
    expect((await memberNames())[0]).toBe(before[1]);
    await page.waitForFunction(
      (name) => document.querySelector('.member-row.current .element')?.textContent === name,
      {},
      before[1],
    );
    const [home] = await moduleNames();
    await page.focus('.member-list');
    await page.keyboard.press('n');
    await page.waitForFunction(
      (name) => document.querySelector('.member-row .element')?.textContent !== name,
      {},
      before[1],
    );
    expect(await memberNames()).not.toContain(before[1]);
    await settledDown();
    await takeBack();
    await page.waitForFunction(
      (name) =>
        [...document.querySelectorAll('.member-row .element')].some(
          ({ textContent }) => textContent === name,
        ),
      {},
      before[1],
    );
    expect(await textOf(page, '.plan-members h2')).toContain(home);
    await settledDown();
    await takeBack();
    await waitForText(page, '.caption', '0 % of the code settled');
  });

  it('take a file that is dropped on them, or chosen for it', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    const [first] = await memberNames();
    const source = await page.waitForSelector('.member-row');
    const [, target] = await page.$$('.module-list .module-row:not(.module-heads):not(.open)');
    const name = await target.$eval('.module-name > button', ({ textContent }) => textContent ?? '');
    await target.drop(source!);
    await page.waitForFunction(
      (gone) => document.querySelector('.member-row .element')?.textContent !== gone,
      {},
      first,
    );
    await clickText(page, '.module-name > button', name);
    await waitForText(page, '.plan-members h2', name);
    await page.waitForFunction(
      (moved) =>
        [...document.querySelectorAll('.member-row .element')].some(
          ({ textContent }) => textContent === moved,
        ),
      {},
      first,
    );
    await settledDown();
    await takeBack();
    await page.waitForFunction(
      (moved) =>
        ![...document.querySelectorAll('.member-row .element')].some(
          ({ textContent }) => textContent === moved,
        ),
      {},
      first,
    );
  });

  it('are renamed and merged, and a second window is told that it is late', async () => {
    const { page, url } = demo.instrument;
    await open('modules?plan=1');
    const count = (await moduleNames()).length;
    const late = await page.browserContext().newPage();
    await late.goto(`${url}/codebases/1/modules?plan=1`, { waitUntil: 'networkidle2' });
    await page.bringToFront();
    await page.focus('.module-tools input');
    await page.$eval('.module-tools input', (field) => field.select());
    await page.keyboard.type('Heart');
    await page.keyboard.press('Enter');
    await waitForText(page, '.module-row.open .module-name', 'Heart');
    await settledDown();
    const other = await page.$eval('.module-tools select option:nth-of-type(2)', (option) => option.value);
    await page.select('.module-tools select', other);
    await page.waitForFunction(
      (many) => document.querySelectorAll('.module-name > button').length === many,
      {},
      count - 1,
    );
    await late.bringToFront();
    await late.focus('.member-list');
    await late.keyboard.press('Enter');
    await waitForText(late, '.plan-problem', 'changed meanwhile in another window');
    await late.close();
    await page.bringToFront();
    await settledDown();
    await takeBack();
    await page.waitForFunction(
      (many) => document.querySelectorAll('.module-name > button').length === many,
      {},
      count,
    );
  });

  it('arrange every view, with their names, and lead to their evidence', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    const names = await moduleNames();
    await open('matrix?by=plan&plan=1');
    await page.waitForSelector('canvas[data-drawn]');
    expect(await textOf(page, '.caption')).toContain('by module');
    for (const { path, group } of allViews) {
      if (group === null) continue;
      await open(`${path}?by=plan&plan=1`);
      expect(await textOf(page, 'body'), path).not.toContain('went wrong');
    }
    await open('measures?of=group&by=plan&plan=1');
    const measured = await textOf(page, '.measures-grid, [role=grid]');
    expect(names.filter((name) => measured.includes(name)).length).toBeGreaterThan(names.length / 2);
    await open('modules?plan=1');
    await page.click('.module-uses button');
    await page.waitForSelector('.dossier .place');
  });

  it('are written to a file of the plan’s own format', async () => {
    const { page, url } = demo.instrument;
    const text = await page.evaluate(
      async (address) => (await fetch(address)).text(),
      `${url}/codebases/1/plans/1.json`,
    );
    const plan = planFileSchema.parse(JSON.parse(text));
    expect(plan.modules.flatMap(({ members }) => members).length).toBeGreaterThan(100);
  });

  it('are read from such a file, as another plan', async () => {
    const { page, url } = demo.instrument;
    const text = await page.evaluate(
      async (address) => (await fetch(address)).text(),
      `${url}/codebases/1/plans/1.json`,
    );
    const folder = temporaryFolder({ 'ours.json': text, 'broken.json': '{"modules": [{}]}' });
    await open('modules?plan=1');
    const count = (await moduleNames()).length;
    const input = (await page.$('input[type=file]')) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(join(folder, 'broken.json'));
    await waitForText(page, '.plan-problem', 'broken.json is no module plan');
    await input.uploadFile(join(folder, 'ours.json'));
    await page.waitForFunction(() => new URL(location.href).searchParams.get('plan') === '2');
    await waitForText(page, '.caption', `${count} modules of ours`);
    await waitForText(page, '.caption', '100 % of the code settled');
  });

  it('are gone through together, the most doubtful file first', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    await clickText(page, '.plan-members h2 .link', 'of all modules');
    await waitForText(page, '.plan-members h2', 'In any module, not settled');
    expect(
      await page.$$eval('.member-why b', (all) => new Set(all.map(({ textContent }) => textContent)).size),
    ).toBeGreaterThan(1);
    const [first] = await memberNames();
    await page.focus('.member-list');
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      (name) => document.querySelector('.member-row .element')?.textContent !== name,
      {},
      first,
    );
    await settledDown();
    await takeBack();
    await page.waitForFunction(
      (name) => document.querySelector('.member-row .element')?.textContent === name,
      {},
      first,
    );
  });

  it('keep what is settled when they are proposed anew', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    await page.focus('.member-list');
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      () => !document.querySelector('.caption')!.textContent.includes(' 0 % of the code'),
    );
    const share = /(\d+) % of the code settled/.exec(await textOf(page, '.caption'))![1];
    await clickText(page, '.plan-tools .chip', 'Propose …');
    await page.select('.propose select[aria-label=source]', 'folders');
    await page.click('.propose button[type=submit]');
    await waitForText(page, '.module-list', 'src/tolls');
    expect(await textOf(page, '.caption')).toContain(`${share} % of the code settled`);
  });

  it.each(['light', 'dark'])('have no accessibility faults on the %s sheet', async (scheme) => {
    const { page } = demo.instrument;
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: scheme }]);
    await open('modules?plan=1');
    await page.waitForSelector('.member-row');
    const { violations } = await new AxePuppeteer(page).withTags(['wcag2a', 'wcag2aa']).analyze();
    expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0].html}`)).toEqual([]);
  });

  it('keep a file that is renamed, over a survey, and tell of one that is gone', async () => {
    const { page, demo: folder } = demo.instrument;
    const paths = ['src/tolls/season.ts', 'src/ledger/exchange.ts'].map((path) => join(folder, path));
    renameSync(paths[0], join(folder, 'src', 'tolls', 'yearly.ts'));
    rmSync(paths[1]);
    await open('intake');
    await waitForText(page, '.caption', 'would read');
    await clickText(page, 'button', 'Survey again');
    await page.waitForFunction(() => location.pathname.endsWith('/survey'));
    await waitForText(page, '.view', 'Done in');
    await open('modules?plan=1&focus=src%2Ftolls%2Fyearly.ts');
    await waitForText(page, '.plan-problem', 'src/ledger/exchange.ts');
    expect(await textOf(page, '.plan-problem')).not.toContain('season.ts');
    expect(await textOf(page, '.caption')).toContain('all of it placed');
    await clickText(page, '.plan-problem .link', 'Take them out');
    await page.waitForFunction(() => document.querySelector('.plan-problem') === null);
  });
});
