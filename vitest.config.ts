import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['test/**/*.test.ts'],
    setupFiles: ['test/support/runs.ts'],
    // A test may drive the built program many times.
    testTimeout: 60_000,
    // Files share nothing, so each core takes one.
    maxWorkers: '100%',
  },
});
