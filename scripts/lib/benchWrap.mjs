import { randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { makeLarge } from './large.mjs';
import { median, report } from './measure.mjs';
import { openTimes } from './openTimes.mjs';
import { loadSource } from './source.mjs';

const TAKES = 1500;
const STILLS = 300;

/** A small picture that is another each time: its comment makes it so. */
const picture = (sharp, n) =>
  sharp({ create: { width: 640, height: 360, channels: 3, background: { r: n % 256, g: (n * 7) % 256, b: 90 } } })
    .jpeg({ quality: 70 + (n % 20) })
    .toBuffer();

/** Wrap: a hand-over of 1,500 takes with stills, the whole job out and in, and the list of what is missing. */
export async function benchWrap(openBrowser, startInstance, freePort) {
  const { default: sharp } = await import('sharp');
  const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-bench-'));
  chmodSync(dir, 0o755);
  const instance = await startInstance({ dir, port: await freePort(), log: 'error' });
  const browser = await openBrowser();
  try {
    const page = await (await browser.newContext({ baseURL: instance.address })).newPage();
    await page.goto(instance.link);
    await page.waitForLoadState('networkidle');
    const { request } = page.context();
    const id = await makeLarge(request, { takes: TAKES });
    const shots = await (await request.get(`/api/productions/${id}/rows/shots,days`)).json();
    const ops = [];
    for (let n = 0; n < STILLS; n += 1) {
      const reply = await request.post(`/api/productions/${id}/files`, {
        headers: { 'content-type': 'image/jpeg' },
        data: await picture(sharp, n),
      });
      const { hash } = await reply.json();
      const still = {
        ...{ kind: 'still', about: 'continuity', shotId: shots.shots[n % shots.shots.length].id, takeId: null },
        ...{ placeId: null, setupId: null, hash, widthPx: 640, heightPx: 360, watch: '' },
      };
      const values = {
        dayId: shots.days[0].id,
        atMs: Date.parse('2027-03-18T10:00:00Z') + n,
        by: 'bench',
        payload: still,
      };
      ops.push({ op: 'insert', table: 'logEntries', id: randomUUID(), values });
    }
    await request.post(`/api/productions/${id}/changes`, { data: { id: randomUUID(), label: 'stills', ops } });

    const bundleId = randomUUID();
    let at = performance.now();
    await request.post(`/api/productions/${id}/bundles`, { data: { id: bundleId, forRole: 'editor' } });
    for (;;) {
      const { bundles } = await (await request.get(`/api/productions/${id}/rows/bundles`)).json();
      if (bundles[0].state === 'done') break;
      if (bundles[0].state === 'failed') throw new Error(bundles[0].failure);
      await sleep(100);
    }
    report(
      `hand-over of ${TAKES} takes with ${STILLS} stills, asked to made`,
      (performance.now() - at) / 1000,
      20,
      's',
    );

    at = performance.now();
    const file = await (await request.get(`/api/productions/${id}/open-file.zip`, { timeout: 120_000 })).body();
    report(`the whole job as one file, ${(file.length / 1e6).toFixed(1)} MB`, (performance.now() - at) / 1000, 10, 's');
    at = performance.now();
    const brought = await request.post('/api/open-files/renewed', {
      ...{ headers: { 'content-type': 'application/zip' }, data: file, timeout: 120_000 },
    });
    if (!brought.ok()) throw new Error(await brought.text());
    const { rows } = await brought.json();
    report(`brought in again as a copy, ${rows} rows`, (performance.now() - at) / 1000, 10, 's');
    await missing(request, id);
    await page.goto(`/p/${id}/1/brief`);
    await page.locator('main h1').first().waitFor();
    await page.waitForTimeout(2500);
    report(
      `Wrap opens, ${TAKES} takes and ${STILLS} stills, median of 5`,
      median(await openTimes(page, 'wrap')),
      300,
      'ms',
    );
  } finally {
    await browser.close();
    await instance.stop();
    rmSync(dir, { recursive: true, force: true });
  }
}

/** The list of what is missing, from rows as the page has them. */
async function missing(request, id) {
  const { Assembler, ROW_TABLES, factsOf, missingOfDay, wrapOf } = await loadSource(
    'core/src/whole/productions/index.ts',
  );
  const read = await (await request.get(`/api/productions/${id}/rows/productions,${ROW_TABLES.join(',')}`)).json();
  const { productions, ...tables } = read;
  const rows = new Assembler().rows(productions[0], tables);
  const [day] = rows.days;
  const nowMs = Date.parse('2027-03-18T22:00:00Z');
  const facts = factsOf(rows, day, nowMs);
  const lines = wrapOf(rows, day, facts);
  let best = Infinity;
  for (let n = 0; n < 7; n += 1) {
    const at = performance.now();
    missingOfDay(rows, day, facts, lines, { nowMs, owner: true });
    best = Math.min(best, performance.now() - at);
  }
  report(`what is missing of a day, job of ${TAKES} takes`, best, 50, 'ms');
  const at = performance.now();
  wrapOf(rows, day, facts);
  report('its wrap table', performance.now() - at, 50, 'ms');
}
