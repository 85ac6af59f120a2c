import { mkdtempSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { matrixDrawn, startInstrument } from '../e2e/instrument.ts';
import { folderOrigin } from '../server/source/address.ts';
import { openCodebase } from '../server/store/codebases.ts';
import { openStore } from '../server/store/database.ts';
import { createJob } from '../server/store/jobs.ts';
import { runJob } from '../server/work/runJob.ts';

const FILES = 1_000;

/** A made-up codebase of 1,000 files, each using a dozen of those before it and now and then one after it. */
function writeCodebase(folder: string): void {
  let seed = 7;
  const random = (below: number): number => (seed = (seed * 16_807) % 2_147_483_647) % below;
  for (let i = 0; i < FILES; i++) {
    const dir = join(folder, `part${Math.floor(i / 40)}`);
    mkdirSync(dir, { recursive: true });
    const used = new Set(Array.from({ length: i === 0 ? 0 : 12 }, () => random(i)));
    if (i % 50 === 0 && i + 1 < FILES) used.add(i + 1);
    const imports = [...used].map((j) => `import { f${j} } from '../part${Math.floor(j / 40)}/file${j}';`);
    const calls = [...used].map((j) => `  f${j}();`);
    writeFileSync(
      join(dir, `file${i}.ts`),
      `${imports.join('\n')}\nexport function f${i}() {\n${calls.join('\n')}\n}\n`,
    );
  }
}

/** Keeps, of each frame, how long its callbacks work: a display's own 16.7 ms a frame say nothing of that. */
function recordFrameWork(): void {
  const held = window as unknown as { frameWork: number[] };
  held.frameWork = [];
  const request = window.requestAnimationFrame.bind(window);
  window.requestAnimationFrame = (callback) =>
    request((now) => {
      const started = performance.now();
      callback(now);
      held.frameWork.push(performance.now() - started);
    });
}

/** Times between frames while `act` goes on, and the work in those that drew, in milliseconds. */
async function frames(page: Page, act: () => Promise<void>): Promise<{ between: number[]; work: number[] }> {
  await page.evaluate(() => {
    const held = window as unknown as { frameTimes: number[]; frameWork: number[]; counting: boolean };
    held.frameTimes = [];
    held.frameWork = [];
    held.counting = true;
    let last = performance.now();
    const tick = (now: number): void => {
      held.frameTimes.push(now - last);
      last = now;
      if (held.counting) requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  });
  await act();
  return page.evaluate(() => {
    const held = window as unknown as { frameTimes: number[]; frameWork: number[]; counting: boolean };
    held.counting = false;
    // The counting itself works next to nothing; only frames that drew are of interest.
    return { between: held.frameTimes.slice(1), work: held.frameWork.filter((work) => work > 0.3) };
  });
}

function median(values: number[]): number {
  return [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN;
}

/** Prints how long the matrix of 1,000 files takes to be drawn, its frames, and the views of the demo. */
export async function benchMatrix(): Promise<void> {
  const instrument = await startInstrument({ surveyed: true });
  const folder = mkdtempSync(join(tmpdir(), 'yletope-matrix-'));
  try {
    writeCodebase(folder);
    const store = openStore(join(instrument.demo, '..', 'data'));
    const opened = openCodebase(store, folderOrigin(folder), 'thousand');
    await runJob(store, createJob(store, opened.id).id);
    store.close();
    const { page, url } = instrument;
    // The runner of this script marks named functions so; in the page the mark means nothing.
    await page.evaluateOnNewDocument('globalThis.__name = (marked) => marked');
    await page.evaluateOnNewDocument(recordFrameWork);

    await page.goto(`${url}/codebases/${opened.id}/overview`, { waitUntil: 'networkidle2' });
    const drawn = await page.evaluate(async (path) => {
      const started = performance.now();
      document.querySelector<HTMLAnchorElement>(`a[href^="${path}/matrix"]`)!.click();
      while (!document.querySelector('.matrix-canvas[data-drawn]')) await new Promise(requestAnimationFrame);
      return performance.now() - started;
    }, `/codebases/${opened.id}`);
    await page.goto(`${url}/codebases/${opened.id}/matrix?flat=1`, { waitUntil: 'networkidle2' });
    await matrixDrawn(page);
    const dataThere = await page.evaluate(
      () => (performance.getEntriesByType('navigation')[0] as PerformanceNavigationTiming).responseEnd,
    );
    const firstDrawn = await firstDrawing(page);
    const zooming = await frames(page, async () => {
      await page.mouse.move(560, 420);
      for (let i = 0; i < 40; i++) await page.mouse.wheel({ deltaY: i < 20 ? -60 : 60 });
    });
    const panning = await frames(page, async () => {
      await page.mouse.wheel({ deltaY: -700 });
      await page.mouse.down();
      for (let i = 0; i < 60; i++) await page.mouse.move(560 - i * 4, 420 - i * 3);
      await page.mouse.up();
    });
    console.log(`\nmatrix of ${FILES} files, in headless Chromium without a graphics processor`);
    console.log(`  folders, from the click to the drawing      ${drawn.toFixed(0)} ms`);
    console.log(`  all files, from its data to the drawing     ${(firstDrawn - dataThere).toFixed(0)} ms`);
    for (const [name, { between, work }] of Object.entries({ zooming, panning })) {
      console.log(
        `  median work in a frame while ${name}          ${median(work).toFixed(1)} ms of ${work.length} frames`,
      );
      console.log(`  median time between frames while ${name}      ${median(between).toFixed(1)} ms`);
    }
    await benchViews(page, url);
  } finally {
    rmSync(folder, { recursive: true, force: true });
    await instrument.close();
  }
}

async function firstDrawing(page: Page): Promise<number> {
  return page.$eval('.matrix-canvas', (canvas) => Number((canvas as HTMLElement).dataset.drawnAt));
}

const views: [name: string, path: string, shown: string][] = [
  ['Measures', 'measures', '.measured-name'],
  ['Matrix', 'matrix', '.matrix-canvas[data-drawn]'],
  ['Cycles', 'cycles', '.cycle-details'],
  ['Overview', 'overview', '.overview'],
];

/** From the click on the rail to the view's own content, in the demo: the median of five. */
async function benchViews(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/codebases/1/overview`, { waitUntil: 'networkidle2' });
  const times = new Map<string, number[]>(views.map(([name]) => [name, []]));
  for (let round = 0; round < 5; round++) {
    for (const [name, path, shown] of views) {
      const took = await page.evaluate(
        async (address, selector) => {
          const started = performance.now();
          document.querySelector<HTMLAnchorElement>(`.rail a[href^="${address}"]`)!.click();
          while (!location.pathname.startsWith(address) || !document.querySelector(selector)) {
            await new Promise(requestAnimationFrame);
          }
          return performance.now() - started;
        },
        `/codebases/1/${path}`,
        shown,
      );
      times.get(name)!.push(took);
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
  }
  console.log('views of the demo, from the click to the content');
  for (const [name, all] of times) console.log(`  ${name.padEnd(42)}  ${median(all).toFixed(0)} ms`);
}
