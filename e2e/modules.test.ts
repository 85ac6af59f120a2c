import { renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ElementHandle } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { planFileSchema } from '../server/plans/planFile.ts';
import { allViews } from '../app/views.ts';
import { temporaryFolder } from '../tests/temporaryFolder.ts';
import { accessibilityFaults, clickText, goTo, surveyAgain, textOf, waitForText } from './instrument.ts';
import { modulesPage } from './modulesPage.ts';
import { surveyedDemo } from './surveyedDemo.ts';

const demo = surveyedDemo();
const { open } = demo;

const { moduleNames, memberNames, openedModule, settledDown, takeBack } = modulesPage(demo);

describe('modules', () => {
  it('are proposed, where there is no plan yet', async () => {
    const { page } = demo.instrument;
    await open('modules');
    await waitForText(page, '.modules-start h1', 'Find the modules of this code');
    await page.click('.propose button[type=submit]');
    await page.waitForSelector('.plan-view');
    await page.waitForFunction(() => new URLSearchParams(location.search).get('plan') === '1');
    expect((await moduleNames()).length).toBeGreaterThan(6);
    expect(await textOf(page, '.caption')).toMatch(/0 % of the code confirmed/);
  });

  it('are settled by key: kept, moved to what pulls next, taken back', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    const before = await memberNames();
    await page.focus('.member-list');
    await page.keyboard.press('ArrowDown');
    await page.waitForFunction(() => location.search.includes('focus='));
    await page.keyboard.press('Enter');
    await waitForText(page, '.caption', '% of the code confirmed');
    await page.waitForFunction(
      () => document.querySelector('.caption')?.textContent.includes(' 0 % of the code') === false,
    );
    // What is settled stands at the end, and the next one is at hand.
    await page.waitForFunction(
      (name) => document.querySelector('.member-row.current .element')?.textContent === name,
      {},
      before[1],
    );
    expect((await memberNames())[0]).toBe(before[1]);
    const home = await openedModule();
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
    expect(await openedModule()).toBe(home);
    await settledDown();
    await takeBack();
    await waitForText(page, '.caption', '0 % of the code confirmed');
  });

  it('take a file that is dropped on them, or chosen for it', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    const [first] = await memberNames();
    const source = await page.waitForSelector('.member-row');
    const [, target] = await page.$$('.module-rows .module-row:not(.open)');
    const name = await target.$eval('.module-title > button', ({ textContent }) => textContent ?? '');
    const figures = await textOf(page, '.plan-figures');
    await source!.drag(target);
    // What would become of the plan is told before one lets go.
    await waitForText(page, '.plan-figures', `${first} moved to ${name}`);
    await page.waitForFunction(() => document.querySelector('.plan-figures')?.textContent.includes('→'));
    const told = await textOf(page, '.plan-figures');
    await target.drop(source!);
    await page.waitForFunction(
      (gone) => document.querySelector('.member-row .element')?.textContent !== gone,
      {},
      first,
    );
    await clickText(page, '.module-title > button', name);
    await page.waitForFunction(
      (wanted) => document.querySelector<HTMLInputElement>('.module-words input')?.value === wanted,
      {},
      name,
    );
    await page.waitForFunction(
      (moved) =>
        [...document.querySelectorAll('.member-row .element')].some(
          ({ textContent }) => textContent === moved,
        ),
      {},
      first,
    );
    await settledDown();
    // And it comes to what was told.
    const [, against] = /→ ([\d,]+) . references against/.exec(told.replaceAll('\n', ' '))!;
    await waitForText(page, '.plan-figures', `${against} references against`);
    await takeBack();
    await page.waitForFunction(
      (before) => document.querySelector<HTMLElement>('.plan-figures')?.innerText === before,
      {},
      figures,
    );
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
    await goTo(late, `${url}/codebases/1/modules?plan=1`);
    await page.bringToFront();
    await page.focus('.module-words input');
    await page.$eval('.module-words input', (field) => field.select());
    await page.keyboard.type('Heart');
    await page.keyboard.press('Enter');
    await waitForText(page, '.module-row.open .module-name', 'Heart');
    await settledDown();
    await clickText(page, '.module-tools .chip', 'Merge into …');
    await page.waitForSelector('[role=menuitem]');
    await page.keyboard.press('ArrowDown');
    await waitForText(page, '.plan-figures', 'Heart merged into');
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      (many) => document.querySelectorAll('.module-title > button').length === many,
      {},
      count - 1,
    );
    await late.bringToFront();
    await late.focus('.member-list');
    await late.keyboard.press('Enter');
    await waitForText(late, '.plan-problem', 'changed in another window');
    await late.close();
    await page.bringToFront();
    await settledDown();
    await takeBack();
    await page.waitForFunction(
      (many) => document.querySelectorAll('.module-title > button').length === many,
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
    await waitForText(page, '.plan-problem', 'broken.json is not a module plan');
    await input.uploadFile(join(folder, 'ours.json'));
    await page.waitForFunction(() => new URL(location.href).searchParams.get('plan') === '2');
    await waitForText(page, '.caption', `${count} modules of ours`);
    // It says that nobody stands behind it yet, and so it is read.
    await waitForText(page, '.caption', ' 0 % of the code confirmed');
  });

  it('are gone through together, the most doubtful file first', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    await clickText(page, '.plan-members h2 .link', 'show unconfirmed');
    await waitForText(page, '.plan-members h2', 'Not confirmed, in any module');
    expect(
      await page.$$eval('.member-why b', (all) => new Set(all.map(({ textContent }) => textContent)).size),
    ).toBeGreaterThan(1);
    const [first] = await memberNames();
    // After a click on its name, Enter is still the list's.
    await page.click('.member-row .element');
    await page.waitForFunction(() => location.search.includes('focus='));
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

  it('are split where their links come apart, and several files are moved at once', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    const count = (await moduleNames()).length;
    await clickText(page, '.module-tools .chip', 'Split …');
    await page.waitForSelector('[role=menuitem]');
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      (many) => document.querySelectorAll('.module-title > button').length > many,
      {},
      count,
    );
    await settledDown();
    await takeBack();
    await page.waitForFunction(
      (many) => document.querySelectorAll('.module-title > button').length === many,
      {},
      count,
    );
    await settledDown();
    const files = await memberNames();
    await page.focus('.member-list');
    await page.keyboard.press('ArrowDown');
    await page.waitForFunction(() => location.search.includes('focus='));
    await page.keyboard.down('Shift');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.up('Shift');
    await page.waitForFunction(() => document.querySelectorAll('.member-row.taken').length === 2);
    await page.keyboard.press('m');
    await page.waitForSelector('[role=menuitem]');
    await page.keyboard.press('ArrowDown');
    await waitForText(page, '.plan-figures', '2 files to');
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      (gone) => document.querySelector('.member-row .element')?.textContent !== gone,
      {},
      files[0],
    );
    expect(await memberNames()).not.toContain(files[1]);
    await settledDown();
    // The key pressed in the menu is not one of the list as well, which would keep the next file.
    expect(await page.$eval('.plan-tools [title^="Undo"]', (e) => (e as HTMLElement).title)).toContain(
      '2 files moved',
    );
    await takeBack();
    await page.waitForFunction(
      (back) =>
        back.every((name) =>
          [...document.querySelectorAll('.member-row .element')].some(
            ({ textContent }) => textContent === name,
          ),
        ),
      {},
      files.slice(0, 2),
    );
  });

  it('have an interface that can be named, each use of it followed to the code', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    // What stands last rests on nothing: others use it.
    await clickText(page, '.module-title > button', (await moduleNames()).at(-1)!);
    await page.waitForFunction(() => location.search.includes('module='));
    await clickText(page, '.plan-members .look', 'Interface');
    await waitForText(page, '.interface-list', 'Others use');
    const references = await page.$eval('.interface-row .module-uses button .mono', (e) => e.textContent);
    await page.click('.interface-row .module-uses button');
    await page.waitForSelector('.dossier .place');
    await waitForText(page, '.dossier', `${references} `);
    const named = new URL(page.url()).searchParams.get('module');
    await open(`modules?plan=1&look=interface&module=${named}`);
    await clickText(page, '.interface-list .link', 'Name these as its interface');
    await waitForText(page, '.interface-list', 'Its interface is named');
    await page.click('.interface-row input[type=checkbox]');
    await waitForText(page, '.interface-list', 'used around it');
  });

  it('stand in an order that is made by menu, key and pointer, with what it costs said before, or where links put them', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    const byLinks = await moduleNames();
    const [first, second, third] = byLinks;
    const stands = (...names: string[]): Promise<unknown> =>
      page.waitForFunction(
        (wanted) =>
          wanted.every(
            (name, at) => document.querySelectorAll('.module-title > button')[at]?.textContent === name,
          ),
        {},
        names,
      );
    const choose = async (label: string): Promise<void> => {
      await clickText(page, '.module-tools .chip', 'Reorder …');
      await clickText(page, '[role=menuitem]', label);
    };
    await clickText(page, '.module-title > button', first);
    await page.waitForFunction(
      (name) => document.querySelector<HTMLInputElement>('.module-words input')?.value === name,
      {},
      first,
    );
    await clickText(page, '.module-tools .chip', 'Reorder …');
    await page.waitForSelector('[role=menuitem]:not(.Mui-disabled)');
    await page.hover('[role=menuitem]:not(.Mui-disabled)');
    await waitForText(page, '.plan-figures', `${first} below ${second}`);
    await clickText(page, '[role=menuitem]', 'Move down');
    await stands(second, first, third);
    await settledDown();
    expect(await textOf(page, '.module-heads')).toContain('in an order made by hand');
    await page.keyboard.down('Alt');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.up('Alt');
    await stands(second, third, first);
    await settledDown();
    const [top, bottom] = await Promise.all([
      page.$('.module-row:nth-child(1) .module-title > button'),
      page.$('.module-row:nth-child(3) .module-title > button'),
    ]);
    await bottom!.drag(top!);
    await waitForText(page, '.plan-figures', `${first} above ${second}`);
    await top!.drop(bottom!);
    await stands(first, second, third);
    await settledDown();
    await choose('Default position, by links');
    await stands(...byLinks);
    await settledDown();
    expect(await textOf(page, '.module-heads')).toContain('users above what they use');
  });

  it('take one edit after another, as fast as they are asked for', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    const before = await moduleNames();
    await page.$$eval('.plan-tools .chip', (chips) => {
      const add = chips.find(({ textContent }) => textContent === 'Add a module') as HTMLElement;
      for (let times = 0; times < 3; times += 1) add.click();
    });
    await page.waitForFunction(
      (many) => document.querySelectorAll('.module-title > button').length === many + 3,
      {},
      before.length,
    );
    for (let steps = 2; steps >= 0; steps -= 1) {
      await settledDown();
      await clickText(page, '.plan-tools .chip', 'Undo');
      await page.waitForFunction(
        (many) => document.querySelectorAll('.module-title > button').length === many,
        {},
        before.length + steps,
      );
    }
  });

  it('are gone back to as they were when somebody named them so', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    const before = await moduleNames();
    await clickText(page, '.plan-tools .chip', 'Versions …');
    await clickText(page, '[role=menuitem]', 'Name the current version');
    await page.waitForSelector('input[aria-label="Name of this version"]');
    await page.keyboard.type('as agreed');
    await page.keyboard.press('Enter');
    await settledDown();
    await clickText(page, '.plan-tools .chip', 'Add a module');
    await page.waitForFunction(
      (many) => document.querySelectorAll('.module-title > button').length === many + 1,
      {},
      before.length,
    );
    await settledDown();
    await clickText(page, '.plan-tools .chip', 'Versions …');
    await page.waitForSelector('[role=menuitem]');
    await page.evaluate(() => {
      const entry = [...document.querySelectorAll<HTMLElement>('[role=menuitem]')].find((each) =>
        each.innerText.includes('as agreed'),
      );
      entry!.click();
    });
    await page.waitForFunction(
      (many) => document.querySelectorAll('.module-title > button').length === many,
      {},
      before.length,
    );
    expect(await moduleNames()).toEqual(before);
  });

  it('keep what is settled when they are proposed anew', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    await page.focus('.member-list');
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      () => document.querySelector('.caption')?.textContent.includes(' 0 % of the code') === false,
    );
    const share = /(\d+) % of the code confirmed/.exec(await textOf(page, '.caption'))![1];
    await clickText(page, '.plan-tools .chip', 'Propose …');
    await page.select('.propose select', 'folders');
    await page.click('.propose button[type=submit]');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('.module-title > button')].some(
        ({ textContent }) => textContent === 'berths',
      ),
    );
    expect(await textOf(page, '.caption')).toContain(`${share} % of the code confirmed`);
  });

  it('have no accessibility faults in either sheet', async () => {
    const { page } = demo.instrument;
    await open('modules?plan=1');
    await page.waitForSelector('.member-row');
    expect(await accessibilityFaults(page)).toEqual([]);
  });

  it('keep a file that is renamed, over a survey, and tell of one that is gone', async () => {
    const { page, demo: folder } = demo.instrument;
    const moduleWith = async (path: string): Promise<string> => {
      const file = planFileSchema.parse(
        await page.evaluate(
          async () => (await fetch('/codebases/1/plans/1.json')).json() as Promise<unknown>,
        ),
      );
      return file.modules.find(({ members }) => members.some(({ key }) => key === path))!.id;
    };
    const [season, gone, other] = ['tolls/season.ts', 'ledger/exchange.ts', 'gauging/season.ts'].map(
      (path) => `src/${path}`,
    );
    const before = await moduleWith(season);
    expect(await moduleWith('src/gauging/station.ts')).not.toBe(before);
    // What is kept by itself is told when it is gone; what stands in its folder alone is not missed.
    await open(`modules?plan=1&module=${await moduleWith(gone)}&focus=${encodeURIComponent(gone)}`);
    await waitForText(page, '.member-row.current', 'exchange.ts');
    await page.focus('.member-list');
    await page.keyboard.press('Enter');
    await settledDown();
    await page.waitForFunction(
      () => document.querySelector('.member-row.current')?.textContent.includes('exchange.ts') === false,
    );
    renameSync(join(folder, season), join(folder, other));
    writeFileSync(join(folder, 'src/gauging/brandNew.ts'), 'export const brandNew = 1;\n');
    rmSync(join(folder, gone));
    await open('intake');
    await waitForText(page, '.caption', 'would read');
    await surveyAgain(page);
    await open('modules?plan=1');
    await waitForText(page, '.plan-problem', gone);
    expect(await moduleWith(other)).toBe(before);
    // A new file stands where its folder does, and is told until it is known.
    await waitForText(page, '.plan-problem', '1 file is new');
    await clickText(page, '.plan-problem .link', 'Show them');
    await waitForText(page, '.member-row', 'brandNew.ts');
    expect(await moduleWith('src/gauging/brandNew.ts')).toBe(await moduleWith('src/gauging/station.ts'));
    await clickText(page, '.plan-problem .link', 'Mark as seen');
    await page.waitForFunction(() => !document.body.innerText.includes('is new since'));
    await clickText(page, '.plan-problem .link', 'Remove them');
    await page.waitForFunction(() => document.querySelector('.plan-problem') === null);
  });
});
