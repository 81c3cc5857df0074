import path from 'node:path';
import { defineConfig } from '@playwright/test';
import CHROMIUM from '../scripts/lib/chromium.json' with { type: 'json' };

/** Each half of the tests keeps its own session and results. */
const RESULTS = process.env.KAVRELL_E2E_RESULTS ?? path.join(import.meta.dirname, 'results');

/** Started by `npm test`, which gives the address of a whole Kavrell with the demo and a one-time link. */
export default defineConfig({
  testDir: '.',
  testMatch: '*.e2e.ts',
  globalSetup: './signIn.ts',
  workers: 1,
  fullyParallel: false,
  // One half of a two-core machine is sometimes a tenth of it, or away for a while: patience costs nothing when it is not.
  timeout: 300_000,
  // What passes at the second try only is told at the end.
  retries: 1,
  expect: { timeout: 60_000 },
  outputDir: path.join(RESULTS, 'artifacts'),
  reporter: [['list'], ['json', { outputFile: path.join(RESULTS, 'results.json') }]],
  use: {
    baseURL: process.env.KAVRELL_E2E_ADDRESS,
    storageState: path.join(RESULTS, 'owner.json'),
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    colorScheme: 'dark',
    launchOptions: CHROMIUM,
    trace: 'off',
    // A visitor who stays a few seconds needs no copy of the whole program; who goes without network allows it.
    serviceWorkers: 'block',
    contextOptions: { reducedMotion: 'reduce' },
  },
});
