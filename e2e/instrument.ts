import { AxePuppeteer } from '@axe-core/puppeteer';
import { cpSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, BrowserContext, ElementHandle, HTTPResponse, Page } from 'puppeteer-core';
import { startServer } from '../tests/runningServer.ts';
import { cookieWithView } from '../app/state/visitedViews.ts';
import { allViews } from '../app/views.ts';
import { copySurveyed, demoFolder } from './surveyedData.ts';

/** A running Yletope with a database of its own, and a browser to drive it. */
export interface Instrument {
  url: string;
  page: Page;
  /** Where the demo was copied to, for tests that change it. */
  demo: string;
  /** Where its database lies. */
  data: string;
  /** Failures that the pages reported themselves. */
  errors: string[];
  /** Ends the server by a signal and starts it anew at the same address. */
  restart(signal: NodeJS.Signals): Promise<void>;
  close(): Promise<void>;
}

/**
 * Starts the built application over a database of its own, in a window of a browser that shares nothing with others. With `surveyed`, a
 * folder with the surveyed demo, that is codebase 1; `onData` may prepare the folder of the database, and gives what takes that back.
 */
export async function startedIn(
  browser: Browser,
  { surveyed, onData }: { surveyed: string | null; onData?: (folder: string) => () => void },
): Promise<Instrument> {
  const folder = mkdtempSync(join(tmpdir(), 'yletope-e2e-'));
  const data = join(folder, 'data');
  const demo = join(folder, 'hollowmere');
  mkdirSync(data);
  const release = onData?.(data);
  cpSync(demoFolder, demo, { recursive: true });
  if (surveyed !== null) copySurveyed(surveyed, folder);
  let server = await startServer(data);
  const { url } = server;
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  await beenEverywhere(context, url);
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(String(error)));
  return {
    url,
    page,
    demo,
    data,
    errors,
    restart: async (signal) => {
      await server.end(signal);
      server = await startServer(data, { port: Number(new URL(url).port) });
    },
    close: async () => {
      await context.close();
      await server.end('SIGTERM');
      release?.();
      rmSync(folder, { recursive: true, force: true, maxRetries: 10, retryDelay: 100 });
    },
  };
}

/** Spares a browser the introductions that views have for newcomers. */
async function beenEverywhere(context: BrowserContext, url: string): Promise<void> {
  const cookie = allViews.reduce((known, { path }) => cookieWithView(known, path), '');
  const [name, value] = cookie.split(';')[0].split('=');
  await context.setCookie({ name, value, domain: new URL(url).hostname, path: '/' });
}

/** Waits until the page is alive and waits for nothing, as it says itself, and nothing moves any more because its letters come late. */
export async function quiet(page: Page): Promise<void> {
  await page.waitForSelector('html[data-quiet]');
  await page.waitForFunction(() => document.fonts.status === 'loaded');
}

/** Loads the page at hand anew and waits until it is quiet. */
export async function reload(page: Page): Promise<void> {
  await page.reload({ waitUntil: 'domcontentloaded' });
  await quiet(page);
}

/** Goes to an address and waits until its page is quiet; gives the answer of the server. */
export async function goTo(page: Page, address: string): Promise<HTTPResponse | null> {
  const answer = await page.goto(address, { waitUntil: 'domcontentloaded' });
  await quiet(page);
  return answer;
}

/** What the application's router can be told from outside. */
interface RoutedWindow {
  __reactRouterDataRouter?: { navigate(to: string): Promise<void> };
}

/** Goes to an address as a link on the page does, without loading the page anew; where none of the application is open, it is loaded. */
export async function followLink(page: Page, address: string): Promise<void> {
  const { origin, pathname, search } = new URL(address);
  if (!page.url().startsWith(`${origin}/codebases/`)) {
    await goTo(page, address);
    return;
  }
  // A page that is still taking its own first steps would be left half way.
  await quiet(page);
  const isFollowed = await page.evaluate(async (to) => {
    const { __reactRouterDataRouter: router } = window as RoutedWindow;
    if (!router) return false;
    delete document.documentElement.dataset.quiet;
    await router.navigate(to);
    return true;
  }, pathname + search);
  if (isFollowed) await quiet(page);
  else await goTo(page, address);
}

/** Waits until the matrix has been drawn with its present rows. */
export async function matrixDrawn(page: Page): Promise<void> {
  await page.waitForSelector('canvas.matrix-canvas[data-drawn]');
}

/** The text of the first element that a selector finds, once it is there. */
export async function textOf(page: Page, selector: string): Promise<string> {
  await page.waitForSelector(selector);
  return page.$eval(selector, (element) => (element as HTMLElement).innerText);
}

