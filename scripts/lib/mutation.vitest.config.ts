import { defineConfig } from 'vitest/config';

/** The tests that mutants are tried against: those of the rooms that are changed and of what leans on them, without those that only feed in noise. */
export default defineConfig({
  test: {
    include: [
      'core/src/{plan,whole}/**/*.test.ts',
      'core/src/rooms/{camera,copies,light,places,roll}/**/*.test.ts',
      'core/src/base/timecode/**/*.test.ts',
      'core/src/about/{callsheet,crew,ledger,onset,tonight,wrap}/**/*.test.ts',
    ],
    exclude: ['**/fuzz.test.ts', '**/ltc*.test.ts', '**/places.test.ts'],
    setupFiles: ['scripts/lib/testSeed.mjs'],
    environment: 'node',
    // Pure, as in `npm test`: what all of them import is read once.
    isolate: false,
    testTimeout: 60000,
  },
});
