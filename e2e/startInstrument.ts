import puppeteer from 'puppeteer-core';
import { inject } from 'vitest';
import { startedIn, type Instrument } from './instrument.ts';

/** An instrument in the browser that all files share; with `surveyed`, the demo is codebase 1. */
export async function startInstrument({
  surveyed,
  onData,
}: {
  surveyed: boolean;
  /** Prepares the folder of the database, and gives what takes that back. */
  onData?: (folder: string) => () => void;
}): Promise<Instrument> {
  const browser = await puppeteer.connect({ browserWSEndpoint: inject('browser') });
  const instrument = await startedIn(browser, { surveyed: surveyed ? inject('surveyed') : null, onData });
  return {
    ...instrument,
    close: async () => {
      await instrument.close();
      await browser.disconnect();
    },
  };
}
