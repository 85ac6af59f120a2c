import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { openStore } from '../server/store/database.ts';
import { changeRuleBook, ruleBook } from '../server/store/ruleBooks.ts';
import { accessibilityFaults, clickText, textOf, waitForText } from './instrument.ts';
import { surveyedDemo } from './surveyedDemo.ts';

const demo = surveyedDemo();
const { open, parameter } = demo;

/** The groups of each step, from the top. */
async function steps(): Promise<string[][]> {
  const labels = await demo.instrument.page.$$eval('.order-group', (all) =>
    all.map((group) => group.getAttribute('aria-label') ?? ''),
  );
  const ranks: string[][] = [];
  for (const label of labels) {
    const [, id, rank] = /^(.*), layer (\d+) of/.exec(label)!;
    (ranks[Number(rank) - 1] ??= []).push(id);
  }
  return ranks;
}
const groupOf = (id: string): string => `.order-group[aria-label^="${id}, layer"]`;
const fileNow = async (): Promise<string> =>
  demo.instrument.page.evaluate(
    async (address) => (await fetch(address)).text(),
    `${demo.instrument.url}/codebases/1/yletope.yaml`,
  );

describe('rules', () => {
  it('that the codebase brings are told with what they hide, and taken over when told', async () => {
    const { page, demo: root } = demo.instrument;
    await open('rules');
    expect(await textOf(page, '.empty')).toContain('No rules yet');
    expect(await textOf(page, '[role=note]')).toContain(
      'with 4 rules; its exceptions would hide 3 references',
    );
    await clickText(page, 'button', 'Use these rules');
    await page.waitForSelector('.order-steps');
    expect(await page.$('[role=note]')).toBeNull();
    expect(await fileNow()).toBe(readFileSync(join(root, 'yletope.yaml'), 'utf8'));
    const ranks = await steps();
    expect([ranks[0], ranks[8], ranks.length]).toEqual([
      ['src/web'],
      ['src/fleet', 'src/gauging', 'src/crews'],
      10,
    ]);
    expect(await textOf(page, '[aria-label=Exceptions]')).toContain('has expired');
  });

  it('lead from what breaks them to the lines in the code', async () => {
    const { page } = demo.instrument;
    await open('rules');
    // The curve in the picture, and the line in the list, are the same claim.
    await page.$$eval('.order-link.breaks', (all) => {
      const wanted = all.find((link) =>
        link.querySelector('title')?.textContent?.startsWith('src/voyages uses'),
      );
      wanted!.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    });
    await page.waitForSelector('.break-pair');
    expect(parameter('pair')).toBe('layers|src/voyages|src/manifests');
    const places = await page.$$eval('.break-pair .mono .link', (all) =>
      all.map((link) => link.textContent ?? ''),
    );
    expect(places).toEqual(['2 places', '3 places']);
    await clickText(page, '.break-pair .link', '3 places');
    await waitForText(page, '.dossier .lead', '3 places');
    await open('rules?pair=layers|src/voyages|src/manifests');
    await page.click('.break-pair .mono a');
    await page.waitForFunction(() => location.pathname.endsWith('/source'));
    expect([parameter('file'), parameter('line')]).toEqual(['src/voyages/plan.ts', '2']);
    // Beside the line stands what it breaks, and in the dossier how often its file does.
    await page.waitForSelector('.margin-break');
    const says = await page.$eval('.margin-break', (sign) => (sign as HTMLElement).title);
    expect(says).toContain('layers: src/voyages/plan.ts uses src/manifests/cargo.ts');
    await waitForText(page, '.dossier', 'Violates layers, in 5 places');
  });

  it('have what breaks them marked in matrix and graph, with which and how many', async () => {
    const { page } = demo.instrument;
    await open('matrix');
    await waitForText(page, '.matrix-legend', 'violates a rule');
    await waitForText(page, '.remarks', '6 with violations');
    // The cell in which voyages use manifests, reached by key from the first.
    await page.focus('.matrix-canvas');
    await page.keyboard.press('ArrowDown');
    for (let steps = 0; steps < 40; steps += 1) {
      if ((await textOf(page, '.matrix-reading .sentence')).startsWith('row voyages')) break;
      await page.keyboard.press('ArrowDown');
    }
    for (let steps = 0; steps < 40; steps += 1) {
      if ((await textOf(page, '.matrix-reading .sentence')).includes('column manifests')) break;
      await page.keyboard.press('ArrowRight');
    }
    expect(await textOf(page, '.matrix-reading .sentence')).toContain(
      'uses column manifests 5 times, against the order; 5 violate layers',
    );
    await open('graph');
    await page.waitForSelector('.graph-edge path.graph-break');
    expect(await page.$$('.graph-edge path.graph-break')).toHaveLength(6);
    const titles = await page.$$eval('.graph-edge:has(.graph-break) title', (all) =>
      all.map((title) => title.textContent ?? ''),
    );
    expect(titles).toContain('voyages uses manifests: 5 references, against the order; 5 violate layers');
    await open('graph?as=table');
    await waitForText(page, '.link-table', '⊢ 5 violate layers');
    await open('matrix');
    await clickText(page, '.remarks a', '⊢ 6 with violations...');
    await page.waitForSelector('.order-steps');
  });

  it('have their order changed by key and by pointer, taken back, and done again', async () => {
    const { page } = demo.instrument;
    await open('rules');
    const before = await steps();
    await page.focus(groupOf('src/desk'));
    await page.keyboard.down('Shift');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.up('Shift');
    await page.waitForFunction(() => document.querySelectorAll('.order-step').length === 9);
    expect((await steps())[1]).toEqual(['src/ledger', 'src/desk']);
    await clickText(page, 'button', 'Undo');
    await page.waitForFunction(() => document.querySelectorAll('.order-step').length === 10);
    expect(await steps()).toEqual(before);
    // Dragged onto the step of another.
    const [moved, onto] = await Promise.all(
      ['src/crews', 'src/notices'].map(async (id) => (await (await page.$(groupOf(id)))!.boundingBox())!),
    );
    await page.mouse.move(moved.x + 20, moved.y + 10);
    await page.mouse.down();
    await page.mouse.move(onto.x + 150, onto.y + 12, { steps: 6 });
    await page.waitForSelector('.order-drop');
    await page.mouse.up();
    await page.waitForFunction(
      (group) => document.querySelector(group) !== null,
      {},
      '.order-group[aria-label^="src/crews, layer 4 of"]',
    );
    expect((await steps())[3]).toEqual(['src/notices', 'src/crews']);
    expect(await fileNow()).toContain('only berths use what is in misc');
    await clickText(page, 'button', 'Undo');
    await page.waitForSelector('.order-group[aria-label^="src/crews, layer 9 of"]');
  });

  it('tell repairs, which are looked at before they are made', async () => {
    const { page } = demo.instrument;
    await open('rules');
    const breaks = await textOf(page, '.view-tools');
    const path = await textOf(page, '.repair .cut-name');
    await clickText(page, '.repair .link', 'Look');
    await waitForText(page, '[role=status]', `Preview: ${path}`);
    const count = (text: string): number => Number(/(\d+) violations?/.exec(text)![1]);
    expect(count(await textOf(page, '.view-tools'))).toBeLessThan(count(breaks));
    await clickText(page, '[role=status] button', 'Cancel');
    await page.waitForFunction(() => !document.querySelector('[role=status]'));
    expect(await textOf(page, '.view-tools')).toBe(breaks);
  });

  it('have a break accepted with a reason, and that taken out again', async () => {
    const { page } = demo.instrument;
    await open('rules?pair=layers|src/gauging|src/notices');
    await clickText(page, '.break-pair .link', 'Accept …');
    await page.waitForSelector('[name=reason]:focus');
    await page.keyboard.type('Bulletins follow the gauge.');
    await page.keyboard.press('Enter');
    await waitForText(page, '[aria-label=Exceptions]', 'Bulletins follow the gauge.');
    expect(await fileNow()).toContain('reason: Bulletins follow the gauge.');
    await page.$$eval('[aria-label^="Remove the exception for src/gauging"]', ([button]) =>
      (button as HTMLElement).click(),
    );
    await page.waitForFunction(() => !document.body.innerText.includes('Bulletins follow'));
  });

  it('are written as text, of which what cannot be read is refused with its line', async () => {
    const { page } = demo.instrument;
    await open('rules?as=text');
    const text = await page.$eval('textarea', (area) => area.value);
    await page.focus('textarea');
    await page.keyboard.down('Control');
    await page.keyboard.press('Home');
    await page.keyboard.up('Control');
    await page.keyboard.type('moons: 3\n');
    await clickText(page, '.rules-text button', 'Save');
    await waitForText(page, '[role=alert]', 'line 1');
    expect(await page.$eval('textarea', (area) => area.value)).toContain('moons: 3');
    expect(await fileNow()).toBe(text);
  });

  it('begin with an order that is proposed', async () => {
    const { page } = demo.instrument;
    await open('rules');
    await clickText(page, 'button', 'Propose an order …');
    await clickText(page, '[role=menuitem]', 'Layers of packages');
    await waitForText(page, '.rules-list', 'layers of packages');
    await open('rules?rule=layers+of+packages');
    await waitForText(page, '.caption', 'layers of packages');
    expect((await steps()).length).toBeGreaterThan(1);
  });

  it.each(['rules?pair=layers|src/voyages|src/manifests', 'rules?as=text'])(
    '%s has no accessibility faults',
    async (path) => {
      await open(path);
      await page();
      expect(await accessibilityFaults(demo.instrument.page)).toEqual([]);
    },
  );
});

