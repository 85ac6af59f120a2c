import { request } from 'node:http';
import { describe, expect, it } from 'vitest';
import { arrangementIds } from '../core/arrangement/arrangement.ts';
import { grains } from '../core/arrangement/units.ts';
import { railViews } from '../app/frame/viewDescriptor.ts';
import { allViews } from '../app/views.ts';
import { clickText, goTo, matrixDrawn, reload, surveyAgain, textOf, waitForText } from './instrument.ts';
import { surveyedDemo } from './surveyedDemo.ts';

const demo = surveyedDemo();
const { open, load, parameter } = demo;

describe('every view', () => {
  it.each(arrangementIds.flatMap((by) => grains.map((grain) => [by, grain] as const)))(
    'opens by %s at the grain of %s, and says so',
    async (by, grain) => {
      const { page, errors } = demo.instrument;
      for (const path of ['overview', 'measures', 'matrix', 'cycles']) {
        const address = `${demo.instrument.url}/codebases/1/${path}?by=${by}&grain=${grain}&tests=in`;
        await page.goto(address, { waitUntil: 'load' });
        await page.waitForSelector('.caption');
        expect(await page.$('.empty .mono.faded'), path).toBeNull();
      }
      expect(errors).toEqual([]);
    },
    60_000,
  );

  it('of the rail is reached by a click, in one line each, and by its number', async () => {
    const { page } = demo.instrument;
    await open('overview');
    const names = railViews(allViews).map(({ name }) => name);
    const rows = await page.$$eval('.rail a', (links) =>
      links.map((link) => ({ name: link.querySelector('span')!.textContent, height: link.clientHeight })),
    );
    expect(rows.map(({ name }) => name)).toEqual(names);
    expect(Math.max(...rows.map(({ height }) => height))).toBeLessThan(28);
    const matrixAt = names.indexOf('Matrix') + 1;
    await page.keyboard.press(String(matrixAt) as '6');
    await page.waitForFunction(() => location.pathname.endsWith('/matrix'));
    await clickText(page, '.rail a span', 'Cycles');
    await page.waitForFunction(() => location.pathname.endsWith('/cycles'));
  });

  it('leaves more room when the rail is folded, and that is remembered', async () => {
    const { page } = demo.instrument;
    await open('overview');
    const width = (): Promise<number> => page.$eval('.rail', (rail) => rail.clientWidth);
    const before = await width();
    await page.click('.rail-fold');
    expect(await width()).toBeLessThan(60);
    await reload(page);
    await page.waitForSelector('.rail.folded');
    await page.click('.rail-fold');
    expect(await width()).toBe(before);
  });
});

describe('arrangements', () => {
  it('are chosen in the caption; a group is a focus, and its figures open their places', async () => {
    const { page } = demo.instrument;
    await open('matrix?grain=groups');
    await page.click('button[aria-label^="arrangement"]');
    await clickText(page, '[role=menuitem]', 'by package');
    await page.waitForFunction(() => location.search.includes('by=packages'));
    await matrixDrawn(page);
    await open('matrix?by=packages&grain=groups&focus=packages%3Ahollowmere.planner');
    await waitForText(page, '.dossier', 'package');
    await waitForText(page, '.dossier', 'Internal share');
    await waitForText(page, '.dossier .use-tree', 'Uses');
    await open('measures?by=modules&of=group');
    await waitForText(page, '.measures-grid', 'berth-planner');
    expect(await textOf(page, '.measures-tools')).toContain('build module');
  });

  it('a count in the dossier opens as many places', async () => {
    const { page } = demo.instrument;
    for (const focus of ['src/tolls', 'src/tolls/tariff.ts', 'src/tolls/tariff.ts#Tariff']) {
      await open(`matrix?focus=${encodeURIComponent(focus)}`);
      const button = await page.waitForSelector('.use-tree .use-row button[aria-label$="show them"]');
      const count = await button!.evaluate((element) => element.textContent);
      await button!.click();
      await waitForText(page, '.dossier .lead', `${count} place`);
      const listed = await page.$$eval('.dossier .place', (places) => places.length);
      expect(String(listed), focus).toBe(count);
    }
  });

  it('the places of a claim are kept by kind and by name, and stand together as asked', async () => {
    const { page, errors } = demo.instrument;
    await open('matrix?from=src&to=src%2Ftolls');
    await waitForText(page, '.dossier .lead', 'places in');
    const listed = () => page.$$eval('.dossier .place', (places) => places.length);
    const all = await listed();
    const chip = await page.waitForSelector('.evidence-choice [aria-label=Kinds] button');
    const kept = await chip!.$eval('.figure', (element) => Number(element.textContent));
    await chip!.click();
    await waitForText(page, '.evidence-choice', `of these`);
    await page.waitForFunction(
      (count) => document.querySelectorAll('.dossier .place').length === count,
      {},
      kept,
    );
    expect(kept).toBeLessThan(all);
    expect(await chip!.evaluate((element) => element.getAttribute('aria-pressed'))).toBe('true');
    await page.select('.evidence-choice select', 'used');
    await page.waitForFunction(() => location.search.includes('placesBy=used'));
    await waitForText(page, '.dossier .place-path', 'src/');
    await page.type('.evidence-named', 'no such name');
    await waitForText(page, '.evidence-choice', 'None of these');
    await page.keyboard.press('Escape');
    expect(errors).toEqual([]);
  });

  it('a tag of the matrix is the same cycle in the view of cycles and in the dossier', async () => {
    const { page } = demo.instrument;
    await load('cycles?in=src&cycle=G:src%2Fkernel');
    const title = await textOf(page, '.cycle-details h2');
    expect(title).toMatch(/^G1: 12 members/);
    await load('matrix?focus=src%2Fkernel');
    await waitForText(page, '.dossier', 'In cycle G1 of');
    await load('cycles?cycle=C:src%2Fno%2Fsuch.ts');
    await waitForText(page, '.cycle-details', 'no cycle with src/no/such.ts');
  });
});

