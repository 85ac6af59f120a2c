import { describe, expect, it } from 'vitest';
import {
  accessibilityFaults,
  clickText,
  goTo,
  matrixDrawn,
  reload,
  textOf,
  waitForText,
} from './instrument.ts';
import { surveyedDemo } from './surveyedDemo.ts';
import { viewAddresses } from './viewAddresses.ts';

const everyView = [
  ...viewAddresses,
  'completeness?compare=src/desk/format.ts&compare=src/web/api/format.ts',
  'around?focus=src%2Ftolls&direction=uses&together=kind',
  'types?as=list&focus=src%2Fdesk%2Fscreen.ts%23Screen',
];

const demo = surveyedDemo();
const { open, load, parameter } = demo;

describe('the measures', () => {
  it('sort by a click on the header, and the address keeps it', async () => {
    const { page } = demo.instrument;
    await open('measures?of=routine');
    await waitForText(page, '.MuiDataGrid-row[data-rowindex="0"]', 'assessPassage');
    await clickText(page, '.MuiDataGrid-columnHeaderTitle', 'Fan-in');
    await page.waitForFunction(() => new URL(location.href).searchParams.get('sort') === 'fanIn');
    await page.waitForFunction(
      () => document.querySelector('.MuiDataGrid-row')?.textContent.includes('assessPassage') === false,
    );
    await page.goBack();
    await waitForText(page, '.MuiDataGrid-row[data-rowindex="0"]', 'assessPassage');
  });

  it('are filtered as one types', async () => {
    const { page } = demo.instrument;
    await open('measures?of=routine');
    await page.type('input[aria-label="Filter by name or path"]', 'ledger/');
    await page.waitForFunction(() => new URL(location.href).searchParams.get('filter') === 'ledger/');
    await page.waitForFunction(() =>
      Array.from(document.querySelectorAll('.measured-name')).every((cell) =>
        cell.getAttribute('title')!.includes('ledger/'),
      ),
    );
    const paths = await page.$$eval('.measured-name', (cells) =>
      cells.map((cell) => cell.getAttribute('title')!),
    );
    expect(paths.length).toBeGreaterThan(3);
    expect(paths.every((path) => path.includes('ledger/'))).toBe(true);
    // A link to the same view without a filter shows all again, and is not undone by what was typed.
    await open('measures?of=routine');
    expect(await page.$eval('input[aria-label="Filter by name or path"]', ({ value }) => value)).toBe('');
    await waitForText(page, '.measures-grid, [role=grid]', 'assessPassage');
  });

  it('a row leads to the dossier, and its line to the source', async () => {
    const { page } = demo.instrument;
    await open('measures?of=routine');
    await page.waitForSelector('.measured-name');
    await page.click('.MuiDataGrid-row[data-rowindex="0"] .measured-name');
    await waitForText(page, '.dossier', 'Used by');
    expect(await textOf(page, '.dossier h1')).toBe('assessPassage');
    await clickText(page, '.dossier .lead a', 'lines 27–72');
    await waitForText(page, '.cm-line-asked', 'export function assessPassage');
  });

  it('columns are chosen from the catalogue', async () => {
    const { page } = demo.instrument;
    await open('measures?of=file');
    await clickText(page, 'button', 'Choose measures');
    await waitForText(page, '[role=dialog]', 'Martin 1994');
    await clickText(page, '.column-chooser label', 'Abstractness');
    await clickText(page, '[role=dialog] button', 'Show 8');
    await waitForText(page, '.MuiDataGrid-columnHeaders', 'Abstractness');
  });

  it('are exported whole as CSV', async () => {
    const csv = await (
      await fetch(`${demo.instrument.url}/codebases/1/measures.csv?of=routine&column=cyclomatic`)
    ).text();
    expect(csv.split('\n')[0]).toBe('key,cyclomatic');
    expect(csv.split('\n')[1]).toBe('src/tolls/assessment.ts#assessPassage,39');
    expect(csv.split('\n').length).toBeGreaterThan(200);
  });
});

