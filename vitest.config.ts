import { defineConfig } from 'vitest/config';

const unit = ['{core,server,cli,app,tests}/**/*.test.ts'];
/** Tests that replace modules, or hold the one runtime of a process: others in the same process would see it. */
const alone = ['**/*.alone.test.ts'];

const afterBrowser = { groupOrder: 1 };

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          sequence: afterBrowser,
          include: unit,
          exclude: [...alone, '**/node_modules/**'],
          testTimeout: 60_000,
          // By itself one core is left free, which of two is half of them.
          maxWorkers: 2,
          // Modules are loaded once a thread instead of once a file, which takes as long as the tests themselves.
          isolate: false,
        },
      },
      {
        test: { name: 'alone', sequence: afterBrowser, include: alone, testTimeout: 60_000, maxWorkers: 2 },
      },
      {
        test: {
          name: 'attack',
          sequence: afterBrowser,
          include: ['attack/**/*.test.ts'],
          testTimeout: 120_000,
          hookTimeout: 120_000,
          // Each file attacks a server of its own, and mostly waits for it.
          maxWorkers: 2,
        },
      },
      {
        test: {
          name: 'browser',
          include: ['e2e/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 120_000,
          // One browser for all files; each has a server and a window of its own.
          globalSetup: ['e2e/sharedBrowser.ts'],
          // First, while types and lint are looked at beside; attacks measure what is late.
          sequence: { groupOrder: 0 },
          // A file waits for its page and for its server by turns: three keep two cores busy.
          maxWorkers: 3,
          isolate: false,
        },
      },
    ],
  },
});