describe('rules that cannot be read any more', () => {
  it('leave every view usable, say why, and are mended where they are', async () => {
    const { page, data } = demo.instrument;
    // As an earlier version may have kept them: this one refuses to.
    const store = openStore(data);
    const { revision } = ruleBook(store, 1);
    changeRuleBook(store, 1, { revision, what: 'kept' }, () => 'yletope: 1\nrules:\n  - name: odd\n');
    store.close();
    for (const path of ['matrix', 'graph', 'modules', 'unused']) {
      await open(path);
      expect(await textOf(page, '.unread-rules')).toMatch(
        /cannot be read: the rules, line 3.*Edit the rules/,
      );
    }
    await clickText(page, 'a', 'Edit the rules');
    await waitForText(page, '.caption', 'The rules cannot be read');
    expect(await textOf(page, '[role=alert]')).toContain('the rules, line 3');
    expect(await fileNow()).toContain('name: odd');
    await page.$eval('.rules-text textarea', (area) => (area.value = ''));
    await page.type('.rules-text textarea', 'yletope: 1');
    await clickText(page, 'button', 'Save');
    await waitForText(page, '.caption', 'No rules yet');
    await open('matrix');
    expect(await page.$('.unread-rules')).toBeNull();
  });
});

describe('unused code', () => {
  it('is listed by class, and is used after all when somebody adds an entry point', async () => {
    const { page } = demo.instrument;
    await open('unused?show=notReferenced');
    await waitForText(page, '.unused-row', 'quayBoard.ts');
    const count = async (): Promise<number> => parseInt(await textOf(page, '.view-tools b'));
    const before = await count();
    await page.$$eval('.unused-row', (rows) =>
      [...rows]
        .find((row) => row.textContent?.includes('quayBoard.ts'))!
        .querySelector<HTMLElement>('.link')!
        .click(),
    );
    await waitForText(page, '.unused-entry-points', 'src/web/quayBoard.ts');
    expect(await count()).toBeLessThan(before);
    expect(await fileNow()).toContain('entries:');
    await page.click('[aria-label="Remove the entry point src/web/quayBoard.ts"]');
    await waitForText(page, '.unused-row', 'quayBoard.ts');
    expect(await count()).toBe(before);
    expect(await accessibilityFaults(page)).toEqual([]);
  });
});

const page = (): Promise<unknown> => demo.instrument.page.waitForSelector('.view-tools');
