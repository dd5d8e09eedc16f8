import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['test/**/*.test.ts'],
    // The tests of the built program start many processes.
    testTimeout: 60_000,
  },
});