describe('the matrix', () => {
  /** The middle of a cell on the page, from the size of the grid: labels are 150 wide at least. */
  async function moveToCell(sentence: string): Promise<{ x: number; y: number }> {
    const { page } = demo.instrument;
    const box = (await (await page.$('canvas.matrix-canvas'))!.boundingBox())!;
    for (let y = box.y + 90; y < box.y + box.height; y += 18) {
      for (let x = box.x + 170; x < box.x + box.width - 40; x += 18) {
        await page.mouse.move(x, y);
        const said = await page.$eval('.reading .sentence', (element) => (element as HTMLElement).innerText);
        if (said.includes(sentence)) return { x, y };
      }
    }
    throw new Error(`no cell says “${sentence}”`);
  }

  it('states a cell in a sentence, and a click opens its evidence, which leads to the source and back', async () => {
    const { page, errors } = demo.instrument;
    await open('matrix?in=src');
    await matrixDrawn(page);
    const cell = await moveToCell('row kernel uses column desk 2 times, against the order');
    await page.mouse.click(cell.x, cell.y);
    await waitForText(page, '.dossier', '2 places in 1 file');
    await waitForText(page, '.dossier .place', "import { currentOperator } from '../desk/session';");
    await page.click('.dossier .place');
    await waitForText(page, '.cm-line-asked', 'currentOperator');
    expect(parameter('file')).toBe('src/kernel/audit.ts');
    await page.goBack();
    await waitForText(page, '.dossier', '2 places in 1 file');
    expect(parameter('from')).toBe('src/kernel');
    expect(errors).toEqual([]);
  });

  it('folders open in place', async () => {
    const { page } = demo.instrument;
    // What is open by hand is in the address: here nothing.
    await open('matrix?in=src&open=');
    await matrixDrawn(page);
    const before = await page.$eval('.matrix-canvas', (canvas) =>
      Number((canvas as HTMLElement).dataset.drawn),
    );
    await page.focus('.matrix-canvas');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Space');
    await page.waitForFunction(
      (rows) => Number(document.querySelector<HTMLElement>('.matrix-canvas')?.dataset.drawn) > rows,
      {},
      before,
    );
    expect(parameter('open')).toBe('src/kernel');
  });

  it('is reached by keyboard: the next cell against the order, and its evidence', async () => {
    const { page } = demo.instrument;
    await open('matrix?in=src');
    await matrixDrawn(page);
    await page.focus('.matrix-canvas');
    await page.keyboard.press('n');
    await waitForText(page, '.reading', 'against the order');
    await page.keyboard.press('Enter');
    await waitForText(page, '.dossier', 'uses');
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => !location.search.includes('from='));
  });

  it('zooms by Ctrl and the wheel, the address keeps it, and 0 shows the whole, and its names again', async () => {
    const { page } = demo.instrument;
    await open('matrix?in=src&flat=1');
    await matrixDrawn(page);
    await page.mouse.move(500, 400);
    await page.keyboard.down('Control');
    await page.mouse.wheel({ deltaY: -600 });
    await page.keyboard.up('Control');
    await page.waitForFunction(() => location.search.includes('zoom='));
    const zoomed = parameter('zoom')!;
    await reload(page);
    await matrixDrawn(page);
    expect(parameter('zoom')).toBe(zoomed);
    await page.focus('.matrix-canvas');
    await page.keyboard.press('0');
    await page.waitForFunction(() => location.search.includes('zoom=1%2C0%2C0'));
    await page.keyboard.press('0');
    await page.waitForFunction(() => !location.search.includes('zoom='));
  });

  it('scrolls under its headings by the wheel, keeps its height when pointed at, and lists what goes against it', async () => {
    const { page } = demo.instrument;
    await open('matrix?in=src&flat=1');
    await matrixDrawn(page);
    const height = (): Promise<number> => page.$eval('.matrix-canvas', (canvas) => canvas.clientHeight);
    const before = await height();
    await page.mouse.move(620, 420);
    await page.mouse.wheel({ deltaY: 240 });
    await page.waitForFunction(() => /zoom=[\d.]+%2C0%2C[1-9]/.test(location.search));
    await page.mouse.move(640, 400);
    expect(await height()).toBe(before);
    await page.click('.remarks .chip.against');
    await page.waitForSelector('.against-list li');
    await page.click('.against-list li input');
    await waitForText(page, '.against-list', '1 of');
    await reload(page);
    await page.waitForSelector('.against-list li.ticked');
    await page.click('.against-list li .plain-button');
    await page.waitForSelector('.dossier .place');
    await page.evaluate(() => localStorage.clear());
  });

  it('the caption changes what is counted', async () => {
    const { page } = demo.instrument;
    await load('matrix?in=src');
    await matrixDrawn(page);
    const before = await textOf(page, '.reading .sentence');
    await page.click('button[aria-label^="kinds of dependency"]');
    await clickText(page, '[role=menuitem]', 'inheritance');
    await page.waitForFunction(
      (text) => document.querySelector<HTMLElement>('.reading .sentence')!.innerText !== text,
      {},
      before,
    );
    expect(parameter('kinds')).toBe('inheritance');
    expect(await textOf(page, '.caption')).toContain('inheritance');
  });
});

