import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ElementHandle } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { gitIn } from '../tests/gitRepository.ts';
import {
  clickText,
  comesAlive,
  goTo,
  lookOver,
  openAndSurvey,
  textOf,
  waitForText,
  type Instrument,
} from './instrument.ts';
import { startInstrument } from './startInstrument.ts';

let instrument: Instrument;

beforeAll(async () => {
  instrument = await startInstrument({ surveyed: true });
});
afterAll(() => instrument.close());

const go = (path: string) => goTo(instrument.page, `${instrument.url}/codebases/1/${path}`);

/** Clicks the control of this name, as a reader of the screen is told it. */
async function clickNamed(name: string): Promise<void> {
  const handle = await instrument.page.waitForSelector(`::-p-aria([name="${name}"])`);
  await (handle as ElementHandle<HTMLElement>).click();
}

describe('the intake sheet', () => {
  it('shows what would be read and what not, and turns a path round and back', async () => {
    const { page } = instrument;
    await go('intake');
    expect(await textOf(page, '.caption')).toContain('would read 136 files');
    await clickNamed('Read src/web/clock.min.js');
    await waitForText(page, '.caption', 'would read 137 files');
    await waitForText(page, '.intake', 'made with other decisions');
    await clickNamed('Undo the decision about src/web/clock.min.js');
    await waitForText(page, '.caption', 'would read 136 files');
  });

  it('turns a whole reason round, and leaves out by glob', async () => {
    const { page } = instrument;
    await go('intake');
    await page.evaluate(() => {
      const group = [...document.querySelectorAll('details.reason')].find((e) =>
        e.textContent?.includes('vendored'),
      )!;
      (group.querySelector('.reason-turn button') as HTMLElement).click();
    });
    await waitForText(page, '.caption', 'would read 137 files');
    await page.type('.glob-form input', 'src/misc/**');
    await clickText(page, '.glob-form button', 'Leave out');
    await waitForText(page, '.caption', 'would read 134 files');
    await waitForText(page, '.intake', 'left out by you');
    await clickText(page, 'button', 'undo all');
    await waitForText(page, '.caption', 'would read 136 files');
  });

  it('goes into folders, and the address keeps it', async () => {
    const { page } = instrument;
    await go('intake');
    await clickText(page, '.read-table a', 'src/');
    await clickText(page, '.read-table a', 'tolls/');
    await waitForText(page, '.read-table', 'assessment.ts');
    expect(new URL(page.url()).searchParams.get('folder')).toBe('src/tolls');
  });
});

describe('completeness', () => {
  it('counts what nobody has looked at yet, and stops counting once somebody has', async () => {
    const { page } = instrument;
    await go('overview');
    expect(await textOf(page, '.title-block')).toContain('3 gaps, 1 partly read, 8 new');
    await go('completeness');
    for (const section of await page.$$('.completeness section[id]')) {
      await section.scrollIntoView();
      await new Promise((resolve) => setTimeout(resolve, 2_500));
    }
    await page.waitForFunction(() => !document.querySelector('.title-block')!.textContent.includes('new'));
    await go('overview');
    expect(await textOf(page, '.title-block')).toMatch(/3 gaps, 1 partly read\s+complete/);
  });

  it('a gap is closed by reading what was left out, another accepted as external', async () => {
    const { page } = instrument;
    await go('completeness');
    await clickText(page, '.gap-actions button', 'Read vendor/');
    await waitForText(page, '.survey-again', 'does not include yet');
    await page.evaluate(() => {
      const gap = [...document.querySelectorAll('.gap')].find((e) => e.textContent?.includes('tolls1998'))!;
      const accept = [...gap.querySelectorAll('button')].find((b) => b.textContent === 'Accept as external')!;
      accept.click();
    });
    await waitForText(page, '.accepted', 'src/archive/tolls1998');
    await clickText(page, 'button', 'Survey again');
    await waitForText(page, '.caption', '1 gap,');
    expect(await textOf(page, '#gaps')).not.toContain('pelorus');
    await clickNamed('Undo: src/archive/tolls1998 is external');
    await clickText(page, 'button', 'Survey again');
    await waitForText(page, '.caption', '2 gaps,');
  });

  it('lays two files of one name side by side', async () => {
    const { page } = instrument;
    await go('completeness');
    await clickText(page, '.clash a', 'Side by side');
    await page.waitForSelector('.cm-mergeView .cm-changedLine');
    expect(await textOf(page, '.caption')).toContain('src/desk/format.ts beside src/web/api/format.ts');
    await clickText(page, '.caption a', 'Back to Completeness');
    await page.waitForSelector('#twice');
  });

  it('leads to the region of a file that did not parse', async () => {
    const { page } = instrument;
    await go('completeness');
    await clickText(page, '#partly a', 'lines 10–14');
    await page.waitForSelector('.cm-line-unparsed');
  });
});

