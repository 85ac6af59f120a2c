import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { clickText, matrixDrawn, surveyAgain, textOf, waitForText } from './instrument.ts';
import { surveyedDemo } from './surveyedDemo.ts';

const demo = surveyedDemo();
const { open, parameter } = demo;

async function find(typed: string): Promise<void> {
  const { page } = demo.instrument;
  await page.keyboard.press('/');
  await page.waitForSelector('.finder input');
  await page.keyboard.type(typed);
}

/** Waits until the names of the text lead somewhere, and gives the first that reads so. */
async function nameInText(name: string): Promise<void> {
  const { page } = demo.instrument;
  await page.waitForFunction(
    (wanted) => [...document.querySelectorAll('.c-link')].some(({ textContent }) => textContent === wanted),
    {},
    name,
  );
}

async function nameHandle(name: string, which = 0) {
  await nameInText(name);
  // The text is drawn anew when more is known of it: a name that stays is the one that is meant.
  for (;;) {
    const handles = await demo.instrument.page.$$('.c-link');
    const found = [];
    for (const handle of handles)
      if ((await handle.evaluate(({ textContent }) => textContent)) === name) found.push(handle);
    await new Promise((resolve) => setTimeout(resolve, 150));
    if (await found.at(which)?.evaluate(({ isConnected }) => isConnected)) return found[which];
  }
}

describe('the finder', () => {
  it('takes wildcards, kinds and folders in one line, and opens the source with Ctrl+Enter', async () => {
    const { page } = demo.instrument;
    await open('overview');
    await find('*Passage, routines, in src/tolls');
    await waitForText(page, '.finder li', 'assessPassage');
    // What was found for the first letters stays until the rest is answered.
    await page.waitForFunction(() => document.querySelectorAll('.finder li').length === 1);
    await page.keyboard.down('Control');
    await page.keyboard.press('Enter');
    await page.keyboard.up('Control');
    await page.waitForFunction(() => location.pathname.endsWith('/source'));
    expect(parameter('focus')).toBe('src/tolls/assessment.ts#assessPassage');
  });

  it('says what it does not understand, and what was looked at lately stands there first', async () => {
    const { page } = demo.instrument;
    await open('overview?focus=src%2Ftolls%2Ftariff.ts%23Tariff');
    await page.waitForSelector('.dossier h1');
    await find('');
    await waitForText(page, '.finder li', 'Tariff');
    await page.keyboard.type('lock, sideways');
    await waitForText(page, '.finder .hint', '“sideways” is neither a kind nor a place');
    await page.keyboard.press('Escape');
  });

  it('leads on to a search in the texts', async () => {
    const { page } = demo.instrument;
    await open('overview');
    await find('rebateFor');
    await page.keyboard.down('Shift');
    await page.keyboard.press('Enter');
    await page.keyboard.up('Shift');
    await page.waitForFunction(() => location.pathname.endsWith('/text'));
    await waitForText(page, '.text-matches', 'rebateFor');
    await waitForText(page, '[role=status]', 'searched');
  });
});

describe('a search in texts', () => {
  it('groups matches by folder, file and routine, with counts, and leads to the line', async () => {
    const { page } = demo.instrument;
    await open('text?q=new%20Money%5C(&pattern=1&in=src/tolls');
    await waitForText(page, '.text-matches', 'assessPassage');
    await waitForText(page, '[role=status]', 'matches in');
    const cut = await page.$$eval('.text-matches .element', (names) =>
      names
        .filter(({ scrollWidth, clientWidth }) => scrollWidth > clientWidth)
        .map((name) => name.textContent),
    );
    expect(cut).toEqual([]);
    await page.click('.text-matches .place');
    await page.waitForFunction(() => location.pathname.endsWith('/source'));
    expect(Number(parameter('line'))).toBeGreaterThan(0);
  });

  it('says in a sentence what is no regular expression, and ends one that runs away', async () => {
    const { page } = demo.instrument;
    await open('text?q=(toll&pattern=1');
    await waitForText(page, '.notice', 'This is no regular expression');
    writeFileSync(join(demo.instrument.demo, 'src', 'tolls', 'rebates.ts'), `// ${'a'.repeat(60)}!\n`, {
      flag: 'a',
    });
    await open('text?q=(a%7Caa)%2B%24x&pattern=1&glob=rebates.ts');
    await waitForText(page, '.notice', 'takes too long on this code');
    await open('text?q=rebateFor');
    await waitForText(page, '.text-matches', 'rebateFor');
  });

  it('marks what it found on the matrix', async () => {
    const { page } = demo.instrument;
    await open('text?q=hydrograph&tests=in');
    await page.waitForSelector('[role=status]');
    await open('text?q=DomainEvent');
    await clickText(page, 'button', 'Mark them on pictures');
    await page.waitForFunction(() => new URL(location.href).searchParams.get('overlay') !== null);
    await clickText(page, 'a', 'Show in matrix');
    await matrixDrawn(page);
    await waitForText(page, '.matrix-legend', 'marked by the shortlist');
    await waitForText(page, '.caption', 'marking elements of');
  });
});

