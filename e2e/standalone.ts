import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { launchBrowser } from './browser.ts';
import { startedIn, type Instrument } from './instrument.ts';
import { demoFolder, surveyDemo } from './surveyedData.ts';

/** An instrument with a browser of its own, outside of tests; with `surveyed`, the demo is codebase 1. */
export async function startStandalone({ surveyed }: { surveyed: boolean }): Promise<Instrument> {
  const work = mkdtempSync(join(tmpdir(), 'yletope-alone-'));
  if (surveyed) {
    cpSync(demoFolder, join(work, 'hollowmere'), { recursive: true });
    await surveyDemo(work);
  }
  const browser = await launchBrowser(join(work, 'browser'));
  const instrument = await startedIn(browser, { surveyed: surveyed ? work : null });
  return {
    ...instrument,
    close: async () => {
      await instrument.close();
      await browser.close();
      rmSync(work, { recursive: true, force: true, maxRetries: 10, retryDelay: 100 });
    },
  };
}
