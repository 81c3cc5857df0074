import { randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ensureBuilt, ensureDebian, ensureModules } from './lib/bootstrap.mjs';
import { benchCamera } from './lib/benchCamera.mjs';
import { benchCopies } from './lib/benchCopies.mjs';
import { benchCore } from './lib/benchCore.mjs';
import { benchCover, benchCoverPages } from './lib/benchCover.mjs';
import { benchDay } from './lib/benchDay.mjs';
import { benchHousePage, benchKit } from './lib/benchKit.mjs';
import { benchLight, benchLightPage } from './lib/benchLight.mjs';
import { benchLineup } from './lib/benchLineup.mjs';
import { benchMoney } from './lib/benchMoney.mjs';
import { benchScenes, benchScenesPage } from './lib/benchScenes.mjs';
import { benchSheetPages, benchSheets } from './lib/benchSheets.mjs';
import { benchWrap } from './lib/benchWrap.mjs';
import { benchTrust } from './lib/benchTrust.mjs';
import { FIRST_PAGE_KB, firstPageKB } from './lib/firstPage.mjs';
import { openTimes } from './lib/openTimes.mjs';
import { quantile, report } from './lib/measure.mjs';
import { say } from './lib/say.mjs';

ensureDebian(['postgresql', 'ffmpeg', 'chromium-headless-shell']);
ensureModules();
ensureBuilt();
const { openBrowser } = await import('./lib/browser.mjs');
const { startInstance } = await import('./lib/instance.mjs');
const { freePort } = await import('./lib/postgres.mjs');
const { makeLarge } = await import('./lib/large.mjs');

const only = process.argv[2];
if (!only || only === '--core') await benchCore();
if (!only || only === '--scenes') await benchScenes();
if (!only || only === '--light') await benchLight();
if (!only || only === '--camera') await benchCamera();
if (!only || only === '--day') await benchDay();
if (!only || only === '--cover') await benchCover();
if (!only || only === '--kit') await benchKit();
if (!only || only === '--lineup') await benchLineup();
if (!only || only === '--sheets') {
  await benchSheets();
  await benchSheetPages(openBrowser, startInstance, freePort);
}
if (!only || only === '--copies') await benchCopies();
if (!only || only === '--wrap') await benchWrap(openBrowser, startInstance, freePort);
if (!only || only === '--money') await benchMoney(openBrowser, startInstance, freePort);
if (!only || only === '--trust') await benchTrust(startInstance, freePort);
if (['--core', '--camera', '--day', '--sheets', '--copies', '--trust', '--lineup', '--wrap', '--money'].includes(only))
  process.exit(0);

// 1. The first screen's JavaScript.
report('first screen, JavaScript gzipped', firstPageKB(), FIRST_PAGE_KB, 'kB');