describe('the source', () => {
  it('every name leads to what it means: hovering tells, a double click goes there, and back is back', async () => {
    const { page } = demo.instrument;
    await open('source?file=src/tolls/assessment.ts');
    const call = await nameHandle('tollClass', 1);
    await call.hover();
    await waitForText(page, '.name-card', 'function tollClass(');
    await call.click({ count: 2 });
    await page.waitForFunction(
      () => new URL(location.href).searchParams.get('file') === 'src/tolls/classes.ts',
    );
    await waitForText(page, '.cm-line-asked', 'tollClass');
    await page.goBack();
    await page.goBack();
    await page.waitForFunction(
      () => new URL(location.href).searchParams.get('file') === 'src/tolls/assessment.ts',
    );
  });

  it('a click takes a name in hand, and Enter follows it from the caret', async () => {
    const { page } = demo.instrument;
    await open('source?file=src/tolls/invoice.ts');
    const name = await nameHandle('assessPassage', 1);
    await name.click();
    await waitForText(page, '.dossier h1', 'assessPassage');
    await page.waitForSelector('.c-in-hand');
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      () => new URL(location.href).searchParams.get('file') === 'src/tolls/assessment.ts',
    );
  });

  it('the outline is filtered and ordered, and tells visibility', async () => {
    const { page } = demo.instrument;
    await open('source?file=src/tolls/tariff.ts');
    await waitForText(page, '.outline', 'perKilometre');
    await waitForText(page, '.outline .visibility', '−');
    await page.type('input[aria-label="Filter the outline"]', 'quote');
    await page.waitForFunction(() => document.querySelectorAll('.outline .visibility').length === 2);
    expect(await textOf(page, '.outline')).toContain('Tariff');
  });

  it('zooms out into the whole file, and a click there leads back to the line', async () => {
    const { page } = demo.instrument;
    await open('source?file=src/tolls/assessment.ts');
    await clickText(page, 'button', 'Whole file');
    await page.waitForSelector('.strip.whole canvas');
    await page.click('.strip.whole', { offset: { x: 120, y: 200 } });
    await page.waitForSelector('.source-text .cm-content');
    expect(await page.$('.strip.whole')).toBeNull();
  });

  it('shows the surveyed text of a file that has gone, and says so', async () => {
    const { page } = demo.instrument;
    const file = join(demo.instrument.demo, 'src', 'tolls', 'season.ts');
    renameSync(file, `${file}.away`);
    await open('source?file=src/tolls/season.ts');
    await waitForText(page, '.pane-head', 'deleted since the survey; this is the surveyed text');
    await waitForText(page, '.cm-content', 'seasonOf');
    await waitForText(page, '.outline', 'seasonOf');
    renameSync(`${file}.away`, file);
  });

  it('shows characters that hide or turn code as marks', async () => {
    const { page } = demo.instrument;
    const file = join(demo.instrument.demo, 'src', 'tolls', 'season.ts');
    const text = readFileSync(file, 'utf8');
    writeFileSync(file, `// level \u202e of \u2066 trust\n${text}`);
    await open('source?file=src/tolls/season.ts');
    await waitForText(page, '.cm-hidden-character', 'U+202E');
    await waitForText(page, '.pane-head', 'changed since the survey');
    writeFileSync(file, text);
  });

  it('reads files side by side', async () => {
    const { page } = demo.instrument;
    await open('source?file=src/tolls/tariff.ts&beside=src/tolls/rebates.ts');
    expect(await page.$$eval('.source-pane', (panes) => panes.length)).toBe(2);
    await page.click('button[aria-label="Close src/tolls/rebates.ts"]');
    await page.waitForFunction(() => document.querySelectorAll('.source-pane').length === 1);
  });
});

