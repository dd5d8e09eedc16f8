import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    setupFiles: ['test/support/runs.ts'],
    // A test may drive the built program many times.
    testTimeout: 60_000,
    // Files share nothing, so each core takes one.
    maxWorkers: '100%',
    projects: [
      // What one file of these has loaded, all the rules for one, serves the next.
      { extends: true, test: { name: 'core', include: ['test/core/**/*.test.ts'], isolate: false } },
      { extends: true, test: { name: 'program', include: ['test/{program,docs}/**/*.test.ts'] } },
    ],
  },
});
