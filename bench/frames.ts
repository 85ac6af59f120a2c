import type { Page } from 'puppeteer-core';

/** Times between frames, and the work in those that drew, in milliseconds. */
export interface Frames {
  between: number[];
  work: number[];
}

/** Keeps, of each frame, how long its callbacks work: a display's own 16.7 ms a frame say nothing of that. */
export function recordFrameWork(): void {
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
export async function frames(page: Page, act: () => Promise<void>): Promise<Frames> {
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

export function median(values: number[]): number {
  return [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN;
}

/** Prints what frames took while something went on. */
export function tellFrames(all: Record<string, Frames>): void {
  for (const [name, { between, work }] of Object.entries(all)) {
    console.log(
      `  median work in a frame while ${name}          ${median(work).toFixed(1)} ms of ${work.length} frames`,
    );
    console.log(`  median time between frames while ${name}      ${median(between).toFixed(1)} ms`);
  }
}
