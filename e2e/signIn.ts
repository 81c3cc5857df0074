import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { chromium, type FullConfig } from '@playwright/test';

/** Signs the owner in once with the one-time link, as a person would, and keeps the session for all tests. */
async function signIn(config: FullConfig): Promise<void> {
  const link = process.env.KAVRELL_E2E_LINK;
  if (!link) throw new Error('KAVRELL_E2E_LINK is not set: run the end-to-end tests with npm test.');
  const folder = process.env.KAVRELL_E2E_RESULTS ?? path.join(import.meta.dirname, 'results');
  mkdirSync(folder, { recursive: true });
  const browser = await chromium.launch(config.projects[0]?.use.launchOptions ?? {});
  const page = await browser.newPage();
  await page.goto(link);
  const productions = page.getByText('The Ninth Bell');
  // A machine that stands still for a while is asked once more; what never comes fails all the same.
  const came = await productions.waitFor({ timeout: 60_000 }).then(
    () => true,
    () => false,
  );
  if (!came) await page.reload();
  await productions.waitFor({ timeout: 120_000 });
  await page.context().storageState({ path: path.join(folder, 'owner.json') });
  await browser.close();
}

// Playwright asks for a default export here.
export default signIn;
