import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/e2e/journeys/**/*.spec.ts'],
    testTimeout: 180_000,
    hookTimeout: 240_000,
    fileParallelism: false,
  },
});
