import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { allViews } from '../app/views.ts';
import { goTo, openAndSurvey, waitForText, type Instrument } from './instrument.ts';
import { startInstrument } from './startInstrument.ts';

let instrument: Instrument;

/** Each would set a mark in the page if it were anything but text there. */
const evil = [
  '<script>window.evil=1</script>',
  '"><img src=x onerror=window.evil=2>',
  "'onload='window.evil=3",
  '<svg onload=window.evil=4>',
  '${window.evil=5}',
  '{{window.evil=6}}',
  ']]><script>window.evil=7</script>',
  '&lt;script&gt;window.evil=8&lt;/script&gt;',
  '=HYPERLINK("javascript:window.evil=9")',
];
/** The same as part of a path, where a slash is no letter. */
const inPath = (text: string): string => text.replaceAll('/', '∕');
const nameOf = (at: number): string => `${inPath(evil[at])}.ts`;
const folderOf = (at: number): string => `${at}${inPath(evil[at].slice(0, 40))}`;

beforeAll(async () => {
  instrument = await startInstrument({ surveyed: false });
  const code = join(instrument.demo, '..', 'evil');
  evil.forEach((text, at) => {
    const folder = join(code, 'src', folderOf(at));
    mkdirSync(folder, { recursive: true });
    const next = (at + 1) % evil.length;
    writeFileSync(
      join(folder, nameOf(at)),
      `// ${text}\nimport { f${next} } from ${JSON.stringify(`../${folderOf(next)}/${nameOf(next).slice(0, -3)}`)};\n` +
        `/** ${text.replaceAll('*/', '')} */\nexport function f${at}(): string { return ${JSON.stringify(text)} + f${next}(); }\n`,
    );
  });
  writeFileSync(join(code, 'README.md'), `# ${evil.join('\n\n')}\n\n[a](javascript:window.evil=10)\n`);
  writeFileSync(
    join(code, 'package.json'),
    JSON.stringify({ name: evil[1], description: evil[0], bin: { [evil[2]]: evil[3] } }),
  );
  await openAndSurvey(instrument, code);
  await waitForText(instrument.page, '.survey-page > section', 'Done in');
});
afterAll(() => instrument.close());

const marked = (): Promise<unknown> =>
  instrument.page.evaluate(() => (window as { evil?: number }).evil ?? null);

/** What views need to be told to show any of it. */
const asked: Record<string, string> = {
  text: 'text?q=window.evil',
  document: 'document?file=README.md',
  source: `source?file=${encodeURIComponent(`src/${folderOf(0)}/${nameOf(0)}`)}`,
};

describe('a codebase whose names and texts are scripts', () => {
  it.each(allViews.map(({ path }) => asked[path] ?? path))(
    '%s shows them as text, and runs none',
    async (view) => {
      const { page, url } = instrument;
      const answer = await goTo(page, `${url}/codebases/1/${view}`);
      expect(answer!.status()).toBe(200);
      expect(await marked()).toBeNull();
      expect(await page.$$eval('script:not([src]):not([nonce])', (found) => found.length)).toBe(0);
      expect(await page.$$eval('[onerror], [onload], a[href^="javascript" i]', (found) => found.length)).toBe(
        0,
      );
    },
  );

  it('drawings that are exported are drawings, opened by themselves too', async () => {
    const { page, url } = instrument;
    const response = await goTo(page, `${url}/codebases/1/graph`);
    expect(response!.status()).toBe(200);
    const svg = await page.evaluate(async () => (await fetch('/codebases/1/graphs/graph.svg')).text());
    expect(svg).toContain('window.evil');
    const file = join(instrument.demo, '..', 'drawing.svg');
    writeFileSync(file, svg);
    // As a file it has no headers that would keep a script from running.
    await page.goto(`file://${file}`);
    expect(await page.evaluate(() => document.documentElement.localName)).toBe('svg');
    expect(await page.$$eval('script, foreignObject, [onload], [onerror]', (found) => found.length)).toBe(0);
    expect(await marked()).toBeNull();
  });

  it('exports hold no formulas', async () => {
    const csv = await (await fetch(`${instrument.url}/codebases/1/measures.csv?of=file`)).text();
    for (const line of csv.split('\n')) expect(line).not.toMatch(/^"?[=+@-]/);
  });

  it('nothing of it was reported as a fault of a page', () => {
    expect(instrument.errors).toEqual([]);
  });
});
