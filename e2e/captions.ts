import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { captionText } from '../app/frame/captionText.ts';
import { installationRoot } from '../server/installation.ts';
import { goTo } from './instrument.ts';
import { leave } from './leftByPeople.ts';
import { startStandalone } from './standalone.ts';

/** Writes docs/captions.md, the caption of every view as it reads: `npm run captions`. */

/** Every view that has a caption, and what its address must say to show something of the demo. */
const usual: Record<string, string> = {
  overview: '',
  intake: '',
  completeness: '',
  text: '?q=toll',
  measures: '',
  matrix: '',
  graph: '?in=src',
  types: '?of=folder&in=src/desk',
  around: '?focus=src%2Ftolls%2Ftariff.ts',
  cycles: '',
  rules: '',
  build: '',
  unused: '',
  modules: '',
  strays: '?by=plan',
  compare: '',
  notes: '',
  saved: '',
};

/** Addresses at which as much as possible is set. */
const set: Record<string, string> = {
  overview: '?by=packages&tests=in',
  measures: '?of=type&in=src&tests=in&list=1',
  matrix: '?in=src&by=modules&grain=types&kinds=calls&certainty=all&tests=in&order=name&list=1&overlay=1',
  graph:
    '?in=src&grain=types&kinds=types&certainty=exact&tests=in&externals=in&rings=one&least=2&implied=out&flow=right&tint=codeLines&bar=lcom4&list=1',
  around: '?focus=src%2Ftolls%2Ftariff.ts&direction=uses&reach=all&kinds=calls&tests=in&together=distance',
  cycles: '?grain=types&by=packages&kinds=runtime&certainty=exact&tests=in&list=1',
  types: '?of=folder&in=src/desk&members=all&as=list',
  text: '?q=toll&in=src&case=yes&words=yes&tests=in',
  unused: '?in=src&tests=in&list=1',
  modules: '?kinds=calls&certainty=exact&tests=in',
  strays: '?by=plan&kinds=calls&certainty=exact&tests=in',
  compare: '?as=matrix&tests=in',
};

/** The caption as one line; null where the view has none. */
async function captionAt(page: Page, address: string): Promise<string | null> {
  await goTo(page, address);
  return (await page.evaluate(captionText)) || null;
}

const { page, url, data, demo, close } = await startStandalone({ surveyed: true });
try {
  const base = `${url}/codebases/1/`;
  const read = async (address: string): Promise<string> =>
    ((await captionAt(page, base + address)) ?? 'no caption').replace(demo, '/home/you/hollowmere');
  const empty = new Map<string, string>();
  for (const path of Object.keys(usual)) empty.set(path, await read(path));
  leave(data);
  const parts = ['# Captions', '', 'The captions of all views of the demo, written by `npm run captions`.'];
  for (const [path, address] of Object.entries(usual)) {
    const caption = await read(path + address);
    parts.push('', `## ${path}`, '', `- As usual: ${caption}`);
    if (set[path]) parts.push(`- With much set: ${await read(path + set[path])}`);
    if (empty.get(path) !== caption)
      parts.push(`- Before anything is chosen or written: ${empty.get(path)!}`);
  }
  writeFileSync(join(installationRoot, 'docs', 'captions.md'), `${parts.join('\n')}\n`);
} finally {
  await close();
}
