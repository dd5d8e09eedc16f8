import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    setupFiles: ['test/support/runs.ts'],
    // A test may drive the built program many times; a property that is tried for long ends of itself after a minute (test/support/runs.ts).
    testTimeout: process.env['ELVAR_DEEP'] === undefined ? 60_000 : 240_000,
    // Files share nothing, so each core takes one.
    maxWorkers: '100%',
    projects: [
      // What one file has loaded, all the rules for one or the program itself, serves the next. Two projects, since the
      // engine of the grammars is started once in a process: by the sources, or by the built program.
      { extends: true, test: { name: 'core', include: ['test/core/**/*.test.ts'], isolate: false } },
      { extends: true, test: { name: 'program', include: ['test/{program,docs}/**/*.test.ts'], isolate: false } },
      // These need a browser, which not every machine has: they run only when they are asked for.
      // So do these, with editors and shells.
      ...(process.env['ELVAR_EDITORS'] === undefined ? [] : [{ extends: true as const, test: { name: 'editors', include: ['test/editors/**/*.test.ts'], isolate: false } }]),
      ...(process.env['ELVAR_BROWSER'] === undefined ? [] : [{ extends: true as const, test: { name: 'browser', include: ['test/browser/**/*.test.ts'], isolate: false } }]),
    ],
  },
});
