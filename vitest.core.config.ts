import { defineConfig } from 'vitest/config';

/** Core's own tests alone: what mutation testing runs. */
export default defineConfig({
  test: { include: ['packages/core/src/**/*.test.ts'], testTimeout: 120_000 },
});
