import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { ROOT, ensureBuilt, ensureDebian, ensureModules } from './lib/bootstrap.mjs';
import { FIRST_PAGE_KB, firstPageKB } from './lib/firstPage.mjs';
import { run, start } from './lib/run.mjs';
import { say } from './lib/say.mjs';

const counts = { passed: 0, failed: 0 };
/** What failed, by name: told again at the end, where one looks first. */
const failures = [];
/** Tests that passed at the second try only: a net for a busy machine, and a test to mend. */
const secondTries = [];
const started = Date.now();

// xxhash: the copy engine's work is checked by the system's own tool too.
ensureDebian(['postgresql', 'ffmpeg', 'chromium-headless-shell', 'xxhash', 'poppler-utils']);
ensureModules();

/** A check that is one yes or no: counted as one test. */
async function check(name, work) {
  const at = Date.now();
  const ok = await work();
  counts[ok ? 'passed' : 'failed'] += 1;
  if (!ok) failures.push(name);
  say(`${ok ? '✓' : '✗'} ${name} (${((Date.now() - at) / 1000).toFixed(1)} s)`);
  return ok;
}

const results = path.join(ROOT, 'node_modules', '.cache', 'kavrell');
mkdirSync(results, { recursive: true });

const DEPENDENCIES = [
  '--config',
  '.dependency-cruiser.cjs',
  ...['core', 'contract', 'copies', 'server', 'web', 'cli', 'demo'].map((name) => `${name}/src`),
];
// One reading of each program for both: the compiler’s errors and the rules that need its types. It clears up its memory less often: a sixth of its time.
const lint = check('lint and types', () =>
  run('oxlint', ['--type-aware', '--type-check', '--deny-warnings', '.'], { GOGC: '800' }),
);
/** Imports point one way, and in no circle. */
const imports = check('imports', () => run('depcruise', DEPENDENCIES));
await Promise.all([lint, imports]);

const unitFile = path.join(results, 'vitest.json');
rmSync(unitFile, { force: true });
const secondFile = path.join(results, 'secondTries.json');
rmSync(secondFile, { force: true });
const unitOk = await run(
  'vitest',
  [
    'run',
    '--retry=1',
    '--reporter=default',
    `--reporter=${path.join(ROOT, 'scripts', 'lib', 'secondTries.reporter.mjs')}`,
    '--reporter=json',
    `--outputFile.json=${unitFile}`,
  ],
  { KAVRELL_SECOND_TRIES: secondFile },
);
secondTries.push(...JSON.parse(readFileSync(secondFile, 'utf8')));
const unit = JSON.parse(readFileSync(unitFile, 'utf8'));
counts.passed += unit.numPassedTests;
counts.failed += unit.numFailedTests;
for (const suite of unit.testResults)
  for (const test of suite.assertionResults)
    if (test.status === 'failed') failures.push(`${path.relative(ROOT, suite.name)}: ${test.fullName}`);
// A suite that can't be loaded, or an error outside every test, has no failed test of its own.
if (!unitOk && unit.numFailedTests === 0) {
  counts.failed += 1;
  failures.push('an error outside every unit test');
}

ensureBuilt();
await check(`the first page takes at most ${FIRST_PAGE_KB} kB of JavaScript`, async () => {
  const taken = firstPageKB();
  if (taken > FIRST_PAGE_KB) say(`It takes ${taken.toFixed(1)} kB.`);
  return taken <= FIRST_PAGE_KB;
});
/** A script of ours that says by its exit code whether all was well. */
const script = (name, ...args) => start(process.execPath, [path.join(ROOT, 'scripts', `${name}.mjs`), ...args]);
const { browserTests } = await import('./lib/browserTests.mjs');
const [browser] = await Promise.all([
  browserTests({ deep: false }),
  // They mostly wait for what they brought down. Longer, and with other seeds: npm run chaos -- --minutes N.
  check('chaos, a sample', () => script('chaos', '--seconds', '15', '--seed', '16')),
  check('moved to another machine', () => script('moveTrial')),
]);
counts.passed += browser.passed;
counts.failed += browser.failed;
failures.push(...browser.failures);
secondTries.push(...browser.secondTries);

say(`\n${((Date.now() - started) / 1000).toFixed(0)} s in all`);
for (const name of secondTries) say(`passed at the second try only, to be mended: ${name}`);
for (const name of failures) say(`failed: ${name}`);
say(`${counts.passed} passed, ${counts.failed} failed`);
process.exit(counts.failed === 0 ? 0 : 1);
