import { describe, expect, it } from 'vitest';
import { accessibilityFaults, clickText, textOf, waitForText } from './instrument.ts';
import { surveyedDemo } from './surveyedDemo.ts';

const demo = surveyedDemo();
const { open, parameter } = demo;

/** The names of the boxes that are not open, as they stand in the page. */
const boxNames = (): Promise<string[]> =>
  demo.instrument.page.$$eval('.graph-box:not(.open) .element', (all) =>
    all.map(({ textContent }) => textContent ?? ''),
  );
/** Where a box lies in the drawing. */
const placeOf = (key: string): Promise<{ x: number; y: number }> =>
  demo.instrument.page.$eval(`.graph-box:has(> .graph-name > .element[title="${key}"])`, (box) => {
    const { left, top } = (box as HTMLElement).style;
    return { x: parseFloat(left), y: parseFloat(top) };
  });

describe('the graph', () => {
  it('draws users above what they rest on, and leads from a link to its lines', async () => {
    const { page } = demo.instrument;
    await open('graph?in=src');
    await page.waitForSelector('.graph-edge');
    const [web, kernel] = [await placeOf('src/web'), await placeOf('src/kernel')];
    expect(web.y).toBeLessThan(kernel.y);
    expect(await page.$$('.graph-edge.against')).not.toHaveLength(0);
    await page.$eval('.graph-edge.against .graph-reach', (path) =>
      path.dispatchEvent(new MouseEvent('click', { bubbles: true })),
    );
    await page.waitForSelector('.dossier .place');
    const title = await page.$eval('.graph-edge.against title', ({ textContent }) => textContent ?? '');
    const [, references] = /: (\d+) reference/.exec(title)!;
    await waitForText(page, '.dossier', `${references} `);
  });

  it('opens groups in place, and goes back as the browser does', async () => {
    const { page } = demo.instrument;
    await open('graph?in=src&open=');
    await page.waitForSelector('.graph-box');
    await page.click('[aria-label="Open tolls"]');
    await page.waitForSelector('.graph-box.open');
    expect(await boxNames()).toContain('tariff.ts');
    await page.click('[aria-label="Close tolls"]');
    await page.waitForFunction(() => document.querySelector('.graph-box.open') === null);
    await page.goBack();
    await page.waitForSelector('.graph-box.open');
  });

  it('draws what is around an element, grows by what uses it and loses what is taken out', async () => {
    const { page } = demo.instrument;
    await open('graph?around=src%2Ftolls%2Ftariff.ts&up=0&down=1&focus=src%2Ftolls%2Ftariff.ts');
    await page.waitForSelector('.graph-more');
    const before = await boxNames();
    expect(before).toContain('tariff.ts');
    await page.click('[aria-label^="Add what uses tariff.ts"]');
    await page.waitForFunction(
      (count) => document.querySelectorAll('.graph-box:not(.open)').length > count,
      {},
      before.length,
    );
    expect(await boxNames()).toContain('assessment.ts');
    await page.focus('.graph-sheet');
    await page.keyboard.press('Backspace');
    await page.waitForFunction(() => location.search.includes('without='));
    await page.waitForFunction(
      () => ![...document.querySelectorAll('.graph-box .element')].some((e) => e.textContent === 'tariff.ts'),
    );
    await clickText(page, '.graph-tools .chip', 'Bring back 1 box');
    await waitForText(page, '.graph-box', 'tariff.ts');
    await clickText(page, '.graph-tools .chip', 'The whole');
    await page.waitForFunction(() => !location.search.includes('around='));
  });

  it('draws no step, and as many as ever, where its sentence is told so', async () => {
    const { page } = demo.instrument;
    const choose = async (part: string, option: string): Promise<void> => {
      await page.click(`.caption [aria-label^="${part}"]`);
      await clickText(page, '[role=menuitem]', option);
    };
    await open('graph?around=src%2Ftolls%2Ftariff.ts');
    const usual = await boxNames();
    await choose('steps of users', 'no step');
    await page.waitForFunction(() => location.search.includes('up=0'));
    await page.waitForFunction(
      (count) => document.querySelectorAll('.graph-box:not(.open)').length < count,
      {},
      usual.length,
    );
    await choose('steps of users', 'all steps');
    await page.waitForFunction(
      (count) => document.querySelectorAll('.graph-box:not(.open)').length > count,
      {},
      usual.length,
    );
    await choose('steps of users', 'one step');
    await page.waitForFunction(() => !location.search.includes('up='));
  });

  it('draws the ways from one element to another', async () => {
    const { page } = demo.instrument;
    await open('graph?around=src%2Ftolls%2Finvoice.ts&focus=src%2Fkernel%2Fmoney.ts');
    await clickText(page, '.graph-tools .chip', 'Ways to what is in focus');
    await page.waitForFunction(() => location.search.includes('until='));
    await waitForText(
      page,
      '.caption',
      'on the shortest ways by which invoice.ts and money.ts use one the other',
    );
    const shortest = await boxNames();
    expect(shortest).toEqual(expect.arrayContaining(['invoice.ts', 'money.ts']));
    await open('graph?around=src%2Ftolls%2Finvoice.ts&until=src%2Fkernel%2Fmoney.ts&ways=all');
    expect((await boxNames()).length).toBeGreaterThan(shortest.length);
    await clickText(page, '.graph-tools .chip', 'What is around it');
    await waitForText(page, '.caption', 'around invoice.ts');
  });

  it('is gone through by key, from any box to what is around it', async () => {
    const { page } = demo.instrument;
    await open('graph?in=src&focus=src%2Fweb');
    await page.waitForSelector('.graph-box.lit');
    await page.focus('.graph-sheet');
    await page.keyboard.press('ArrowDown');
    await page.waitForFunction(() => !location.search.includes('focus=src%2Fweb'));
    const focus = parameter('focus')!;
    expect((await placeOf(focus)).y).toBeGreaterThan((await placeOf('src/web')).y);
    await page.keyboard.press('g');
    await page.waitForFunction(() => location.search.includes('around='));
    expect(parameter('around')).toBe(focus);
  });

  it('moves nothing under the pointer, and lights what is linked', async () => {
    const { page } = demo.instrument;
    await open('graph?in=src');
    await page.waitForSelector('.graph-edge');
    const before = await placeOf('src/kernel');
    await page.hover('.graph-box:has(> .graph-name > .element[title="src/kernel"])');
    await page.waitForSelector('.graph-edge.lit');
    expect(await placeOf('src/kernel')).toEqual(before);
    expect(await page.$$('.graph-edge.dim')).not.toHaveLength(0);
  });

  it('is a table of the same links, and is taken along', async () => {
    const { page, url } = demo.instrument;
    await open('graph?in=src');
    const [, links] = /(\d+) links/.exec(await textOf(page, '.graph-tools'))!;
    await open('graph?in=src&as=table');
    await page.waitForSelector('.link-table tbody tr');
    expect(await page.$$('.link-table tbody tr')).toHaveLength(Number(links));
    const text = await page.evaluate(
      async (address) => (await fetch(address)).text(),
      `${url}/codebases/1/graphs/graph.dot?in=src&caption=Folders`,
    );
    expect(text).toContain('label="Folders"');
    expect(text.split(' -> ').length - 1).toBe(Number(links));
  });

  it.each(['graph?in=src', 'graph?around=src%2Ftolls%2Ftariff.ts', 'graph?in=src&as=table'])(
    '%s has no accessibility faults',
    async (path) => {
      const { page } = demo.instrument;
      for (const scheme of ['light', 'dark']) {
        await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: scheme }]);
        await open(path);
        expect(await accessibilityFaults(page), scheme).toEqual([]);
      }
    },
  );
});
