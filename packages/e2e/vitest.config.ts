import { resolve } from 'node:path';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/e2e/journeys/**/*.spec.ts'],
    globalSetup: [resolve(import.meta.dirname, 'src/demo-books.ts')],
    testTimeout: 180_000,
    hookTimeout: 240_000,
    // Each file has a server, books and a browser of its own; more at once than there are cores would wait for one another.
    maxWorkers: 2,
  },
});