describe('orientation', () => {
  it('folders open in place, and say what they are for', async () => {
    const { page } = instrument;
    await go('overview?open=src');
    expect(await textOf(page, '.overview')).toContain('The quay-side web desk and its server.');
    await clickNamed('Open src/voyages');
    await waitForText(page, '.folder-row', 'waypoints');
    expect(new URL(page.url()).searchParams.getAll('open')).toEqual(['src', 'src/voyages']);
  });

  it('the README is rendered, and its links lead to code and to other texts', async () => {
    const { page } = instrument;
    await go('document?file=README.md');
    await waitForText(page, '.document h1', 'Hollowmere');
    expect(await page.$eval('.document .dead-link', (e) => e.textContent)).toBe('archive of 1998');
    await clickText(page, '.document a', 'How tolls are assessed');
    await waitForText(page, '.document h1', 'How tolls are assessed');
    await clickText(page, '.document a', 'assessPassage');
    await waitForText(page, '.cm-content', 'assessPassage');
  });

  it('a text that holds HTML and script is shown as text', async () => {
    const { page, demo } = instrument;
    writeFileSync(
      join(demo, 'evil.md'),
      '# Evil\n\n<script>window.evil = 1</script><img src="x" onerror="window.evil = 2">\n\n[click](javascript:window.evil=3) ![p](https://example.org/spy.png)\n',
    );
    await go('survey');
    await clickText(page, 'button', 'Survey again');
    const address = `${instrument.url}/codebases/1/document?file=evil.md`;
    while (!(await fetch(address)).ok) await new Promise((resolve) => setTimeout(resolve, 100));
    const asked: string[] = [];
    page.on('request', (request) => asked.push(request.url()));
    await go('document?file=evil.md');
    await waitForText(page, '.document h1', 'Evil');
    expect(await page.evaluate(() => (window as { evil?: number }).evil)).toBeUndefined();
    expect(
      await page.$$eval('.document img, .document script, .document a[href^=javascript]', (e) => e.length),
    ).toBe(0);
    expect(asked.filter((address) => address.includes('example.org'))).toEqual([]);
  });
});

