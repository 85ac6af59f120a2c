import { describe, expect, it } from 'vitest';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  accessibilityFaults,
  clickText,
  goTo,
  quiet,
  surveyAgain,
  textOf,
  waitForText,
} from './instrument.ts';
import { surveyedDemo } from './surveyedDemo.ts';

const demo = surveyedDemo();
const { open, load, parameter } = demo;

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
    await clickText(page, '.graph-tools .chip', 'Show 1 hidden again');
    await waitForText(page, '.graph-box', 'tariff.ts');
    await clickText(page, '.graph-tools .chip', 'Show the whole graph');
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
    await clickText(page, '.graph-tools .chip', 'Paths to the selection');
    await page.waitForFunction(() => location.search.includes('until='));
    await waitForText(page, '.caption', 'on the shortest paths between invoice.ts and money.ts');
    const shortest = await boxNames();
    expect(shortest).toEqual(expect.arrayContaining(['invoice.ts', 'money.ts']));
    await open('graph?around=src%2Ftolls%2Finvoice.ts&until=src%2Fkernel%2Fmoney.ts&ways=all');
    expect((await boxNames()).length).toBeGreaterThan(shortest.length);
    await clickText(page, '.graph-tools .chip', 'Show neighbours');
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
    const faint = await page.$eval('.graph-edge:not(.lit) path', (path) => getComputedStyle(path).opacity);
    expect(Number(faint)).toBeLessThan(0.3);
  });

  it('is pruned by what is chosen, by all but that, and by a pattern', async () => {
    const { page } = demo.instrument;
    const takeOut = async (what: string): Promise<void> => {
      await clickText(page, '.graph-tools .chip', 'Hide …');
      await clickText(page, '[role=menuitem]', what);
    };
    await open('graph?in=src&open=');
    await page.waitForSelector('.graph-box');
    const all = (await boxNames()).length;
    for (const key of ['src/tolls', 'src/kernel']) {
      await page.keyboard.down('Control');
      await page.click(`.graph-box .element[title="${key}"]`);
      await page.keyboard.up('Control');
    }
    await waitForText(page, '.graph-tools', '2 chosen');
    expect(parameter('focus')).toBeNull();
    await takeOut('All except the selected...');
    await page.waitForFunction(() => document.querySelectorAll('.graph-box').length === 2);
    expect((await boxNames()).sort()).toEqual(['kernel', 'tolls']);
    await page.goBack();
    await page.waitForFunction((count) => document.querySelectorAll('.graph-box').length === count, {}, all);
    await takeOut('By a pattern of paths or names …');
    await page.type('[aria-label="Hide by pattern"]', 'src/{tolls,desk}');
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      (count) => document.querySelectorAll('.graph-box').length === count,
      {},
      all - 2,
    );
    expect(await boxNames()).not.toContain('desk');
  });

  it('grows by some, by all or by those of a group where many more use a thing', async () => {
    const { page } = demo.instrument;
    await open('graph?around=src%2Fkernel%2Fmoney.ts&up=0&down=0');
    await page.waitForSelector('.graph-more.users');
    await page.$eval('[aria-label^="Add what uses money.ts"]', (sign) => (sign as HTMLElement).click());
    await clickText(page, '[role=menuitem]', 'Those in tolls...');
    await page.waitForFunction(() => location.search.includes('users='));
    await page.waitForFunction(() => document.querySelectorAll('.graph-box:not(.open)').length === 4);
    const some = await boxNames();
    await page.$eval('[aria-label^="Add what uses money.ts"]', (sign) => (sign as HTMLElement).click());
    await clickText(page, '[role=menuitem]', 'All ...');
    await page.waitForFunction(
      (count) => document.querySelectorAll('.graph-box:not(.open)').length > count,
      {},
      some.length,
    );
    await page.waitForFunction(
      () => document.querySelector('[aria-label^="Add what uses money.ts"]') === null,
    );
  });

  it('keeps a box where it was put, by pointer and by key, and puts it back', async () => {
    const { page } = demo.instrument;
    await open('graph?in=src&open=');
    await page.waitForSelector('.graph-box');
    const before = await placeOf('src/misc');
    const box = (await page.$('.graph-box:has(> .graph-name > .element[title="src/misc"])'))!;
    const { x, y, height } = (await box.boundingBox())!;
    await page.mouse.move(x + 3, y + height / 2);
    await page.mouse.down();
    await page.mouse.move(x + 60, y + height / 2 + 30, { steps: 4 });
    await page.mouse.up();
    await page.waitForFunction(() => location.search.includes('put='));
    await waitForText(page, '.graph-tools', 'Put back 1 box');
    const put = await placeOf('src/misc');
    expect([put.x > before.x + 30, put.y > before.y + 15]).toEqual([true, true]);
    expect(parameter('focus')).toBeNull();
    await page.click('.graph-box .element[title="src/misc"]');
    await page.waitForFunction(() => location.search.includes('focus='));
    // The key moves what the page shows as selected, which follows the address.
    await page.waitForSelector('.graph-box.lit');
    await quiet(page);
    await page.keyboard.down('Shift');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.up('Shift');
    await page.waitForFunction(
      (left) =>
        parseFloat(document.querySelector<HTMLElement>('.graph-box.lit')?.style.left ?? '0') > left + 10,
      {},
      put.x,
    );
    await clickText(page, '.graph-tools .chip', 'Put back 1 box');
    await page.waitForFunction(() => !location.search.includes('put='));
  });

  it('is gone along step by step, with the lines of each step beside it', async () => {
    const { page } = demo.instrument;
    await open('graph?around=src%2Fdesk&until=src%2Ffleet%2Fbarge.ts');
    await clickText(page, '.way-steps .chip', 'Read it step by step');
    await waitForText(page, '.way-steps', 'step 1 of');
    await page.waitForSelector('.dossier .place');
    const first = await textOf(page, '.way-steps');
    await page.click('[aria-label="The next step"]');
    await page.waitForFunction(
      (text) => document.querySelector('.way-steps')?.textContent !== text,
      {},
      first,
    );
    await waitForText(page, '.way-steps', 'step 2 of');
    await page.waitForSelector('.graph-edge.walked');
  });

  it('draws what two that are not connected have in common, and says that no way leads', async () => {
    const { page } = demo.instrument;
    await open('graph?around=src%2Ftolls%2Fclasses.ts&until=src%2Fberths%2Fberth.ts');
    await waitForText(page, '.graph-said', 'No path leads');
  });

  it('has externals in a plot of their own, and cycles as one box that is spread again', async () => {
    const { page } = demo.instrument;
    await open('graph?in=src&open=&externals=in&rings=one');
    await page.waitForSelector('.graph-box.external.open');
    const ring = await page.$eval('.graph-box:has([title*="src/tolls"]) .graph-name', (e) => e.textContent);
    expect(ring).toContain('of ');
    await page.$eval('.graph-box:has([title*="src/tolls"]) .graph-toggle', (sign) =>
      (sign as HTMLElement).click(),
    );
    await page.waitForFunction(() => location.search.includes('apart='));
    await page.waitForSelector('.graph-box .element[title="src/tolls"]');
    // Wherever it is on its way to.
    await page.$eval('.graph-box.external.open .graph-toggle', (sign) => (sign as HTMLElement).click());
    await page.waitForFunction(() => document.querySelector('.graph-box.external') === null);
  });

  it('of many links draws those between two groups together, and leads from them to their lines', async () => {
    const { page } = demo.instrument;
    const groups = ['src', ...['tolls', 'kernel', 'web', 'ledger'].map((name) => `src/${name}`)];
    const search = new URLSearchParams(groups.map((key) => ['open', key]));
    await load(`graph?in=&grain=routines&${search}`);
    await page.waitForSelector('.graph-image[data-painted]');
    await waitForText(page, '.graph-legend', 'links between groups run together');
    expect(await page.$$('.graph-edge')).toHaveLength(0);
    // The pointer goes over the sheet until it is at a bundle.
    const found = await page.$eval('.graph-sheet', async (sheet) => {
      const frame = (): Promise<void> =>
        new Promise((drawn) => requestAnimationFrame(() => setTimeout(drawn, 0)));
      const { left, top, width, height } = sheet.getBoundingClientRect();
      for (let y = top + 40; y < top + height - 60; y += 6)
        for (let x = left + 40; x < left + width - 200; x += 70) {
          if (document.elementFromPoint(x, y)?.closest('[data-box], button')) continue;
          sheet.dispatchEvent(new PointerEvent('pointermove', { clientX: x, clientY: y }));
          await frame();
          const title = sheet.querySelector('.graph-edge title')?.textContent ?? '';
          if (title.includes(' links')) return { x, y, title };
        }
      return null;
    });
    const [, count] = /: ([\d,]+) references in \d+ links/.exec(found!.title)!;
    await page.mouse.click(found!.x, found!.y);
    await waitForText(page, '.dossier .lead', `${count} place`);
    // Another scale: the same image, made anew.
    const painted = await page.$eval('.graph-image', (image) =>
      Number((image as HTMLElement).dataset.painted),
    );
    await page.focus('.graph-sheet');
    await page.keyboard.press('+');
    await page.waitForFunction(
      (before) => Number(document.querySelector<HTMLElement>('.graph-image')?.dataset.painted) > before,
      {},
      painted,
    );
  });

  it('starts from a menu, from what a claim counts, and from a cycle', async () => {
    const { page } = demo.instrument;
    await load('graph?in=src&open=');
    await page.click('.graph-box .element[title="src/tolls"]', { button: 'right' });
    await clickText(page, '[role=menuitem]', 'What a change reaches');
    await page.waitForFunction(() => location.search.includes('around=src%2Ftolls'));
    expect([parameter('up'), parameter('down')]).toEqual(['9', '0']);
    await open('graph?in=src&open=&from=src%2Ftolls&to=src%2Fkernel');
    const counted = await textOf(page, '.dossier .lead');
    await clickText(page, '.dossier a', 'Draw them');
    await page.waitForFunction(() => location.search.includes('ways=direct'));
    await page.waitForSelector('.graph-edge');
    const drawn = await page.$$eval('.graph-edge title', (all) =>
      all.map(({ textContent }) => Number(/: ([\d,]+) ref/.exec(textContent ?? '')![1])),
    );
    // The places of the claim are those of the links from one to the other.
    expect(drawn.reduce((sum, n) => sum + n, 0)).toBeGreaterThanOrEqual(parseInt(counted));
    await open('cycles');
    await clickText(page, '.cycle-details a', 'Show in graph');
    await waitForText(page, '.caption', 'members of the cycle');
  });

  it('becomes a module of the plan', async () => {
    const { page, url } = demo.instrument;
    await goTo(page, `${url}/codebases/1/modules`);
    await clickText(page, 'button', 'Propose');
    await page.waitForSelector('.plan-frame');
    await open('graph?around=src%2Ftolls%2Ftariff.ts&down=0');
    await clickText(page, '.graph-tools .chip', 'As a module');
    await page.waitForSelector('[aria-label="Name of the new module"]:focus');
    await page.keyboard.type('Tariff and users');
    await page.keyboard.press('Enter');
    await waitForText(page, '.graph-tools', 'Tariff and users is a module of');
    await open('modules');
    await waitForText(page, '.plan-view', 'Tariff and users');
  });

  it('of two surveys shows what came and what went, and leads from what went to the older one', async () => {
    const { page, demo: root } = demo.instrument;
    writeFileSync(
      join(root, 'src/tolls/fees.ts'),
      "import { Tariff } from './tariff';\nexport const fee = (t: Tariff) => t;\n",
    );
    rmSync(join(root, 'src/gauging'), { recursive: true });
    await open('survey');
    await surveyAgain(page);
    await open('graph?in=src&open=src%2Ftolls');
    await page.click('.caption-more');
    await page.click('.caption [aria-label^="another survey"]');
    await clickText(page, '[role=menuitem]', 'the survey of...');
    await page.waitForSelector('.graph-box.gone');
    expect(await textOf(page, '.graph-box.gone')).toContain('gauging');
    expect(await textOf(page, '.graph-box.came')).toContain('fees.ts');
    const gone = await page.$eval('.graph-edge.gone title', ({ textContent }) => textContent ?? '');
    expect(gone).toMatch(/gauging.*: 0 references, \d+ before/);
    await waitForText(page, '.graph-legend', '+ new · − gone');
    await page.$eval('.graph-edge.gone .graph-reach', (path) =>
      path.dispatchEvent(new MouseEvent('click', { bubbles: true })),
    );
    await page.waitForFunction(
      () => location.search.includes('survey=1') && !location.search.includes('since='),
    );
    await waitForText(page, '.dossier .lead', `${/(\d+) before/.exec(gone)![1]} place`);
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
    const [svg, pdf] = await page.evaluate(
      (base) =>
        Promise.all(
          ['svg', 'pdf'].map(async (format) =>
            (
              await (await fetch(`${base}/codebases/1/graphs/graph.${format}?in=src&caption=Folders`)).text()
            ).slice(0, 9),
          ),
        ),
      url,
    );
    expect([svg.slice(0, 4), pdf.slice(0, 5)]).toEqual(['<svg', '%PDF-']);
  });

  it.each([
    'graph?in=src',
    'graph?around=src%2Ftolls%2Ftariff.ts',
    'graph?in=src&as=table',
    'graph?in=src&externals=in&rings=one&tint=codeLines&bar=ca',
  ])('%s has no accessibility faults', async (path) => {
    const { page } = demo.instrument;
    await open(path);
    expect(await accessibilityFaults(page)).toEqual([]);
  });
});