const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-bench-'));
chmodSync(dir, 0o755);
const instance = await startInstance({ dir, port: await freePort(), log: 'error' });
const browser = await openBrowser();
try {
  const context = await browser.newContext({ baseURL: instance.address, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto(instance.link);
  await page.getByLabel('New production').waitFor();
  if (!only || only === '--cover') await benchCoverPages(context, instance.address);
  if (!only || only === '--kit') await benchHousePage(context, instance.address);
  if (!only || only === '--scenes') await benchScenesPage(page, context.request, makeLarge);
  if (!only || only === '--light') await benchLightPage(page, context.request, makeLarge);
  if (!only) await benchPages(context, page);
} finally {
  await browser.close();
  await instance.stop();
  rmSync(dir, { recursive: true, force: true });
}

/** What a production of 300 shots and 1,500 takes costs on the screens that are used on set. */
async function benchPages(context, page) {
  const id = await makeLarge(context.request);
  const cookie = (await context.cookies()).map((c) => `${c.name}=${c.value}`).join('; ');

  // 2. A take logged: server side, ten loggers at once.
  const times = [];
  const inServer = [];
  await Promise.all(
    Array.from({ length: 10 }, async (_, logger) => {
      for (let i = 0; i < 50; i += 1) {
        const event = {
          id: randomUUID(),
          takeId: randomUUID(),
          atMs: Date.now(),
          seq: i,
          clientId: `logger ${logger}`,
          device: 'bench',
          payload: { kind: 'noted', text: 'x' },
        };
        const at = performance.now();
        const reply = await fetch(`${instance.address}/api/productions/${id}/take-events`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', cookie },
          body: JSON.stringify({ events: [event] }),
        });
        if (!reply.ok) throw new Error(await reply.text());
        // The first requests warm everything up.
        if (i < 10) continue;
        times.push(performance.now() - at);
        inServer.push(Number(/dur=([\d.]+)/.exec(reply.headers.get('server-timing'))[1]));
      }
    }),
  );
  report('logging a take, 10 loggers at once, p95 in the server', quantile(inServer, 0.95), 50, 'ms');
  say(
    `${'  the same seen by the loggers, on the same two cores'.padEnd(58)} ${quantile(times, 0.95).toFixed(1).padStart(8)} ms`,
  );

  // The peer: a static file of the same server, asked for in the same way, says what the machine itself costs.
  const peer = [];
  await Promise.all(
    Array.from({ length: 10 }, async () => {
      for (let i = 0; i < 50; i += 1) {
        const at = performance.now();
        await (await fetch(`${instance.address}/theme.js`)).arrayBuffer();
        if (i >= 10) peer.push(performance.now() - at);
      }
    }),
  );
  say(
    `${'  a static file asked for by 10 at once, p95 (the peer)'.padEnd(58)} ${quantile(peer, 0.95).toFixed(1).padStart(8)} ms`,
  );

  // 3. Screens of a production of 300 shots and 1,500 takes.
  await page.goto(`/p/${id}/1/brief`);
  await page.locator('main h1').first().waitFor();
  await page.waitForTimeout(2500);
  const paths = {
    Scenes: 'scenes',
    Day: 'day',
    'Call sheet': 'call-sheet',
    Roll: 'roll',
    Copies: 'copies',
    Wrap: 'wrap',
    People: 'people',
  };
  for (const [name, screen] of Object.entries(paths)) {
    const runs = await openTimes(page, screen);
    report(`${name} opens, 300 shots and 1,500 takes, median of 5`, quantile(runs, 0.5), 300, 'ms');
  }

  /** Time from a key to the next painted frame after it, in the page. */
  const keyTimes = async (keys) => {
    await page.evaluate(() => {
      window.keyTimes = [];
      if (window.keyTimer) return;
      window.keyTimer = true;
      window.addEventListener(
        'keydown',
        () => {
          const at = performance.now();
          requestAnimationFrame(() => setTimeout(() => window.keyTimes.push(performance.now() - at)));
        },
        true,
      );
    });
    for (const key of keys) {
      await page.keyboard.press(key);
      await page.waitForTimeout(120);
    }
    return page.evaluate(() => window.keyTimes);
  };
  const reportKeys = (what, list) => {
    report(`${what}, median of ${list.length}`, quantile(list, 0.5), 100, 'ms');
    report(`${what}, worst`, Math.max(...list), 100, 'ms');
  };
  await page.goto(`/p/${id}/1/scenes`);
  await page.getByRole('button', { name: 'All shots' }).click();
  await page.locator('[data-column="code"]').first().click();
  reportKeys('a key in the table of 300 shots', await keyTimes(Array(20).fill('ArrowDown')));
  await page.getByLabel('Add a shot in one line').click();
  reportKeys(
    'a key in the quick line',
    await keyTimes([...'mcu p1 50mm slider-in 2t must'].map((k) => (k === ' ' ? 'Space' : k))),
  );
  await page.goto(`/p/${id}/1/day`);
  await page.locator('[data-line]').nth(5).click();
  reportKeys('a line of 100 moved on the Day screen', await keyTimes(Array(10).fill('Alt+ArrowDown')));
  await page.goto(`/p/${id}/1/roll`);
  await page.locator('[data-roll-state]').waitFor();
  await page.waitForTimeout(1000);
  reportKeys('a verdict on Roll with 1,500 takes', await keyTimes(['g', 'm', 'x', 'g', 'm', 'x']));
}