describe('other sources', () => {
  it('a git repository is read at a branch, which the sheet can change', async () => {
    const { page, demo } = instrument;
    const repository = join(demo, '..', 'repository');
    mkdirSync(repository);
    writeFileSync(join(repository, 'a.ts'), 'export const a = 1;\n');
    gitIn(repository, 'init', '--quiet', '--initial-branch=main');
    gitIn(repository, 'add', '--all');
    gitIn(repository, 'commit', '--quiet', '-m', 'first');
    gitIn(repository, 'checkout', '--quiet', '-b', 'other');
    writeFileSync(join(repository, 'b.ts'), 'export const b = 1;\n');
    gitIn(repository, 'add', '--all');
    gitIn(repository, 'commit', '--quiet', '-m', 'second');
    await openAndSurvey(instrument, repository, 'main');
    await waitForText(page, '.survey-page', 'Done in');
    expect(await textOf(page, '.survey-page')).toContain('1 file,');
    const base = page.url().replace('/survey', '');
    await goTo(page, `${base}/source?file=a.ts`);
    await waitForText(page, '.cm-content', 'export const a');
    await goTo(page, `${base}/intake`);
    await page.$eval('.ref-form input', (input) => input.select());
    await page.type('.ref-form input', 'other');
    await clickText(page, 'button', 'Read this branch, tag or commit');
    await waitForText(page, '.caption', 'would read 2 files');
    await page.type('.ref-form input', '-gone');
    await clickText(page, 'button', 'Read this branch, tag or commit');
    await waitForText(page, '.intake', 'has no branch, tag or commit “other-gone”. It has main, other.');
  });

  it.each([
    ['ext::sh -c touch% /tmp/x', 'is not an address that Yletope can open'],
    ['/tmp/no-such.zip', 'There is no /tmp/no-such.zip on this machine.'],
  ])('%s gets one sentence at the field', async (address, sentence) => {
    await lookOver(instrument, address);
    await waitForText(instrument.page, '.MuiFormHelperText-root', sentence);
  });

  it('an archive is uploaded with progress, looked over and surveyed; one that is none is refused', async () => {
    const { page, demo, url } = instrument;
    const archive = join(demo, '..', 'hollow.tar.gz');
    execFileSync('tar', ['-czf', archive, '-C', demo, 'src', 'package.json', 'tsconfig.json']);
    await goTo(page, url);
    await comesAlive(page, 'input[type=file]');
    const field = (await page.$('input[type=file]')) as ElementHandle<HTMLInputElement>;
    writeFileSync(join(demo, '..', 'none.zip'), 'no archive');
    await field.uploadFile(join(demo, '..', 'none.zip'));
    await waitForText(page, '.upload', 'none.zip is not an archive that Yletope can open');
    await field.uploadFile(archive);
    await page.waitForFunction(() => location.pathname.endsWith('/intake'));
    await waitForText(page, '.caption', 'would read 110 files');
    await clickText(page, 'button', 'Survey');
    await waitForText(page, '.survey-page', 'Done in');
    const base = page.url().replace('/survey', '');
    await goTo(page, `${base}/source?file=src/kernel/money.ts`);
    await waitForText(page, '.cm-content', 'class Money');
  });

  it('an upload from another site is refused', async () => {
    const response = await fetch(`${instrument.url}/upload?name=a.zip`, {
      method: 'POST',
      headers: { 'sec-fetch-site': 'cross-site' },
      body: 'x',
    });
    expect(response.status).toBe(403);
  });
});

describe('the log and the watch', () => {
  it('the log is shown, and can be downloaded', async () => {
    const { page, url } = instrument;
    await go('survey');
    expect(await textOf(page, '.log')).toContain('resolving names and imports');
    const address = await page.$eval('a[download]', (a) => a.getAttribute('href')!);
    const response = await fetch(url + address);
    expect(response.headers.get('content-disposition')).toContain('attachment');
    expect(await response.text()).toMatch(/\d{4}-\d\d-\d\dT.* commit|folder/);
  });

  it('a folder that is watched says that it has changed, and surveys again by itself when asked to', async () => {
    const { page, demo } = instrument;
    await go('survey');
    await clickText(page, '.keep-current label', 'Watch it and tell when it has changed');
    await page.waitForFunction(
      () => document.querySelectorAll<HTMLInputElement>('.keep-current input')[1].checked,
    );
    await new Promise((resolve) => setTimeout(resolve, 1_000));
    writeFileSync(join(demo, 'src', 'kernel', 'watched.ts'), 'export const watched = 1;\n');
    await waitForText(page, '.title-block', 'files have changed');
    await clickText(page, '.keep-current label', 'Watch it and survey again when it has changed');
    await new Promise((resolve) => setTimeout(resolve, 1_000));
    writeFileSync(join(demo, 'src', 'kernel', 'watchedToo.ts'), 'export const watchedToo = 1;\n');
    await page.waitForFunction(() => !document.body.innerText.includes('files have changed'));
    await waitForText(page, '.survey-page', '139 files');
    await clickText(page, '.keep-current label', 'Do not watch the folder');
  });
});