/** Waits until a page that was just opened has come alive at an element: before that nothing hears what is done to it. */
export async function comesAlive(page: Page, selector: string): Promise<void> {
  await page.waitForFunction(
    (where) => {
      const element = document.querySelector(where);
      return element !== null && Object.keys(element).some((key) => key.startsWith('__reactProps'));
    },
    {},
    selector,
  );
}

/** Waits for a text to stand anywhere in an element. */
export async function waitForText(page: Page, selector: string, text: string): Promise<void> {
  await page.waitForFunction(
    (wanted, where) =>
      Array.from(document.querySelectorAll(where)).some((e) => (e as HTMLElement).innerText.includes(wanted)),
    {},
    text,
    selector,
  );
}

type AxeOptions = Parameters<AxePuppeteer['options']>[0];
/** What passes is not listed element by element, and nothing is fetched once more: that is for sound that plays by itself. */
const violationsAlone: AxeOptions = { resultTypes: ['violations'], preload: false };
const asked: Record<'light' | 'dark', AxeOptions['runOnly']> = {
  light: { type: 'tag', values: ['wcag2a', 'wcag2aa'] },
  dark: { type: 'rule', values: ['color-contrast'] },
};

/**
 * What is not accessible on the page at hand, in either sheet: each fault with the first element that has it. Of the dark sheet colours
 * alone are looked at, for nothing else differs in it.
 */
export async function accessibilityFaults(page: Page): Promise<string[]> {
  const faults: string[] = [];
  for (const sheet of ['light', 'dark'] as const) {
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: sheet }]);
    await page.waitForSelector(`html[data-theme=${sheet}]`);
    // Looked at in the page itself, which has no frames: a page of its own for it takes three times as long.
    const axe = new AxePuppeteer(page).setLegacyMode(true);
    const { violations } = await axe.options({ ...violationsAlone, runOnly: asked[sheet] }).analyze();
    faults.push(...violations.map(({ id, nodes }) => `${sheet}: ${id}: ${nodes[0].html}`));
  }
  await page.emulateMediaFeatures([]);
  return faults;
}

/** Surveys once more, by the button that stands on the page, and waits on the page of progress until that is done. */
export async function surveyAgain(page: Page): Promise<void> {
  await Promise.all([
    page.waitForResponse((response) => response.request().method() === 'POST'),
    clickText(page, 'button', 'Survey again'),
  ]);
  // What a page says that was there before may still be of the survey before.
  const [base] = /^.*\/codebases\/\d+/.exec(page.url())!;
  await goTo(page, `${base}/survey`);
  await waitForText(page, '.survey-page > section', 'Done in');
  await page.waitForFunction(() => !document.body.innerText.includes('under way'));
}

/** Waits until what a menu or a drawer brings in has come to rest, so that a click does not go past it. */
async function restsStill(element: Element): Promise<void> {
  let before = '';
  for (;;) {
    const { x, y } = element.getBoundingClientRect();
    const now = `${x} ${y}`;
    if (now === before) return;
    before = now;
    await new Promise((resolve) => setTimeout(resolve, 60));
  }
}

/** Clicks the first element of a kind that has exactly this text, or, where it ends in an ellipsis of three dots, begins with it. */
export async function clickText(page: Page, selector: string, text: string): Promise<void> {
  const find = (wanted: string, where: string): Element | undefined =>
    [...document.querySelectorAll<HTMLElement>(where)].find((element) => {
      const own = element.innerText.trim();
      return wanted.endsWith('...') ? own.startsWith(wanted.slice(0, -3)) : own === wanted;
    });
  const handle = await page.waitForFunction(find, {}, text, selector);
  const element = handle.asElement()!;
  await (element as ElementHandle<Element>).evaluate(restsStill);
  await (element as ElementHandle<Element>).click();
}

/** Types a path or address, and perhaps a reference, into the page of codebases. */
export async function lookOver({ page, url }: Instrument, path: string, ref = ''): Promise<void> {
  await goTo(page, url);
  await page.type('input[name=path]', path);
  if (ref !== '') await page.type('input[name=ref]', ref);
  await clickText(page, 'button', 'Preview files');
}

/** Opens a codebase and surveys it as the sheet proposes, up to the page that shows the progress. */
export async function openAndSurvey(instrument: Instrument, path: string, ref = ''): Promise<void> {
  const { page } = instrument;
  await lookOver(instrument, path, ref);
  await page.waitForFunction(() => location.pathname.endsWith('/intake'));
  await waitForText(page, '.caption', 'would read');
  await clickText(page, 'button', 'Survey');
  await page.waitForFunction(() => location.pathname.endsWith('/survey'));
}
