import { defineConfig } from 'vitest/config';

const unit = ['{core,server,cli,app,tests}/**/*.test.ts'];
/** Tests that replace modules, or hold the one runtime of a process: others in the same process would see it. */
const alone = ['**/*.alone.test.ts'];

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
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
        test: { name: 'alone', include: alone, testTimeout: 60_000, maxWorkers: 2 },
      },
      {
        test: {
          name: 'attack',
          include: ['attack/**/*.test.ts'],
          testTimeout: 120_000,
          hookTimeout: 120_000,
          // Each file attacks a server of its own; what is late must not be so because of another.
          fileParallelism: false,
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
          maxWorkers: 2,
          isolate: false,
        },
      },
    ],
  },
});
