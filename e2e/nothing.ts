import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { test as base } from '@playwright/test';
import { startInstance } from '../scripts/lib/instance.mjs';
import { freePort } from '../scripts/lib/postgres.mjs';

interface House {
  address: string;
  /** Where cards and drives are plugged in. */
  media: string;
  /** Who owns it, signed in, as a file. */
  owner: string;
}

/** Tests of somebody who starts with nothing: a Kavrell of their own on an empty database, as `npm start` gives it. */
export const test = base.extend<object, { house: House }>({
  house: [
    async ({ browser }, use) => {
      const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-nothing-'));
      chmodSync(dir, 0o755);
      const running = await startInstance({ dir, port: await freePort(), fast: true, log: 'error' });
      try {
        const context = await browser.newContext({ baseURL: running.address });
        const page = await context.newPage();
        await page.goto(running.link);
        await page.getByLabel('New production').waitFor();
        const owner = path.join(dir, 'owner.json');
        await context.storageState({ path: owner });
        await context.close();
        await use({ address: running.address, media: path.join(dir, 'media'), owner });
      } finally {
        await running.stop();
        rmSync(dir, { recursive: true, force: true });
      }
    },
    { scope: 'worker', timeout: 180_000 },
  ],
  baseURL: ({ house }, use) => use(house.address),
  storageState: ({ house }, use) => use(house.owner),
});
export { expect, type Page } from '@playwright/test';
