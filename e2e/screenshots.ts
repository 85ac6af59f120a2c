import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { installationRoot } from '../server/installation.ts';
import { goTo, matrixDrawn } from './instrument.ts';
import { leave } from './leftByPeople.ts';
import { startStandalone } from './standalone.ts';

/** Draws docs/screenshots/ from the demo: `npm run screenshots`. */
const folder = join(installationRoot, 'docs', 'screenshots');

interface Shot {
  name: string;
  path: string;
  scheme: 'light' | 'dark';
  /** What must be there before the picture is taken. */
  ready: string;
}

const focus = (key: string): string => `focus=${encodeURIComponent(key)}`;

const shots: Shot[] = [
  { name: 'codebases', path: '/', scheme: 'light', ready: '.codebases li' },
  { name: 'intake', path: '/codebases/1/intake', scheme: 'light', ready: '.read-table' },
  { name: 'completeness', path: '/codebases/1/completeness', scheme: 'light', ready: '#twice' },
  { name: 'survey', path: '/codebases/1/survey', scheme: 'dark', ready: '.survey-page .log' },
  { name: 'overview', path: '/codebases/1/overview', scheme: 'light', ready: '.language-chart canvas' },
  {
    name: 'measures',
    path: `/codebases/1/measures?of=routine&${focus('src/tolls/assessment.ts#assessPassage')}`,
    scheme: 'light',
    ready: '.dossier .measure-row',
  },
  {
    name: 'matrix',
    path: `/codebases/1/matrix?in=src&open=src/voyages&${focus('src/voyages')}`,
    scheme: 'light',
    ready: '.dossier .measure-row',
  },
  { name: 'modules', path: '/codebases/1/modules?module=tolls', scheme: 'light', ready: '.member-row' },
  { name: 'strays', path: '/codebases/1/strays?by=plan', scheme: 'dark', ready: '.stray-row' },
  { name: 'compare', path: '/codebases/1/compare', scheme: 'light', ready: '.band' },
  {
    name: 'matrix-evidence-dark',
    path: '/codebases/1/matrix?in=src&open=&from=src/kernel&to=src/desk',
    scheme: 'dark',
    ready: '.dossier .place',
  },
  {
    name: 'cycles',
    path: '/codebases/1/cycles?cycle=C:src/manifests/cargo.ts&from=src/manifests/cargo.ts&to=src/manifests/customs.ts',
    scheme: 'light',
    ready: '.dossier .place',
  },
  {
    name: 'source-dark',
    path: `/codebases/1/source?file=src/tolls/assessment.ts&${focus('src/tolls/assessment.ts#assessPassage')}`,
    scheme: 'dark',
    ready: '.outline .import-name',
  },
  { name: 'text', path: '/codebases/1/text?q=tariff&in=src', scheme: 'light', ready: '.text-matches .place' },
  {
    name: 'types',
    path: `/codebases/1/types?members=all&${focus('src/desk/screen.ts#Screen')}`,
    scheme: 'light',
    ready: '.type-box',
  },
  {
    name: 'around',
    path: '/codebases/1/around?around=src%2Ftolls%2Ftariff.ts&reach=all&together=distance',
    scheme: 'light',
    ready: '.around-row',
  },
  {
    name: 'graph',
    path: '/codebases/1/graph?in=src&open=src/tolls&externals=in&tint=codeLines',
    scheme: 'light',
    ready: '.graph-edge',
  },
  {
    name: 'rules',
    path: '/codebases/1/rules?pair=layers|src/voyages|src/manifests',
    scheme: 'light',
    ready: '.break-pair',
  },
  { name: 'notes-dark', path: '/codebases/1/notes', scheme: 'dark', ready: '.note-card' },
];

/** The demo lies in a passing folder, and was surveyed in another; the picture shows where a user might have it. */
function hidePaths(passing: string): void {
  const path = new RegExp(passing);
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  while (walker.nextNode()) {
    const text = walker.currentNode;
    text.nodeValue = text.nodeValue?.replace(path, '/home/you/hollowmere') ?? null;
  }
}

mkdirSync(folder, { recursive: true });
const instrument = await startStandalone({ surveyed: true });
try {
  const { page, url } = instrument;
  leave(instrument.data);
  for (const { name, path, scheme, ready } of shots) {
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: scheme }]);
    await goTo(page, url + path);
    await page.waitForSelector(ready);
    if (path.includes('/matrix')) await matrixDrawn(page);
    await page.evaluate(hidePaths, String.raw`/\S*/yletope-[^/\s]+/hollowmere`);
    await page.evaluate(() => document.fonts.ready.then(() => new Promise(requestAnimationFrame)));
    await page.screenshot({ path: join(folder, `${name}.png`) });
    console.log(`docs/screenshots/${name}.png`);
  }
} finally {
  await instrument.close();
}