describe('the dossier', () => {
  it('unfolds what uses the focus step after step, by kind, and marks loops', async () => {
    const { page } = demo.instrument;
    await open('overview?focus=src%2Ftolls%2Ftariff.ts');
    await page.waitForSelector('.use-tree[aria-label="Uses"] .fold');
    await page.click('.use-tree[aria-label="Uses"] button[aria-label="Unfold rebates.ts"]');
    await waitForText(page, '.use-tree[aria-label="Uses"] ul ul', '↻');
    await page.select('select[aria-label="Used by: kind"]', 'calls');
    await waitForText(page, '.use-tree[aria-label="Used by"]', 'Used by');
  });

  it('has its own way back beside the page’s', async () => {
    const { page } = demo.instrument;
    await open('overview?focus=src%2Ftolls%2Ftariff.ts%23Tariff');
    await waitForText(page, '.dossier h1', 'Tariff');
    await clickText(page, '.use-tree[aria-label="Uses"] .element', 'rebateFor');
    await waitForText(page, '.dossier h1', 'rebateFor');
    await page.keyboard.press('[');
    await waitForText(page, '.dossier h1', 'Tariff');
    await page.keyboard.press(']');
    await waitForText(page, '.dossier h1', 'rebateFor');
  });

  it('tells the signature and the comment', async () => {
    await open('overview?focus=src%2Ftolls%2Fassessment.ts%23assessPassage');
    await waitForText(demo.instrument.page, '.dossier .signature', 'export function assessPassage(');
    await waitForText(demo.instrument.page, '.dossier .doc-comment', 'every ruling of the toll board');
  });
});

describe('what is around an element', () => {
  it('is listed in groups, filtered, made a shortlist of, and followed to its lines', async () => {
    const { page } = demo.instrument;
    await open('around?around=src%2Fkernel%2Findex.ts&barrels=written');
    await page.waitForSelector('.around-row');
    const before = (await page.$$('.around-row')).length;
    await page.type('.around-tools input', 'tariff');
    await page.waitForFunction(
      (count) => document.querySelectorAll('.around-row').length < count,
      {},
      before,
    );
    await page.click('.around-row .element');
    await waitForText(page, '.dossier h1', 'tariff.ts');
    // What is looked at stays.
    expect(await textOf(page, '.caption')).toContain('index.ts');
    await page.click('.around-row button.mono');
    await page.waitForSelector('.dossier .place');
    await page.click('.around-tools .chip');
    await page.waitForSelector('input[aria-label="Name of a new shortlist"]');
    await page.keyboard.press('Escape');
  });
});

