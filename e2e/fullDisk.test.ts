import { rmSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mountSmallDisk, type SmallDisk } from '../tests/smallDisk.ts';
import { clickText, comesAlive, goTo, textOf, waitForText, type Instrument } from './instrument.ts';
import { startInstrument } from './startInstrument.ts';

const MEGABYTES = 12;

let instrument: Instrument;
let disk: SmallDisk | null = null;

beforeAll(async () => {
  const onData = (folder: string): (() => void) => {
    disk = mountSmallDisk(folder, MEGABYTES);
    return () => disk?.release();
  };
  instrument = await startInstrument({ surveyed: true, onData });
});
afterAll(() => instrument.close());

describe('on a disk that is full', () => {
  it('a note that cannot be kept stays where it was written, with the reason, and is kept once there is room', async ({
    skip,
  }) => {
    if (disk === null) return skip();
    const { page, url } = instrument;
    const focus = 'src%2Ftolls%2Ftariff.ts';
    await goTo(page, `${url}/codebases/1/source?file=${focus}&focus=${focus}`);
    await comesAlive(page, '.dossier button');
    await clickText(page, '.dossier button', 'write one');
    await page.waitForSelector('.note-dialog textarea');
    const words = 'words that took me an hour '.repeat(1_000);
    await page.$eval(
      '.note-dialog textarea',
      (field, text) => {
        Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')!.set!.call(field, text);
        field.dispatchEvent(new Event('input', { bubbles: true }));
      },
      words,
    );
    const typed = (): Promise<string> => page.$eval('.note-dialog textarea', ({ value }) => value);
    disk.fill();
    await clickText(page, '.note-dialog button', 'Save note');
    await waitForText(page, '.note-dialog', 'The disk is full');
    expect(await typed()).toBe(words);
    rmSync(disk.ballast);
    // It can be pressed again once the page has looked what became of the first attempt.
    await clickText(page, '.note-dialog button:not([disabled])', 'Save note');
    await page.waitForFunction(() => document.querySelector('.note-dialog') === null);
    await goTo(page, `${url}/codebases/1/notes`);
    expect(await textOf(page, 'main')).toContain('words that took me an hour');
  });
});
