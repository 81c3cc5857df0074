import { createRequire } from 'node:module';

const CHROMIUM = createRequire(import.meta.url)('./chromium.json');

/** A headless Chromium; the package is loaded here, since a fresh clone has none until its packages are installed. */
export async function openBrowser() {
  const { chromium } = await import('@playwright/test');
  return chromium.launch(CHROMIUM);
}