describe('types', () => {
  it('are drawn with what is above and below, and listed with what overrides what', async () => {
    const { page } = demo.instrument;
    await open('types?focus=src%2Fdesk%2Fscreens%2FtollCounter.ts%23TollCounterScreen');
    await page.waitForSelector('.type-box[aria-label="class Screen"]');
    await page.waitForSelector('.type-box[aria-label="class TollCounterScreen"]');
    await open(
      'types?as=list&members=all&inherited=yes&focus=src%2Fdesk%2Fscreens%2FtollCounter.ts%23TollCounterScreen',
    );
    await waitForText(page, '.type-list', 'overrides Screen');
    await waitForText(page, '.type-list', '1 inherited member');
  });

  it('begin with those most used, and go from scope to scope without losing the page', async () => {
    const { page } = demo.instrument;
    const failures: string[] = [];
    page.on('pageerror', (error) => failures.push((error as Error).message));
    await open('types');
    await page.waitForSelector('.type-box');
    await waitForText(page, '.types-parts', 'the most used first');
    for (const folder of ['src/desk', 'src/tolls', 'src/desk/screens']) {
      await open(`types?of=folder&in=${encodeURIComponent(folder)}`);
      await page.waitForSelector('.type-box');
    }
    await page.evaluate(() => history.go(-2));
    await page.waitForFunction(() => location.search.includes('desk'));
    await page.waitForSelector('.type-box');
    expect(failures).toEqual([]);
  });

  it('of a folder are a class diagram that is saved as SVG with its sentence', async () => {
    const { page } = demo.instrument;
    await open('types?of=folder&in=src/desk');
    await page.waitForSelector('.type-box');
    const saved = await page.evaluate(
      () =>
        new Promise<string>((resolve) => {
          const made = URL.createObjectURL.bind(URL);
          URL.createObjectURL = (blob) => {
            void (blob as Blob).text().then(resolve);
            return made(blob);
          };
          [...document.querySelectorAll('button')].find((b) => b.textContent === 'Save as SVG')!.click();
        }),
    );
    expect(saved).toMatch(/^<svg xmlns="http:\/\/www.w3.org\/2000\/svg"/);
    expect(saved).toContain('the types of src/desk, with their public members.');
  });
});

describe('shortlists', () => {
  it('are made of a whole result, confine pictures, are combined, completed, and their removal undone', async () => {
    const { page } = demo.instrument;
    await open('matrix?in=src');
    await find('files, in src/tolls');
    await waitForText(page, '.finder .hint', 'Shortlist all');
    await page.evaluate(() =>
      [...document.querySelectorAll('button')]
        .find((b) => b.textContent.startsWith('Shortlist all'))!
        .click(),
    );
    const name = await page.waitForSelector('input[aria-label="Name of a new shortlist"]');
    await name!.click({ count: 3 });
    await page.keyboard.type('the tolls');
    await page.keyboard.press('Enter');
    await waitForText(page, '.tray-members', 'tariff.ts');
    await clickText(page, '.tray button', 'Show only these');
    await waitForText(page, '.caption', 'only elements of “the tolls”');
    await page.select('select[aria-label="Complete the list"]', 'uses');
    await waitForText(page, '.tray-line', 'the tolls with what it uses');
    await waitForText(page, '.tray-members', 'money.ts');
    await page.select('select[aria-label="How to combine"]', 'difference');
    const other = await page.$eval(
      'select[aria-label="Combine with"]',
      (select) => [...select.options].find(({ text }) => text === 'the tolls')!.value,
    );
    await page.select('select[aria-label="Combine with"]', other);
    await waitForText(page, '.tray-line', 'without the tolls');
    await page.waitForFunction(
      () => document.querySelector('.tray-members')?.textContent.includes('tariff.ts') === false,
    );
    await clickText(page, '.tray button', 'Remove');
    await waitForText(page, '.tray-line', 'was removed');
    await clickText(page, '.tray button', 'Undo');
    await page.waitForFunction(
      () => document.querySelector('.tray-line')?.textContent.includes('removed') === false,
    );
    await waitForText(page, '.tray-line', 'without the tolls');
  });

  it('are exported and come back by import', async () => {
    const { page } = demo.instrument;
    await open('matrix?in=src');
    await page.waitForSelector('.tray-line .chip');
    const { csv, json } = await page.evaluate(async () => {
      const { lists } = (await (await fetch('/codebases/1/shortlists')).json()) as {
        lists: { id: number; name: string }[];
      };
      const { id } = lists.find((list) => list.name === 'the tolls')!;
      const read = async (ending: string): Promise<string> =>
        (await fetch(`/codebases/1/shortlists/${id}.${ending}`)).text();
      return { csv: await read('csv'), json: await read('json') };
    });
    expect(csv.split('\n')[0]).toBe('key,name,kind');
    expect(csv).toContain('\nsrc/tolls/tariff.ts,tariff.ts,file\n');
    const { keys } = JSON.parse(json) as { keys: string[] };
    for (const [name, text] of [
      ['from-csv.csv', csv],
      ['from-json.json', json],
    ]) {
      const file = join(demo.instrument.demo, name);
      writeFileSync(file, text);
      if (!(await page.$('.tray-open'))) await page.click('.tray-line .chip');
      const input = await page.waitForSelector('input[aria-label="Import a shortlist"]');
      await (input as unknown as { uploadFile(path: string): Promise<void> }).uploadFile(file);
      await waitForText(page, '.tray-line', `${name.split('.')[0]} ${keys.length}`);
    }
  });
});

