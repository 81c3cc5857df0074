import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { median, quantile, report } from './measure.mjs';
import { say } from './say.mjs';
import { loadSource } from './source.mjs';

const ROUNDS = 30;
/** A slow phone on a slow net: a fourth of this machine’s speed, 400 kb/s, 400 ms there and back. */
const SLOW = { cpu: 4, downloadThroughput: 50_000, uploadThroughput: 25_000, latency: 400 };

const timed = (work) => {
  for (let i = 0; i < 5; i += 1) work();
  return Array.from({ length: ROUNDS }, () => {
    const at = performance.now();
    work();
    return performance.now() - at;
  });
};

/** Two versions of a sheet compared, and the risks of a plan of two days sought: what the screen does on every change. */
export async function benchSheets() {
  const { ninthBell } = await loadSource('demo/src/index.ts');
  const { sheetOf, risksOf } = await loadSource('core/src/whole/productions/index.ts');
  const { sheetDifference } = await loadSource('core/src/about/callsheet/index.ts');
  let n = 0;
  const plan = ninthBell(() => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`, '/media');
  const rows = { ...plan, clips: [], copyJobs: [], copyFiles: [], releases: [], takeEvents: [], sheetReads: [] };
  const was = sheetOf(rows, plan.days[0]);
  const now = sheetOf(rows, { ...plan.days[0], callMin: plan.days[0].callMin + 30, date: '2027-03-25' });
  report('difference of two versions, median', median(timed(() => sheetDifference(was, now))), 50, 'ms');
  say(
    `  ${sheetDifference(was, now).length} differences over ${was.lines.length} lines, ${was.shots.length} shots, ${was.people.length} people`,
  );
  report('sheet of a day composed, median', median(timed(() => sheetOf(rows, plan.days[0]))), 50, 'ms');
  const scans = timed(() => risksOf(rows));
  report('risks of a plan of two days, median', median(scans), 100, 'ms');
  report('the same, 95th of 100', quantile(scans, 0.95), 100, 'ms');
}

/** The sheet as PDF and as personal page, from a whole server with the demo. */
export async function benchSheetPages(openBrowser, startInstance, freePort) {
  const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-bench-'));
  chmodSync(dir, 0o755);
  const instance = await startInstance({ dir, port: await freePort(), demo: true, fast: true, log: 'error' });
  const browser = await openBrowser();
  try {
    const context = await browser.newContext({ baseURL: instance.address });
    const page = await context.newPage();
    await page.goto(instance.link);
    await page.getByText('The Ninth Bell').waitFor();
    const { request } = context;
    const bell = (await (await request.get('/api/productions')).json()).find((p) => p.title === 'The Ninth Bell');
    const url = (rest) => `/api/productions/${bell.id}/${rest}`;
    const { days } = await (await request.get(url('rows/days'))).json();
    const made = [];
    for (let i = 0; i < 6; i += 1) {
      const at = performance.now();
      await (await request.get(url(`days/${days[i % 2].id}/call-sheet.pdf`))).body();
      made.push(performance.now() - at);
    }
    report('call sheet as PDF, the first one', made[0], 1500, 'ms');
    report('call sheet as PDF, median of the next five', median(made.slice(1)), 1500, 'ms');
    const id = crypto.randomUUID();
    await request.post(url(`days/${days[0].id}/freeze`), { data: { id, revision: 1, note: '' } });
    await request.post(url(`sheets/${id}/send`), { data: { personIds: null } });
    const [link] = (await (await request.get(url('sheet-links'))).json()).filter((l) => l.personId);
    // Every reading is a first one: nothing kept by a service worker.
    const phone = await browser.newContext({
      viewport: { width: 390, height: 844 },
      baseURL: instance.address,
      serviceWorkers: 'block',
    });
    const reads = [];
    let bytes = 0;
    for (let i = 0; i < 5; i += 1) {
      const reader = await phone.newPage();
      const cdp = await phone.newCDPSession(reader);
      await cdp.send('Network.enable');
      await cdp.send('Network.emulateNetworkConditions', { offline: false, ...SLOW });
      await cdp.send('Emulation.setCPUThrottlingRate', { rate: SLOW.cpu });
      bytes = 0;
      cdp.on('Network.loadingFinished', (e) => (bytes += e.encodedDataLength));
      await reader.goto(link.path, { waitUntil: 'commit' });
      reads.push(
        await reader.evaluate(
          () =>
            new Promise((done) => {
              const look = () => {
                const paint = performance.getEntriesByName('first-contentful-paint')[0];
                if (paint && document.querySelector('h2')) done(paint.startTime);
                else requestAnimationFrame(look);
              };
              look();
            }),
        ),
      );
      await reader.waitForLoadState('load');
      await reader.close();
    }
    report('personal page on a slow phone, readable, median of 5', median(reads), 1000, 'ms');
    report('personal page, all it loads', bytes / 1000, 60, 'kB');
  } finally {
    await browser.close();
    await instance.stop();
    rmSync(dir, { recursive: true, force: true });
  }
}