describe('the cycles', () => {
  it('are walked step by step, each with its evidence', async () => {
    const { page } = demo.instrument;
    await open('cycles');
    await waitForText(page, '.cycle-list', 'C3');
    await clickText(page, '.cycle-list b', 'C2');
    await waitForText(page, '.cycle-details', '3 members');
    await page.select('.way-round select', 'src/tolls/season.ts');
    await page.waitForFunction(() => location.search.includes('through=src%2Ftolls%2Fseason.ts'));
    await waitForText(page, '.way-round', '3 steps');
    const walked: string[] = [];
    for (let step = 0; step < 3; step++) {
      await page.keyboard.press('ArrowRight');
      await page.waitForFunction(
        (known) => {
          const from = new URL(location.href).searchParams.get('from');
          return from !== null && !known.includes(from);
        },
        {},
        walked,
      );
      walked.push(parameter('from')!);
      await waitForText(page, '.dossier', `${parameter('from')!.split('/').at(-1)} uses`);
      await page.waitForSelector('.dossier .place');
    }
    expect(walked.sort()).toEqual(['src/tolls/rebates.ts', 'src/tolls/season.ts', 'src/tolls/tariff.ts']);
  });

  it('of routines there are none in the demo, and that is said', async () => {
    const { page } = demo.instrument;
    await open('cycles?grain=routines&kinds=inheritance');
    expect(await textOf(page, '.view')).toContain('No cycles among the routines');
  });
});

