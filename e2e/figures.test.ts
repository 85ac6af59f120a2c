import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { goTo, textOf } from './instrument.ts';
import { surveyedDemo } from './surveyedDemo.ts';
import { viewAddresses } from './viewAddresses.ts';

const demo = surveyedDemo();
const { open } = demo;

/** A figure that is a link, and where that leads. */
interface LinkedFigure {
  figure: string;
  noun: string;
  href: string;
}

/** The links of a page that state a figure of something: `3 gaps`, or a figure with its name below. */
async function linkedFigures(page: Page): Promise<LinkedFigure[]> {
  return page.$$eval('a[href^="/codebases/"]', (links) =>
    links.flatMap((link) => {
      // What is quoted from the code is no figure of ours.
      if (link.closest('pre, .match-line, .cm-content, .document-text, .source-text')) return [];
      const below =
        link.parentElement?.tagName === 'SMALL' ? link.parentElement.previousElementSibling : null;
      const text = `${below?.textContent ?? ''} ${link.textContent}`.replace(/\s+/g, ' ').trim();
      const badge = link.querySelector(':scope > i')?.textContent;
      const found =
        badge === undefined
          ? /^(?:⊢ )?(\d[\d,]*) ([a-z]+)/.exec(text)
          : ['', badge, link.querySelector('span')!.textContent.toLowerCase()];
      return found && found[2] !== 'more'
        ? [{ figure: found[1], noun: found[2], href: link.getAttribute('href')! }]
        : [];
    }),
  );
}

/** True where a text states a figure by itself. */
function states(text: string, figure: string): boolean {
  return new RegExp(`(^|[^\\d,.])${figure}(?![\\d,]*\\d)`).test(text);
}

describe('a figure that is a link', () => {
  it('leads to where the same figure is told, from every view', async () => {
    const { page, url } = demo.instrument;
    const known = new Map<string, string>();
    for (const address of viewAddresses) {
      await open(address);
      for (const { figure, noun, href } of await linkedFigures(page)) {
        // The counts of the rail and of the title block stand on every page.
        const key = `${figure} ${noun} ${href}`;
        if (!known.has(key)) known.set(key, address);
      }
    }
    expect(known.size).toBeGreaterThan(8);
    const wrong: string[] = [];
    const textAt = new Map<string, string>();
    for (const [key, address] of known) {
      const [figure, noun, href] = key.split(' ');
      if (!textAt.has(href)) {
        await goTo(page, url + href);
        textAt.set(href, await textOf(page, 'main'));
      }
      if (!states(textAt.get(href)!, figure)) wrong.push(`${address}: ${figure} ${noun} → ${href}`);
    }
    expect(wrong).toEqual([]);
  }, 180_000);
});

describe('a figure that opens its evidence', () => {
  it.each(['cycles', 'around?focus=src%2Ftolls%2Ftariff.ts', 'graph?in=src&as=table'])(
    'opens as many places as it says, on %s',
    async (address) => {
      const { page } = demo.instrument;
      await open(address);
      const figures = await page.$$eval('main button', (buttons) =>
        buttons
          .map((button) => (button.textContent ?? '').replace(/[^\d]*$/, '').trim())
          .map((text, at) => ({ text, at }))
          .filter(({ text }) => /^\d[\d,]*$/.test(text))
          .slice(0, 4),
      );
      expect(figures.length).toBeGreaterThan(0);
      for (const { text, at } of figures) {
        await open(address);
        await page.$$eval('main button', (buttons, place) => buttons[place].click(), at);
        await page.waitForSelector('.dossier .place');
        const lead = await textOf(page, '.dossier .lead');
        expect(states(lead, text), `${address}: ${text}, but ${lead}`).toBe(true);
      }
    },
    60_000,
  );
});
