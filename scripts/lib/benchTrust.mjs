import { randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { Browser } from './chaos/client.mjs';
import { quantile, report } from './measure.mjs';
import { loadSource } from './source.mjs';

const KILLS = 20;

/** How long until something can be stored again after a part was killed outright. */
async function backAfter(instance, port, part) {
  const killed = instance.pids[part]();
  process.kill(killed, 'SIGKILL');
  const began = performance.now();
  const probe = new Browser(port);
  for (;;) {
    await sleep(20);
    const health = await probe.get('/api/health').catch(() => null);
    // Health is good for a second: what it says of the worker may be from before.
    if (health?.ok && instance.pids[part]() !== killed && (part !== 'worker' || health.worker))
      return (performance.now() - began) / 1000;
    if (performance.now() - began > 60_000) throw new Error(`Not back a minute after the ${part} was killed.`);
  }
}

/** How long small requests take, one after the other, while something else goes on. */
async function answersDuring(browser, work) {
  let over = false;
  const ended = work().finally(() => (over = true));
  const times = [];
  while (!over) {
    const at = performance.now();
    await browser.get('/api/auth/me');
    times.push(performance.now() - at);
  }
  await ended;
  return times;
}

/** What the trust in the only copy costs: back after kills, and answers while others compute. */
export async function benchTrust(startInstance, freePort) {
  const { PRODUCTION_DEFAULTS } = await loadSource('scripts/lib/chaos/defaults.ts');
  const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-bench-'));
  chmodSync(dir, 0o755);
  const port = await freePort();
  const instance = await startInstance({ dir, port, log: 'fatal' });
  try {
    const owner = new Browser(port);
    await owner.must('POST', '/api/auth/enter', { token: instance.link.split('#')[1] });
    await owner.must('POST', '/api/productions', { ...PRODUCTION_DEFAULTS, id: randomUUID(), title: 'Bench' });
    const idle = await answersDuring(owner, () => sleep(3000));
    const load = Array.from({ length: 60_000 }, (_, i) => ({ ppm: 1 + (i % 40), seconds: 1 + i }));
    const loaded = await answersDuring(owner, () =>
      Promise.all([1, 2, 3].map(() => owner.ask('POST', '/api/calc/clock.drift', load))),
    );
    report('a small answer while three large computations run, p95', quantile(loaded, 0.95), 50, 'ms');
    report('the same while nothing does', quantile(idle, 0.95), 50, 'ms');
    for (const part of ['server', 'database', 'worker']) {
      const times = [];
      for (let i = 0; i < KILLS; i += 1) {
        times.push(await backAfter(instance, port, part));
        await sleep(300);
      }
      report(`back after the ${part} was killed, p95 of ${KILLS}`, quantile(times, 0.95), 3, 's');
    }
  } finally {
    await instance.stop();
    rmSync(dir, { recursive: true, force: true });
  }
}
