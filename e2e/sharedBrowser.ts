import { cpSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { launchBrowser } from './browser.ts';
import { demoFolder, surveyDemo } from './surveyedData.ts';

declare module 'vitest' {
  export interface ProvidedContext {
    /** Where the browser that all files share listens. */
    browser: string;
    /** A folder with the surveyed demo: `hollowmere`, and in `data` its database, to be copied. */
    surveyed: string;
  }
}

/** Once for all files of browser tests: one browser, and the demo surveyed once. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join(tmpdir(), 'yletope-browser-'));
  const surveyed = join(folder, 'surveyed');
  mkdirSync(join(surveyed, 'data'), { recursive: true });
  cpSync(demoFolder, join(surveyed, 'hollowmere'), { recursive: true });
  const [browser] = await Promise.all([launchBrowser(join(folder, 'browser')), surveyDemo(surveyed)]);
  project.provide('browser', browser.wsEndpoint());
  project.provide('surveyed', surveyed);
  return async () => {
    await browser.close();
    rmSync(folder, { recursive: true, force: true, maxRetries: 10, retryDelay: 100 });
  };
}
