import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/{core,server,web,demo}/src/**/*.test.{ts,tsx}'],
    // Files share what they load: a process for each would spend most of the time on loading the same again.
    isolate: false,
    testTimeout: 120_000,
    hookTimeout: 120_000,
  },
});
