import path from 'node:path';
import { defineConfig } from 'vitest/config';
import { bundled } from './scripts/lib/testBundle.mjs';

// Tests run from source; threads and child processes need a file to start from.
const cache = path.join(import.meta.dirname, 'node_modules', '.cache', 'kavrell');
const env = {
  KAVRELL_COPY_THREAD: path.join(cache, 'copyThread.mjs'),
  KAVRELL_CHILD: path.join(cache, 'child.mjs'),
};
const copyThread = 'scripts/lib/testCopyThread.mjs';
// Screens and plans are made and thrown away by the thousand: room for the young is fewer rounds of clearing up. Each project is told: none hears it from the whole.
const execArgv = ['--max-semi-space-size=256'];
/** What works all the time: one for each core of the machine that checks; by itself Vitest leaves one idle. */
const computes = { maxWorkers: 2, sequence: { groupOrder: 0 } };
/** What waits for disks, databases and programs in between: one more fills the gaps. */
const waits = { maxWorkers: 3, sequence: { groupOrder: 1 } };
const setupFiles = ['scripts/lib/testSeed.mjs'];
const resolve = { alias: await bundled(path.join(cache, 'tests')) };

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
          ...computes,
          execArgv,
          setupFiles,
          include: ['{core,contract,demo,web}/src/**/*.test.ts'],
          environment: 'node',
          // Pure: no file leaves anything behind for another, so that what all of them import is read once.
          isolate: false,
          testTimeout: 60000,
        },
      },
      {
        resolve,
        test: {
          name: 'unit',
          ...waits,
          execArgv,
          setupFiles,
          include: ['{copies,cli}/src/**/*.test.ts', 'scripts/**/*.test.mjs'],
          environment: 'node',
          globalSetup: [copyThread],
          env,
          // The machine is sometimes a tenth of itself: patience costs nothing when it is not.
          testTimeout: 60000,
        },
      },
      {
        resolve,
        test: {
          name: 'web',
          ...computes,
          execArgv,
          setupFiles: [...setupFiles, 'web/src/testing/patience.ts'],
          // Parts of the interface in a page of the tests' own: no browser, no server, no time that passes by itself.
          include: ['web/src/**/*.test.tsx'],
          environment: 'jsdom',
          // Screens lean on half the program: it is read once, and each test clears what it leaves.
          isolate: false,
          testTimeout: 60000,
        },
      },
      {
        resolve,
        test: {
          name: 'server',
          ...waits,
          execArgv,
          setupFiles,
          include: ['server/src/**/*.test.ts'],
          environment: 'node',
          globalSetup: [copyThread, 'server/src/testing/globalSetup.ts'],
          env,
          testTimeout: 60000,
          hookTimeout: 120000,
          pool: 'forks',
          // Each file has a database and folders of its own; what all of them import is read once.
          isolate: false,
        },
      },
    ],
  },
});
