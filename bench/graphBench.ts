import type { Page } from 'puppeteer-core';
import { joinEdges } from '../core/graph/rollUp.ts';
import { bundledPaths } from '../core/layout/bundledPaths.ts';
import { nestedLayout } from '../core/layout/nestedLayout.ts';
import { randomNumbers } from '../core/shape/random.ts';
import { frames, tellFrames } from './frames.ts';

/** Boxes and links that are placed, in groups of about fifty. */
const drawings = [
  [300, 1_200],
  [2_000, 10_000],
  [3_000, 15_000],
] as const;
const IN_GROUP = 50;
const ROOM = { gapX: 18, gapY: 46, proportion: 1.7, padding: 12, heading: 24 };

/** Prints how long boxes and the curves between them take to be placed, and how the graph of a codebase of 1,000 files is drawn. */
export async function benchGraph(page: Page, base: string): Promise<void> {
  console.log('\ngraph');
  for (const [boxes, links] of drawings) {
    const { places, curves } = placing(boxes, links);
    const all = `${boxes} boxes, ${links} links`;
    console.log(`  ${all}: placed in ${places.toFixed(0)} ms, curves in ${curves.toFixed(0)} ms`);
  }
  const parts = Array.from({ length: 25 }, (_, i) => `open=part${i}`).join('&');
  const started = performance.now();
  await page.goto(`${base}/graph?in=&${parts}`, { waitUntil: 'domcontentloaded' });
  await page.waitForSelector('.graph-box:not(.open)');
  console.log(`  1000 boxes, from the address to the drawing ${(performance.now() - started).toFixed(0)} ms`);
  await page.waitForNetworkIdle();
  const panning = await frames(page, async () => {
    await page.mouse.move(700, 400);
    for (let i = 0; i < 60; i++) await page.mouse.wheel({ deltaY: 12 });
  });
  const zooming = await frames(page, async () => {
    await page.keyboard.down('Control');
    for (let i = 0; i < 40; i++) await page.mouse.wheel({ deltaY: i < 20 ? -20 : 20 });
    await page.keyboard.up('Control');
  });
  const pointing = await frames(page, async () => {
    for (let i = 0; i < 60; i++) await page.mouse.move(300 + i * 12, 300 + (i % 7) * 40);
  });
  tellFrames({ panning, zooming, pointing });
}

/** Milliseconds that a drawing by chance takes. */
function placing(boxes: number, count: number): { places: number; curves: number } {
  const random = randomNumbers(3);
  const groups = Math.ceil(boxes / IN_GROUP);
  const parent = Array.from({ length: groups + boxes }, (_, i) =>
    i < groups ? -1 : Math.floor((i - groups) / IN_GROUP),
  );
  const end = (): number => groups + Math.floor(random() * boxes);
  const links = Array.from({ length: count }, () => ({ from: end(), to: end() })).filter(
    ({ from, to }) => from !== to,
  );
  const graph = joinEdges(parent.length, (take) => links.forEach(({ from, to }) => take(from, to, 1)));
  const started = performance.now();
  const { x, y, width, height } = nestedLayout(
    {
      parent,
      isOpen: parent.map((_, i) => (i < groups ? 1 : 0)),
      width: parent.map(() => 120),
      height: parent.map(() => 28),
      graph,
      place: parent.map((_, i) => parent.length - i),
    },
    ROOM,
  );
  const placed = performance.now();
  bundledPaths(
    parent.map((around, i) => ({ x: x[i], y: y[i], width: width[i], height: height[i], parent: around })),
    links,
  );
  return { places: placed - started, curves: performance.now() - placed };
}
