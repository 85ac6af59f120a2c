import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['{core,server,cli,app,tests}/**/*.test.ts'],
          testTimeout: 60_000,
          // By itself one core is left free, which of two is half of them.
          maxWorkers: 2,
        },
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
          // One browser, one server: the files share nothing, but two cores are not enough for two of each.
          fileParallelism: false,
        },
      },
    ],
  },
});
