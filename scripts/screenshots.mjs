import { chmodSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ROOT, ensureBuilt, ensureDebian, ensureModules } from './lib/bootstrap.mjs';
import { say } from './lib/say.mjs';

ensureDebian(['postgresql', 'ffmpeg', 'chromium-headless-shell']);
ensureModules();
ensureBuilt();
const { openBrowser } = await import('./lib/browser.mjs');
const { startInstance } = await import('./lib/instance.mjs');
const { freePort } = await import('./lib/postgres.mjs');

const START = `Hi! so sat 14 aug, memorial swim, call 6:30, wrap by 11:00
Place: Lido Ostrand, Lake Road 3
07:50 Welcome at the jetty
08:20 The start, only once
08:35–09:20 Swim, last one out
09:30 Speeches in the changing room 20min
Jo Amadi, sound, +44 1632 960 034
bring the long ladder for Tam?

Swimmers:
Ilka Brandt
Tam Okello`;

/** Each main view: file, screen, theme, and what to do before the picture. */
const VIEWS = [
  {
    file: 'brief',
    screen: 'brief',
    theme: 'daylight',
    act: (page) => page.getByRole('row').filter({ hasText: 'Vertical cut' }).locator('[data-column="title"]').click(),
  },
  { file: 'cover', screen: 'cover', production: 'Naming the Lifeboat' },
  {
    file: 'start',
    screen: null,
    theme: 'daylight',
    act: async (page) => {
      await page.getByRole('radio', { name: /Moments/ }).click();
      await page.getByLabel(/Paste anything/).fill(START);
    },
  },
  {
    file: 'scenes',
    screen: 'scenes',
    act: async (page) => {
      await page.getByRole('tab', { name: /^3/ }).click();
      await page.getByLabel('Add a shot in one line').fill('mcu ilse 50mm slider-in 2t must');
    },
  },
  {
    file: 'light',
    screen: 'light',
    act: (page) => page.getByRole('tab', { name: 'L1', exact: true }).click(),
  },
  {
    file: 'places-phone',
    screen: 'places',
    phone: true,
    theme: 'daylight',
    act: (page) => page.getByRole('tab', { name: 'Scouting walk' }).click(),
  },
  {
    file: 'kit',
    screen: 'kit',
    act: async (page) => {
      await page.getByRole('tab', { name: 'In the van' }).click();
      await page.locator('[data-piece]').first().waitFor();
    },
  },
  { file: 'day', screen: 'day', act: (page) => page.locator('[data-line]').filter({ hasText: '7B' }).click() },
  { file: 'day-lanes', screen: 'day', act: (page) => page.getByRole('tab', { name: 'Lanes' }).click() },
  { file: 'call-sheet', screen: 'call-sheet', theme: 'daylight' },
  {
    file: 'risks',
    screen: 'risks',
    act: (page) => page.locator('[data-risk]').nth(1).getByRole('button').click(),
  },
  { file: 'copies', screen: 'copies', theme: 'daylight' },
  {
    file: 'line-up',
    screen: 'line-up',
    act: async (page) => {
      await page.getByText('How it is run').click();
      await page.getByLabel(/from their cards/).check();
      await page.getByRole('button', { name: 'Line up by sound' }).click();
      await page.locator('[data-run]').waitFor();
      await page.locator('[data-run]').waitFor({ state: 'detached', timeout: 300_000 });
      await page.getByText('How it is run').click();
      await page.locator('[data-clip][aria-label^="C001_C005"]').click();
    },
  },
  { file: 'wrap', screen: 'wrap' },
  {
    file: 'camera',
    screen: 'camera',
    theme: 'daylight',
  },
  { file: 'money', screen: 'money' },
  {
    file: 'roll',
    screen: 'roll',
    act: async (page) => {
      await page.keyboard.press('Space');
      await page.waitForTimeout(4000);
    },
  },
  { file: 'clocks', screen: 'clocks', act: (page) => page.locator('[data-clock="Camera A"] button').first().click() },
  { file: 'roll-phone', screen: 'roll', phone: true, production: 'Naming the Lifeboat' },
];

const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-shots-'));
chmodSync(dir, 0o755);
const out = path.join(ROOT, 'docs', 'screenshots');
mkdirSync(out, { recursive: true });
const instance = await startInstance({ dir, port: await freePort(), demo: true, fast: true, log: 'error' });
const browser = await openBrowser();
try {
  const context = await browser.newContext({ baseURL: instance.address, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto(instance.link);
  await page.getByText('The Ninth Bell').waitFor();
  const productions = await (await context.request.get('/api/productions')).json();
  const named = (title) => productions.find((p) => p.title === title);
  const { id, version } = named('The Ninth Bell');
  const offset = Date.parse('2027-03-18T11:06:00Z') - Date.now();
  await context.request.post(`/api/productions/${id}/changes`, {
    data: {
      id: crypto.randomUUID(),
      label: 'clock',
      ops: [{ op: 'update', table: 'productions', id, version, values: { simulatedNowOffsetMs: offset } }],
    },
  });
  for (const { file, screen, theme = 'stage', phone = false, production = 'The Ninth Bell', act } of VIEWS) {
    await page.setViewportSize(phone ? { width: 390, height: 844 } : { width: 1280, height: 800 });
    await page.evaluate(
      (t) =>
        localStorage.setItem(
          'kavrell-preferences',
          JSON.stringify({ state: { theme: t, lengths: 'metric', clock: '24', letterKeys: true }, version: 0 }),
        ),
      theme,
    );
    await page.evaluate(() => sessionStorage.clear());
    await page.goto(screen ? `/p/${named(production).id}/1/${screen}` : '/');
    await page.locator('main h1').first().waitFor();
    await page.waitForTimeout(800);
    await act?.(page);
    await page.waitForTimeout(600);
    await page.screenshot({ path: path.join(out, `${file}.png`) });
    say(`docs/screenshots/${file}.png`);
  }
} finally {
  await browser.close();
  await instance.stop();
  rmSync(dir, { recursive: true, force: true });
}