describe('notes', () => {
  it('are written on an element and on a line, shown in margin, dossier and matrix, and searched', async () => {
    const { page } = demo.instrument;
    await open('source?file=src/tolls/tariff.ts&focus=src%2Ftolls%2Ftariff.ts%23Tariff');
    await clickText(page, '.dossier button', 'write one');
    await page.waitForSelector('.note-dialog textarea');
    await page.keyboard.type('Kept **since 1911**. <script>document.title = "broken"</script>');
    await clickText(page, '.note-dialog button', 'Save note');
    await waitForText(page, '.dossier-note', 'Kept since 1911.');
    await waitForText(page, '.dossier-note', '<script>');
    await page.waitForSelector('.margin-note');
    await clickText(page, '.pane-tools button', 'Note on this line');
    await page.waitForSelector('.note-dialog textarea');
    await page.keyboard.type('This line is old.');
    await clickText(page, '.note-dialog button', 'Save note');
    await page.waitForFunction(() => !document.querySelector('.note-dialog'));
    await open('matrix?in=src/tolls');
    await matrixDrawn(page);
    await waitForText(page, '.matrix-legend', 'notes');
    await open('notes');
    await page.type('input[aria-label="Search the notes"]', 'old');
    await page.waitForFunction(() => document.querySelectorAll('.note-card').length === 1);
    expect(await textOf(page, '.note-card')).toContain('This line is old.');
    expect(await page.title()).not.toBe('broken');
  });

  it('take a pasted picture', async () => {
    const { page } = demo.instrument;
    await open('overview?focus=src%2Ftolls');
    await clickText(page, '.dossier button', 'write one');
    await page.waitForSelector('.note-dialog textarea');
    await page.evaluate(() => {
      const canvas = document.createElement('canvas');
      canvas.width = canvas.height = 4;
      canvas.toBlob((blob) => {
        const data = new DataTransfer();
        data.items.add(new File([blob!], 'sketch.png', { type: 'image/png' }));
        document
          .querySelector('.note-dialog textarea')!
          .dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
      });
    });
    await page.waitForFunction(
      () => document.querySelector<HTMLImageElement>('.note-dialog img')?.naturalWidth === 4,
    );
    await clickText(page, '.note-dialog button', 'Save note');
    await page.waitForSelector('.dossier-note img');
  });

  it('outlive a survey, and are put on another element when theirs is gone', async () => {
    const { page, demo: folder } = demo.instrument;
    await open('overview?focus=src%2Ftolls%2Fseason.ts%23seasonOf');
    await clickText(page, '.dossier button', 'write one');
    await page.waitForSelector('.note-dialog textarea');
    await page.keyboard.type('Where do seasons end?');
    await clickText(page, '.note-dialog button', 'Save note');
    await waitForText(page, '.dossier-note', 'Where do seasons end?');
    renameSync(join(folder, 'src', 'tolls', 'season.ts'), join(folder, 'src', 'tolls', 'seasons.ts'));
    await open('intake');
    await waitForText(page, '.caption', 'would read');
    await surveyAgain(page);
    await open('notes');
    await waitForText(page, '.note-card', 'src/tolls/season.ts#seasonOf, gone');
    await clickText(page, '.note-card .chip', 'src/tolls/seasons.ts#seasonOf');
    await page.waitForFunction(
      () => ![...document.querySelectorAll('.note-card')].some((card) => card.textContent.includes(', gone')),
    );
  });
});
