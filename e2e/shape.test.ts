import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { installationRoot } from '../server/installation.ts';
import { readPlan } from '../server/plans/readPlan.ts';
import { openStore } from '../server/store/database.ts';
import { makePlan, modulePlan } from '../server/store/modulePlans.ts';
import { accessibilityFaults, clickText, textOf, waitForText } from './instrument.ts';
import { surveyedDemo } from './surveyedDemo.ts';

const demo = surveyedDemo();
const { open, parameter } = demo;

/** The plan that comes with the demo. */
beforeAll(() => {
  const name = 'hollowmere-plan.yaml';
  const text = readFileSync(join(installationRoot, 'demo', name), 'utf8');
  const store = openStore(demo.instrument.data);
  makePlan(store, 1, 'Hollowmere', readPlan({ name, text }, []));
  store.close();
});

/** The strays that nobody left where they are, in their order. */
const strayNames = (): Promise<string[]> =>
  demo.instrument.page.$$eval('.stray-row:not(.left) .element', (all) =>
    all.map(({ textContent }) => textContent ?? ''),
  );

describe('strays', () => {
  it('are told with their reasons, each followed to the code', async () => {
    const { page } = demo.instrument;
    await open('strays?by=plan');
    expect(await textOf(page, '.strays-tools')).toContain('2 strays of 132 files in 16 modules');
    expect(await strayNames()).toEqual(['alarms.ts', 'rebates.ts']);
    const [uses] = await page.$$('.stray-figures button');
    const figure = await uses.$eval('.mono', ({ textContent }) => textContent ?? '');
    await uses.click();
    await page.waitForSelector('.dossier .place');
    await waitForText(page, '.dossier', `${figure} `);
    expect(parameter('to')).toBe('plan:gauging');
  });

  it('are moved by key, and brought back', async () => {
    const { page } = demo.instrument;
    await open('strays?by=plan');
    await page.focus('.stray-row .chip:last-of-type');
    await page.keyboard.press('Enter');
    await page.waitForSelector('.stray-row input');
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => document.querySelector('.stray-row input') === null);
    expect(await textOf(page, '.strays-tools')).toContain('2 strays of');
    await page.focus('.strays-list');
    await page.keyboard.press('ArrowDown');
    await page.waitForFunction(() => location.search.includes('focus='));
    await page.keyboard.press('Enter');
    await waitForText(page, '.strays-tools', '1 stray of');
    expect(await strayNames()).toEqual(['rebates.ts']);
    await clickText(page, '.strays-tools .chip', 'Undo');
    await waitForText(page, '.strays-tools', '2 strays of');
  });

  it('are left where they stand with a reason, which stays with them', async () => {
    const { page, data } = demo.instrument;
    await open('strays?by=plan&focus=src%2Ftolls%2Frebates.ts');
    await page.focus('.strays-list');
    await page.keyboard.press('l');
    await page.waitForSelector('.stray-tools input');
    await page.keyboard.type('rebates are booked, not charged');
    await page.keyboard.press('Enter');
    await waitForText(page, '.strays-tools', '1 stray of');
    await waitForText(page, '.stray-row.left', 'rebates are booked, not charged');
    const store = openStore(data);
    const placing = modulePlan(store, 1, 1).placings.find(({ target }) => target === 'src/tolls/rebates.ts');
    store.close();
    expect(placing).toMatchObject({
      module: 'ledger',
      isSettled: true,
      why: 'rebates are booked, not charged',
    });
    await open('modules?plan=1&module=ledger');
    await waitForText(page, '.member-why', 'rebates are booked, not charged');
  });

  it('are found among folders too, and say when there are none', async () => {
    const { page } = demo.instrument;
    await open('strays?by=folders');
    expect(await textOf(page, '.caption')).toContain('another folder');
    expect((await strayNames()).length).toBeGreaterThan(0);
    expect(await page.$$('.stray-tools button')).toEqual([]);
    // What the build takes for units has no links to the others.
    await open('strays?by=modules');
    await waitForText(page, '.strays-list', 'No strays');
  });
});

describe('a comparison', () => {
  it('shows who went where, and opens the files that two groups share', async () => {
    const { page } = demo.instrument;
    await open('compare');
    expect(await textOf(page, '.caption')).toMatch(/in the plan Hollowmere.*by folders 2 levels deep/);
    expect(await textOf(page, '.compare-figures')).toMatch(/MoJoFM \d+\.\d A → B, \d+\.\d B → A/);
    const band = await page.waitForSelector('.band[aria-label="1 file of Notices in src/gauging"]');
    await band!.click();
    await waitForText(page, '.compare-open', 'alarms.ts');
    expect(parameter('inOne')).toBe('plan:notices');
    await open(`compare?as=matrix&inOne=plan:notices&inOther=src%2Fgauging`);
    await page.waitForSelector('.common-matrix td.open');
    await waitForText(page, '.compare-open', 'alarms.ts');
  });

  it('has the first choice too, where another is the usual one', async () => {
    const { page } = demo.instrument;
    await open('compare');
    await clickText(page, '.caption button', 'in the plan Hollowmere');
    await clickText(page, '[role=menuitem]', 'by folders');
    await waitForText(page, '.compare-figures', 'MoJoFM 100.0 A → B');
    expect(parameter('one')).toBe('folders');
    await open('compare?other=folders');
    await clickText(page, '.caption button', '2 levels deep');
    await clickText(page, '[role=menuitem]', 'at the first level');
    await waitForText(page, '.caption', 'by folders at the first level');
    expect(parameter('otherLevels')).toBe('1');
  });

  it('is of what stands in the sentence', async () => {
    const { page } = demo.instrument;
    await open('compare?one=folders&other=folders');
    expect(await textOf(page, '.compare-figures')).toContain('MoJoFM 100.0 A → B, 100.0 B → A');
    await clickText(page, '.caption button', 'by folders');
    await clickText(page, '[role=menuitem]', 'by packages');
    await page.waitForFunction(() => location.search.includes('one=packages'));
    await page.waitForFunction(
      () => document.querySelector('.compare-figures')?.textContent.includes('100.0 A → B') === false,
    );
  });
});

it.each(['strays?by=plan', 'compare', 'compare?as=matrix'])(
  '%s has no accessibility faults',
  async (path) => {
    const { page } = demo.instrument;
    await open(path);
    expect(await accessibilityFaults(page)).toEqual([]);
  },
);