describe('the frame', () => {
  it('finds an element by name from any view', async () => {
    const { page } = demo.instrument;
    await open('overview');
    await page.keyboard.press('/');
    await page.waitForSelector('.finder input');
    await page.keyboard.type('assessPass');
    await waitForText(page, '.finder li', 'assessPassage');
    await page.keyboard.press('Enter');
    await waitForText(page, '.dossier', 'assessPassage');
  });

  it('says once what a view answers, to somebody who has not been there', async () => {
    const { page, url } = demo.instrument;
    await page.deleteCookie({ name: 'yletope-visited', url });
    await open('matrix');
    expect(await textOf(page, '.first-visit')).toContain('Matrix: Who uses whom');
    await page.click('[aria-label="Close the introduction"]');
    await page.waitForFunction(() => document.querySelector('.first-visit') === null);
    // Its neighbour is told of by going there, and neither is told of again.
    await clickText(page, '.rail a', 'Graph');
    await waitForText(page, '.first-visit', 'Graph: ');
    await clickText(page, '.rail a', 'Matrix');
    await matrixDrawn(page);
    expect(await page.$('.first-visit')).toBeNull();
    await open('graph');
    expect(await page.$('.first-visit')).toBeNull();
  });

  it('D folds the dossier, ? shows the keys, figures lead from view to view', async () => {
    const { page } = demo.instrument;
    await open('matrix?focus=src%2Ftolls%2Ftariff.ts');
    await page.waitForSelector('.dossier');
    await page.keyboard.press('d');
    await page.waitForFunction(() => !document.querySelector('.dossier'));
    await page.keyboard.press('?');
    await waitForText(page, '[role=dialog]', 'next cell against the order');
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => !document.querySelector('[role=dialog]'));
    await page.keyboard.press('9');
    await page.waitForFunction(() => location.pathname.endsWith('/around'));
  });

  it('the context menu holds the verbs of an element', async () => {
    const { page } = demo.instrument;
    await open('overview');
    await page.waitForSelector('.overview .element');
    await page.click('.overview .element', { button: 'right' });
    await waitForText(page, '[role=menu]', 'Show in matrix');
    await clickText(page, '[role=menuitem]', 'Show in matrix');
    await page.waitForFunction(() => location.pathname.endsWith('/matrix'));
  });

  it.each(everyView)('%s is usable at a width of 1024, without scrolling sideways', async (view) => {
    const { page } = demo.instrument;
    await page.setViewport({ width: 1024, height: 700 });
    await open(view);
    const [content, shown] = await page.evaluate(() => [
      document.documentElement.scrollWidth,
      document.documentElement.clientWidth,
    ]);
    const squeezed = await page.evaluate(() =>
      Array.from(document.querySelectorAll<HTMLElement>('main *'))
        .filter((element) => {
          const { display, overflowX, position } = getComputedStyle(element);
          const isCut = display !== 'inline' && overflowX !== 'visible' && position !== 'absolute';
          return isCut && element.getClientRects().length > 0 && element.innerText?.trim() !== '';
        })
        .filter(({ clientWidth, scrollWidth }) => clientWidth < 8 && scrollWidth > 16)
        .map((element) => `${element.className}: ${element.innerText}`),
    );
    await page.setViewport({ width: 1280, height: 800 });
    expect(content).toBeLessThanOrEqual(shown);
    expect(squeezed).toEqual([]);
  });

  it('the sheet can be switched from light to dark, and stays so', async () => {
    const { page } = demo.instrument;
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'light' }]);
    await open('overview');
    const sheet = (): Promise<string> => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
    expect(await sheet()).toBe('rgb(247, 244, 236)');
    await page.click('button[aria-label="Switch to the dark sheet"]');
    await page.waitForFunction(() => document.documentElement.dataset.theme === 'dark');
    expect(await sheet()).toBe('rgb(22, 25, 28)');
    await open('cycles');
    expect(await sheet()).toBe('rgb(22, 25, 28)');
    await page.click('button[aria-label="Switch to the light sheet"]');
    await page.evaluate(() => localStorage.clear());
    await page.emulateMediaFeatures([]);
  });

  it('an external has a dossier like any other element', async () => {
    const { page } = demo.instrument;
    await open('overview');
    await clickText(page, '.overview .element', 'quaylight');
    await waitForText(page, '.dossier', 'external, npm');
    await waitForText(page, '.dossier', 'server.ts');
  });

  it('keeps the frame when an address cannot be answered, and shows the nearest', async () => {
    const { page } = demo.instrument;
    await open('source?file=src/tolls/gone.ts');
    expect(await textOf(page, '.view h1')).toBe('There is no file src/tolls/gone.ts in this survey.');
    expect(await textOf(page, '.view')).toContain('src/tolls');
    expect(await page.$('.rail')).not.toBeNull();
    await open('source');
    expect(await page.$('.rail')).not.toBeNull();
    await page.keyboard.press('1');
    await page.waitForFunction(() => location.pathname.endsWith('/overview'));
  });

  it('leads to its picture by keys: from the first stop, by P, and by the number of a view', async () => {
    const { page } = demo.instrument;
    await load('matrix?in=src');
    await matrixDrawn(page);
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    const focused = (): Promise<string> => page.evaluate(() => document.activeElement?.className ?? '');
    expect(await focused()).toContain('matrix-canvas');
    await page.focus('.rail a');
    await page.keyboard.press('p');
    expect(await focused()).toContain('matrix-canvas');
    await open('overview');
    await page.keyboard.press('6');
    await page.waitForFunction(() => document.activeElement?.className.includes('matrix-canvas'));
    await page.keyboard.down('Shift');
    await page.keyboard.press('Digit1');
    await page.keyboard.up('Shift');
    await page.waitForFunction(() => location.pathname.endsWith('/cycles'));
  });

  it('hears its keys in a text as well, and says which routine one is in', async () => {
    const { page } = demo.instrument;
    await open('source?file=src/tolls/tariff.ts');
    await page.waitForSelector('.source-text .cm-content');
    await page.click('.source-text .cm-line');
    await page.keyboard.press('?');
    await page.waitForSelector('[role=dialog]');
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => !document.querySelector('[role=dialog]'));
    await open('source?file=src/tolls/tariff.ts&focus=src%2Ftolls%2Ftariff.ts%23Tariff.quote');
    await waitForText(page, '.pane-place', 'Tariff › quote');
  });

  it('takes what was left while it loaded for no failure, and anything else for one', async () => {
    const { page } = demo.instrument;
    // In a script of the page: what is evaluated from outside is not heard there, and pages run none that stands in them unasked.
    await page.setBypassCSP(true);
    await load('survey');
    const isReported = async (name: string): Promise<string | null> => {
      await page.addScriptTag({
        content: `window.addEventListener('unhandledrejection', (event) => {
          document.body.dataset.reported = String(!event.defaultPrevented);
          event.preventDefault();
        }, { once: true });
        delete document.body.dataset.reported;
        Promise.reject(new DOMException('The request was left.', '${name}'));`,
      });
      await page.waitForSelector('body[data-reported]');
      return page.$eval('body', (body) => body.dataset.reported ?? null);
    };
    expect(await isReported('AbortError')).toBe('false');
    expect(await isReported('NetworkError')).toBe('true');
    await page.setBypassCSP(false);
  });

  it('what is not there is said in a sentence', async () => {
    const { page } = demo.instrument;
    await goTo(page, `${demo.instrument.url}/codebases/99/overview`);
    expect(await textOf(page, 'h1')).toBe('There is no codebase 99; it may have been removed.');
    await open('matrix?in=no/such/folder');
    expect(await textOf(page, 'h1')).toBe('There is no no/such/folder in this survey.');
    await open('overview?focus=no/such.ts');
    await waitForText(page, '.dossier', 'There is no no/such.ts in this survey.');
  });

  it.each(everyView)('%s has no accessibility faults in either sheet', async (view) => {
    await load(view);
    expect(await accessibilityFaults(demo.instrument.page)).toEqual([]);
  });
});
