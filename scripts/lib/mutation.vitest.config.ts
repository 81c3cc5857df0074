import { defineConfig } from 'vitest/config';

/** The tests that mutants are tried against: core’s, without those that only feed in noise. */
export default defineConfig({
  test: {
    include: ['core/src/**/*.test.ts'],
    exclude: ['**/fuzz.test.ts', '**/wav.test.ts', '**/ltc*.test.ts', '**/places.test.ts'],
    setupFiles: ['scripts/lib/testSeed.mjs'],
    environment: 'node',
    testTimeout: 60000,
  },
});
