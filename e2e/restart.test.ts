import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { clickText, goTo, openAndSurvey, textOf, waitForText, type Instrument } from './instrument.ts';
import { startInstrument } from './startInstrument.ts';

let instrument: Instrument;

beforeAll(async () => {
  instrument = await startInstrument({ surveyed: true });
});
afterAll(() => instrument.close());

describe('a server that is killed in the middle of a survey', () => {
  it('comes back with the earlier surveys, and the survey can be resumed', async () => {
    const { page, url, demo } = instrument;
    const large = join(demo, '..', 'large');
    mkdirSync(large);
    const line = 'export function f(x: number) { return x > 1 ? g(x) : h(x && 2); }\n';
    for (let i = 0; i < 600; i++) writeFileSync(join(large, `f${i}.ts`), line.repeat(60));
    await openAndSurvey(instrument, large);
    await page.waitForFunction(() => / of 600 files/.test(document.body.innerText));
    const address = page.url();

    await instrument.restart('SIGKILL');

    await goTo(page, `${url}/codebases/1/overview`);
    expect(await textOf(page, '.overview')).toContain('assessPassage');
    await goTo(page, url);
    await waitForText(page, '.codebases', 'survey interrupted');
    await goTo(page, address);
    await waitForText(page, '.survey-page', 'Everything read so far is kept.');
    await clickText(page, 'button', 'Resume');
    await waitForText(page, '.survey-page', 'Done in');
    expect(await textOf(page, '.survey-page')).toContain('600 files');
  });
});
