import { describe, expect, it } from 'vitest';
import { accessibilityFaults, clickText, goTo, textOf, waitForText } from './instrument.ts';
import { surveyedDemo } from './surveyedDemo.ts';

const demo = surveyedDemo();
const { open, parameter } = demo;

const names = (): Promise<string[]> =>
  demo.instrument.page.$$eval('.saved-views h2 a', (all) => all.map(({ textContent }) => textContent ?? ''));

async function saveAs(name: string, sentence = ''): Promise<void> {
  const { page } = demo.instrument;
  await clickText(page, '.survey-part button', 'Save view');
  await page.waitForSelector('.save-dialog input');
  await page.$eval('.save-dialog input', (input) => input.select());
  await page.keyboard.type(name);
  if (sentence !== '') await page.type('.save-dialog label:nth-of-type(2) input', sentence);
  await clickText(page, '.save-dialog button', 'Save');
  await page.waitForFunction(() => document.querySelector('.save-dialog') === null);
}

describe('saved views', () => {
  it('say how to save one, where there is none', async () => {
    await open('saved');
    await waitForText(demo.instrument.page, '.empty', 'No views saved yet');
  });

  it('keep a picture with its whole state, and open it as it was', async () => {
    const { page } = demo.instrument;
    await open('graph?in=src&open=src%2Ftolls&rings=one&least=2&flow=right');
    await page.waitForSelector('.graph-box');
    const drawn = await page.$$eval('.graph-box', (all) => all.length);
    await saveAs('Tolls, to the right', 'For the talk on Friday.');
    await open('matrix?in=src&grain=types');
    await saveAs('Types of src');
    await open('saved');
    expect(await names()).toEqual(['Tolls, to the right', 'Types of src']);
    const first = await textOf(page, '.saved-views li');
    expect(first).toContain('For the talk on Friday.');
    expect(first).toContain('links of 2 references or more, drawn to the right.');
    await clickText(page, '.saved-views h2 a', 'Tolls, to the right');
    await page.waitForSelector('.graph-box');
    expect(await page.$$eval('.graph-box', (all) => all.length)).toBe(drawn);
    expect([parameter('flow'), parameter('least'), parameter('rings')]).toEqual(['right', '2', 'one']);
  });

  it('are saved again in place of what they were', async () => {
    const { page } = demo.instrument;
    await open('saved');
    await clickText(page, '.saved-views h2 a', 'Tolls, to the right');
    await page.waitForSelector('.caption [aria-label^="direction"]');
    await page.click('.caption [aria-label^="direction"]');
    await clickText(page, '[role=menuitem]', 'downward');
    await page.waitForFunction(() => !location.search.includes('flow='));
    await clickText(page, '.survey-part button', 'Save view');
    await clickText(page, '.save-dialog button', 'In place of...');
    await page.waitForFunction(() => document.querySelector('.save-dialog') === null);
    await open('saved');
    await page.waitForFunction(
      () => document.querySelector('.saved-caption')?.textContent.includes('drawn to the right') === false,
    );
    expect(await names()).toHaveLength(2);
  });

  it('are put in order, called something else, taken out and brought back', async () => {
    const { page } = demo.instrument;
    await open('saved');
    await page.click('.saved-views li:nth-of-type(2) .chip');
    await page.waitForFunction(
      () => document.querySelector('.saved-views h2 a')?.textContent === 'Types of src',
    );
    await page.focus('.saved-views h2 a');
    await page.keyboard.down('Alt');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.up('Alt');
    await page.waitForFunction(
      () => document.querySelector('.saved-views h2 a')?.textContent === 'Tolls, to the right',
    );
    await clickText(page, '.saved-views .chip', 'Edit name and description');
    await page.$eval('.saved-words input', (input) => input.select());
    await page.keyboard.type('Tolls');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.querySelector('.saved-views h2 a')?.textContent === 'Tolls');
    await clickText(page, '.saved-views .chip', 'Remove');
    await waitForText(page, '.saved-views', '“Tolls” was removed.');
    await page.waitForFunction(() => document.querySelectorAll('.saved-views li').length === 1);
    await clickText(page, '.saved-views button', 'Undo');
    await page.waitForFunction(() => document.querySelectorAll('.saved-views li').length === 2);
  });

  it('can be what the codebase opens with', async () => {
    const { page, url } = demo.instrument;
    await open('saved');
    await clickText(page, '.saved-views li:nth-of-type(2) .chip', 'Use as start view');
    await waitForText(page, '.saved-views', 'start view');
    await goTo(page, `${url}/codebases/1`);
    expect(new URL(page.url()).pathname).toBe('/codebases/1/matrix');
    expect(parameter('grain')).toBe('types');
  });

  it('have no accessibility faults in either sheet', async () => {
    const { page } = demo.instrument;
    await open('saved');
    expect(await accessibilityFaults(page)).toEqual([]);
  });
});

describe('marks', () => {
  it('are made from a menu, and seen wherever the element is named', async () => {
    const { page } = demo.instrument;
    await open('graph?in=src&open=');
    await page.click('.graph-box .element[title="src/tolls"]', { button: 'right' });
    await clickText(page, '[role=menuitem]', 'Mark…');
    await page.waitForSelector('.mark-dialog input');
    await page.$eval('.mark-dialog input', (input) => input.select());
    await page.keyboard.type('fees');
    await clickText(page, '.mark-dialog label', 'a frame around the name');
    await page.click('.mark-dialog [role=radio][aria-label="rust"]');
    await clickText(page, '.mark-dialog button', 'Save mark');
    await page.waitForSelector('.graph-box .element.mark-frame');
    await waitForText(page, '.tray', 'fees');
    await open('measures?of=file&in=src%2Ftolls');
    await page.waitForSelector('.marked-name.mark-frame');
    const title = await page.$eval('.marked-name.mark-frame', (name) => (name as HTMLElement).title);
    expect(title).toContain('marked: fees');
  });

  it('are hidden and shown, changed, removed and made again', async () => {
    const { page } = demo.instrument;
    await open('graph?in=src&open=');
    await page.waitForSelector('.graph-box .element.mark-frame');
    await page.click('[aria-label="Show the mark fees"]');
    await page.waitForFunction(() => document.querySelector('.element.mark-frame') === null);
    await page.click('[aria-label="Show the mark fees"]');
    await page.waitForSelector('.graph-box .element.mark-frame');
    await clickText(page, '.mark-entry button', 'fees');
    await clickText(page, '.mark-dialog label', 'ground behind the name');
    await clickText(page, '.mark-dialog button', 'Save mark');
    await page.waitForSelector('.graph-box .element.mark-ground');
    await page.click('[aria-label="Remove the mark fees"]');
    await waitForText(page, '.tray', 'The mark “fees” was removed.');
    await page.waitForFunction(() => document.querySelector('.graph-box .mark-ground') === null);
    await clickText(page, '.tray button', 'Undo');
    await page.waitForSelector('.graph-box .element.mark-ground');
  });
});
