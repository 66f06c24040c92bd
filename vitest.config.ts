import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/{core,server,web,demo}/src/**/*.test.{ts,tsx}'],
    testTimeout: 120_000,
    hookTimeout: 120_000,
  },
});