describe('a picture that takes more than an address', () => {
  it('gets a short one that opens the same picture, and goes on from there', async () => {
    const { page, errors } = demo.instrument;
    const far = Array.from({ length: 150 }, (_, i) => `open=src%2Fno-such-quay-${i}%2Fof-the-harbour`);
    await open(`matrix?open=src&open=src%2Ftolls&${far.join('&')}`);
    await matrixDrawn(page);
    await page.click('button[aria-label^="order"]');
    await clickText(page, '[role=menuitem]', 'name');
    await page.waitForFunction(() => new URLSearchParams(location.search).has('kept'));
    await matrixDrawn(page);
    expect(page.url().length).toBeLessThan(400);
    expect(page.url()).not.toContain('open=');
    expect(parameter('order')).toBe('name');
    await waitForText(page, '.chip', 'Reset groups');
    // Whoever is sent the address sees the groups that were opened by hand.
    await goTo(page, page.url());
    await matrixDrawn(page);
    await clickText(page, '.chip', 'Reset groups');
    await page.waitForFunction(() => !new URLSearchParams(location.search).has('kept'));
    expect(parameter('order')).toBe('name');
    await open('matrix?kept=nowhere');
    await waitForText(page, 'body', 'is not stored here');
    expect(errors).toEqual([]);
  });
});

describe('tests', () => {
  it('are in every figure or in none', async () => {
    const { page } = demo.instrument;
    const figures = async (tests: string): Promise<string[]> => {
      await open(`overview?tests=${tests}`);
      return page.$$eval('.figures b, .figures strong, .figures > *', (all) =>
        all.map((each) => (each as HTMLElement).innerText),
      );
    };
    const [without, all] = [await figures('out'), await figures('in')];
    expect(without).not.toEqual(all);
    await open('cycles?tests=out');
    const counted = Number(/of (\d+) files/.exec(await textOf(page, '.reading'))![1]);
    await open('overview?tests=out');
    expect(await textOf(page, '.caption')).toContain(`${counted} files`);
  });
});

describe('a link that is copied', () => {
  it('names its survey, which is kept, and offers a newer one', async () => {
    const { page, url } = demo.instrument;
    await page
      .browserContext()
      .overridePermissions(url, ['clipboard-read', 'clipboard-write', 'clipboard-sanitized-write']);
    await open('matrix?in=src');
    await clickText(page, '.survey-part button', 'Copy link');
    await waitForText(page, '.survey-part button', 'copied');
    const link = await page.evaluate(() => navigator.clipboard.readText());
    expect(link).toMatch(/\/matrix\?in=src&survey=1$/);
    await open('survey');
    await surveyAgain(page);
    await goTo(page, link);
    await waitForText(page, '.survey-part', 'a newer one exists');
    await clickText(page, '.survey-part a', 'a newer one exists');
    await page.waitForFunction(() => !location.search.includes('survey='));
    expect(parameter('in')).toBe('src');
  });
});

describe('a page', () => {
  it('runs no inline script without the word that its headers name, a new one each time', async () => {
    const { url } = demo.instrument;
    const words = new Set<string>();
    for (let time = 0; time < 2; time++) {
      const response = await fetch(`${url}/codebases/1/overview`);
      const policy = response.headers.get('content-security-policy')!;
      const [, word] = /script-src 'self' 'nonce-([^']+)'/.exec(policy)!;
      words.add(word);
      const inline = [...(await response.text()).matchAll(/<script(?![^>]*\ssrc=)([^>]*)>/g)];
      expect(inline.length).toBeGreaterThan(0);
      for (const [, attributes] of inline) expect(attributes).toContain(`nonce="${word}"`);
      expect(policy).toContain("frame-ancestors 'none'");
      expect(response.headers.get('x-content-type-options')).toBe('nosniff');
    }
    expect(words.size).toBe(2);
    const part = await fetch(`${url}/codebases/1/events`);
    expect(part.headers.get('cross-origin-resource-policy')).toBe('same-origin');
    await part.body?.cancel();
  });
});

describe('a request for another host', () => {
  it('is refused, whatever it asks for', async () => {
    const { url } = demo.instrument;
    const status = (path: string, host: string): Promise<number | undefined> =>
      new Promise((resolve, reject) => {
        request(`${url}${path}`, { headers: { host } }, (response) => {
          response.resume();
          resolve(response.statusCode);
        })
          .once('error', reject)
          .end();
      });
    for (const path of [
      '/',
      '/codebases/1/matrix',
      '/codebases/1/dossier?focus=src',
      '/codebases/1/measures.csv',
    ]) {
      expect(await status(path, 'canal.example'), path).toBe(403);
      expect(await status(path, 'localhost'), path).toBe(200);
    }
  });
});
