import type { Running } from './surveyedDemo.ts';

/** What tests of the page of modules read of it and do on it. */
export function modulesPage(running: Running) {
  const textsOf = (selector: string): Promise<string[]> =>
    running.instrument.page.$$eval(selector, (all) => all.map(({ textContent }) => textContent ?? ''));
  return {
    /** The names of the modules, in their order, and of the files of the open one. */
    moduleNames: () => textsOf('.module-title > button'),
    memberNames: () => textsOf('.member-row .element'),
    /** The name of the module that is open. */
    openedModule: (): Promise<string> =>
      running.instrument.page.$eval('.module-words input', (field) => field.value),
    /** Waits until an edit was taken and the page shows what it made. */
    async settledDown(): Promise<void> {
      await running.instrument.page.waitForFunction(() => {
        const status = document.querySelector('.plan-tools [role=status]')?.textContent ?? '';
        return status !== '' && !status.startsWith('Working');
      });
    },
    async takeBack(): Promise<void> {
      const { page } = running.instrument;
      await page.keyboard.down('Control');
      await page.keyboard.press('z');
      await page.keyboard.up('Control');
    },
  };
}
