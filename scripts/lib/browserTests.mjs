import { chmodSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ROOT } from './bootstrap.mjs';
import { startInstance } from './instance.mjs';
import { freePort } from './postgres.mjs';
import { run } from './run.mjs';

/** The tests of one half, about as long as all others. Each half has a whole Kavrell of its own, since tests of one share its demo. */
const FIRST = /(bell|copies|handover|house|look|scout|sheets|stranger)\.e2e\.ts$/;

/**
 * The interface’s tests in a browser: what only a browser shows, or, `deep`, also what the tests of screens and server hold already and is
 * seen here once more. `{ passed, failed, failures, secondTries }`.
 */
export async function browserTests({ deep }) {
  const files = readdirSync(path.join(ROOT, 'e2e')).filter((f) => f.endsWith('.e2e.ts'));
  const told = { passed: 0, failed: 0, failures: [], secondTries: [] };
  await Promise.all([
    half(
      'one',
      files.filter((f) => FIRST.test(f)),
      { deep, told },
    ),
    half(
      'two',
      files.filter((f) => !FIRST.test(f)),
      { deep, told },
    ),
  ]);
  return told;
}

async function half(name, own, { deep, told }) {
  const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-e2e-'));
  chmodSync(dir, 0o755);
  const instance = await startInstance({ dir, port: await freePort(), demo: true, fast: true, log: 'error' });
  const results = path.join(ROOT, 'e2e', 'results', name);
  mkdirSync(results, { recursive: true });
  const file = path.join(results, 'results.json');
  rmSync(file, { force: true });
  try {
    const which = deep ? [] : ['--grep-invert', '@deep'];
    const ok = await run('playwright', ['test', '--config', 'e2e/playwright.config.ts', ...which, ...own], {
      KAVRELL_E2E_ADDRESS: instance.address,
      KAVRELL_E2E_LINK: instance.link,
      KAVRELL_E2E_RESULTS: results,
    });
    const { stats } = JSON.parse(readFileSync(file, 'utf8'));
    told.passed += stats.expected + stats.flaky;
    if (stats.flaky > 0) told.secondTries.push(`${stats.flaky} of the interface’s, half ${name}: see “flaky” above`);
    told.failed += stats.unexpected;
    if (!ok && stats.unexpected === 0) told.failed += 1;
    if (!ok) told.failures.push(`the interface’s tests, half ${name}`);
  } finally {
    await instance.stop();
    rmSync(dir, { recursive: true, force: true });
  }
}
