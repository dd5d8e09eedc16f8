import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

const IS_DEEP = process.env['ELVAR_DEEP'] !== undefined;

/** Begins with what takes longest, so that no core waits for it in the end. */
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const sorted = await super.sort(files);
    const takesLong = ({ moduleId }: TestSpecification): boolean => /\.deep\.test\.ts$/.test(moduleId);
    return [...sorted.filter(takesLong), ...sorted.filter((file) => !takesLong(file))];
  }
}

export default defineConfig({
  test: {
    setupFiles: ['test/support/each-file.ts'],
    globalSetup: ['test/support/caches.ts'],
    // What the sources were turned into is kept from run to run, by their contents.
    experimental: { fsModuleCache: true },
    // A test may drive the built program many times, and a machine may be slow. Nothing is tried for a time
    // (test/support/runs.ts).
    testTimeout: IS_DEEP ? 1_200_000 : 120_000,
    hookTimeout: 120_000,
    // What takes long and seldom changes: `npm run test:deep` has it too.
    exclude: IS_DEEP ? [] : ['test/**/*.deep.test.ts'],
    // The built program is taken as it is.
    server: { deps: { external: [/[\\/]dist[\\/]/] } },
    sequence: { sequencer: LongestFirst },
    // Files share nothing, so each core takes one.
    maxWorkers: '100%',
    projects: [
      // What one file has loaded, all the rules for one or the program itself, serves the next. Two projects, since the
      // engine of the grammars is started once in a process: by the sources, or by the built program.
      { extends: true, test: { name: 'core', include: ['test/core/**/*.test.ts'], isolate: false } },
      { extends: true, test: { name: 'program', include: ['test/{program,docs}/**/*.test.ts'], isolate: false } },
      // These need a browser, which not every machine has: they run only when they are asked for.
      // So do these, with editors and shells.
      ...(process.env['ELVAR_EDITORS'] === undefined
        ? []
        : [{ extends: true as const, test: { name: 'editors', include: ['test/editors/**/*.test.ts'], isolate: false } }]),
      ...(process.env['ELVAR_BROWSER'] === undefined
        ? []
        : [{ extends: true as const, test: { name: 'browser', include: ['test/browser/**/*.test.ts'], isolate: false } }]),
    ],
  },
});
