import path from 'node:path';
import { defineConfig } from '@playwright/test';
import CHROMIUM from '../scripts/lib/chromium.json' with { type: 'json' };

/** Started by `npm test`, which gives the address of a whole Kavrell with the demo and a one-time link. */
export default defineConfig({
  testDir: '.',
  testMatch: '*.e2e.ts',
  globalSetup: './signIn.ts',
  workers: 1,
  fullyParallel: false,
  timeout: 40_000,
  expect: { timeout: 10_000 },
  outputDir: './results/artifacts',
  reporter: [['list'], ['json', { outputFile: 'results/results.json' }]],
  use: {
    baseURL: process.env.KAVRELL_E2E_ADDRESS,
    storageState: path.join(import.meta.dirname, 'results', 'owner.json'),
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    launchOptions: CHROMIUM,
    trace: 'off',
  },
});
