import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  clickText,
  goTo,
  lookOver,
  openAndSurvey,
  textOf,
  waitForText,
  type Instrument,
} from './instrument.ts';
import { startInstrument } from './startInstrument.ts';

let instrument: Instrument;

beforeAll(async () => {
  instrument = await startInstrument({ surveyed: false });
});
afterAll(() => instrument.close());

const typePath = (path: string): Promise<void> => lookOver(instrument, path);
const survey = (path: string): Promise<void> => openAndSurvey(instrument, path);

describe('opening a codebase', () => {
  it('an empty list says what to do', async () => {
    const { page, url } = instrument;
    await goTo(page, url);
    expect(await textOf(page, 'main')).toContain('Type the path of a folder above to preview its files');
  });

  it('a path that is not there gets one sentence, at the field, and what was typed stays', async () => {
    const { page } = instrument;
    await typePath('/no/such/folder');
    await waitForText(page, '.MuiFormHelperText-root', 'There is no /no/such/folder on this machine.');
    expect(await page.$eval('input[name=path]', (input) => input.value)).toBe('/no/such/folder');
  });

  it('a folder with nothing to read says so, and offers no survey', async () => {
    const { page } = instrument;
    await typePath(join(instrument.demo, '..', 'data'));
    await page.waitForFunction(() => location.pathname.endsWith('/intake'));
    await waitForText(page, '.intake', 'No file here is in a language that Yletope reads');
    expect(await page.$eval('.intake-actions button', (button) => button.hasAttribute('disabled'))).toBe(
      true,
    );
  });

  it('a folder is surveyed with progress, and its overview comes up', async () => {
    const { page, demo, errors } = instrument;
    await survey(demo);
    await waitForText(page, '.survey-page', 'Done in');
    await clickText(page, 'a', 'See the overview');
    await waitForText(page, '.overview', 'Outliers');
    expect(await textOf(page, '.overview')).toContain('assessPassage');
    expect(await textOf(page, '.title-block')).toContain('3 gaps, 1 partly read');
    expect(errors).toEqual([]);
  });

  it('surveying again shows what has changed since', async () => {
    const { page, demo } = instrument;
    const base = page.url().replace(/\/overview.*/, '');
    writeFileSync(join(demo, 'src', 'kernel', 'added.ts'), 'export function added() {}\n');
    await goTo(page, `${base}/survey`);
    await clickText(page, 'button', 'Survey again');
    await waitForText(page, '.survey-page > section', ': 138 files,');
    await goTo(page, `${base}/overview?tests=in`);
    expect(await textOf(page, '.caption')).toContain('138 files');
  });

  it('state is changed only from Yletope’s own pages', async () => {
    const response = await fetch(`${instrument.url}/?index`, {
      method: 'POST',
      headers: { 'sec-fetch-site': 'cross-site', 'content-type': 'application/x-www-form-urlencoded' },
      body: 'intent=remove&id=1',
    });
    expect(response.status).toBe(403);
  });

  it('removing asks first, and then the codebase is gone from the list', async () => {
    const { page, url } = instrument;
    await goTo(page, url);
    await page.click('button[aria-label="Remove hollowmere"]');
    await waitForText(page, '[role=dialog]', 'is not touched');
    await page.click('[role=dialog] button[type=submit]');
    await page.waitForFunction(() => !document.body.innerText.includes('hollowmere'));
  });
});

describe('a survey that takes a while', () => {
  it('shows how far it is, can be stopped, and goes on where it was', async () => {
    const { page, demo } = instrument;
    const large = join(demo, '..', 'large');
    const line = 'export function f(x: number) { return x > 1 ? g(x) : h(x && 2); }\n';
    mkdirSync(large);
    for (let i = 0; i < 600; i++) writeFileSync(join(large, `f${i}.ts`), line.repeat(60));
    await survey(large);
    // Stopped within the page as soon as it says how far it is, for the rest takes a second or two.
    const phase = await page.waitForFunction(() => {
      if (!/ of 600 files, .* a second, .* left/.test(document.body.innerText)) return false;
      const phase = document.querySelector('.title-block')!.textContent;
      [...document.querySelectorAll('button')]
        .find(({ textContent }) => textContent.includes('Stop'))!
        .click();
      return phase;
    });
    expect(await phase.jsonValue()).toContain('extract');
    await waitForText(page, '.survey-page', 'The survey was stopped.');
    await clickText(page, 'button', 'Resume');
    await waitForText(page, '.survey-page', 'Done in');
    expect(await textOf(page, '.survey-page')).toContain('600 files');
  });
});
