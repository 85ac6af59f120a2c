import { mkdtempSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { matrixDrawn } from '../e2e/instrument.ts';
import { startStandalone } from '../e2e/standalone.ts';
import { folderOrigin } from '../server/source/address.ts';
import { openCodebase } from '../server/store/codebases.ts';
import { openStore } from '../server/store/database.ts';
import { createJob } from '../server/store/jobs.ts';
import { runJob } from '../server/work/runJob.ts';
import { frames, median, recordFrameWork, tellFrames } from './frames.ts';
import { benchGraph } from './graphBench.ts';

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

/** Prints how long the matrix of 1,000 files takes to be drawn, its frames, and the views of the demo. */
export async function benchMatrix(): Promise<void> {
  const instrument = await startStandalone({ surveyed: true });
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
    tellFrames({ zooming, panning });
    await benchGraph(page, `${url}/codebases/${opened.id}`);
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
