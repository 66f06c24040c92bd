import { defineConfig } from 'vitest/config';

const patience = { testTimeout: 120_000, hookTimeout: 120_000 };

export default defineConfig({
  test: {
    // As many as the smallest machine has cores; each loads the application once.
    maxWorkers: 2,
    projects: [
      {
        test: {
          name: 'without a page',
          include: ['packages/{core,server,demo}/src/**/*.test.ts'],
          // Files share what they load: a process for each would spend most of the time on loading the same again.
          isolate: false,
          ...patience,
        },
      },
      // What draws keeps some of its page between files, so each has a page of its own.
      { test: { name: 'web', include: ['packages/web/src/**/*.test.{ts,tsx}'], ...patience } },
    ],
  },
});
