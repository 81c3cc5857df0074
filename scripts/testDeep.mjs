// The long checks: properties on examples of their own, hours of trouble, all there is to see in a browser, and mutants of the parts where a
// wrong figure costs most.
import { spawnSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { ROOT, ensureBuilt, ensureModules } from './lib/bootstrap.mjs';

const { values: asked } = parseArgs({
  options: {
    seed: { type: 'string' },
    mutants: { type: 'string', default: '400' },
    only: { type: 'string' },
    minutes: { type: 'string', default: '10' },
    rounds: { type: 'string', default: '5' },
  },
});
ensureModules();
const seed = Number(asked.seed ?? Math.floor(Math.random() * 2 ** 31));
const runs = (what) => asked.only === undefined || asked.only === what;
const failed = [];
const run = (what, args, env = {}) => {
  console.log(`\n== ${what}, seed ${seed}`);
  const { status } = spawnSync(process.execPath, args, {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  if (status !== 0) failed.push(what);
};

if (runs('properties'))
  for (let round = 0; round < Number(asked.rounds); round += 1)
    run(
      `properties, round ${round + 1}`,
      // The server’s long checks have no examples of their own: once is enough.
      [
        ...['node_modules/vitest/vitest.mjs', 'run', '--project', 'core', '--project', 'unit'],
        ...(round === 0 ? ['--project', 'server'] : []),
      ],
      {
        KAVRELL_SEED: String(seed + round),
        KAVRELL_DEEP: '1',
      },
    );
if (runs('chaos')) run('chaos', ['scripts/chaos.mjs', '--minutes', asked.minutes, '--seed', String(seed)]);
if (runs('browser')) {
  const { browserTests } = await import('./lib/browserTests.mjs');
  ensureBuilt();
  console.log('\n== browser');
  const told = await browserTests({ deep: true });
  console.log(
    `${told.passed} passed, ${told.failed} failed${told.secondTries.length ? `; ${told.secondTries.join(', ')}` : ''}`,
  );
  if (told.failed > 0) failed.push('browser');
}
if (runs('mutants')) await mutants();

/** Changes the program in a sample of places, one at a time, and says which changes no test saw. */
async function mutants() {
  const { mutantSample } = await import('./lib/mutantSample.mjs');
  const { LIVED, livedText } = await import('./lib/lived.reporter.mjs');
  const { Stryker } = await import('@stryker-mutator/core');
  const { all, ranges } = await mutantSample(Number(asked.mutants), seed);
  console.log(`\n== mutants: ${ranges.length} of ${all}, seed ${seed}`);
  mkdirSync(path.dirname(LIVED), { recursive: true });
  const results = await new Stryker({
    testRunner: 'vitest',
    vitest: { configFile: 'scripts/lib/mutation.vitest.config.ts', related: false },
    mutate: ranges,
    mutator: { excludedMutations: ['StringLiteral'] },
    coverageAnalysis: 'perTest',
    // Constants at the head of a file: each would take every test there is.
    ignoreStatic: true,
    concurrency: 2,
    timeoutMS: 15000,
    // All of these tests in one process, each watched for what it reaches.
    dryRunTimeoutMinutes: 20,
    plugins: ['@stryker-mutator/*', path.join(ROOT, 'scripts', 'lib', 'lived.reporter.mjs')],
    reporters: ['progress-append-only', 'lived'],
    tempDirName: '.mutants',
    ignorePatterns: [
      '**',
      '!core/**',
      '!demo/**',
      '!contract/**',
      '!scripts/**',
      '!docs/**',
      '!package.json',
      '!*.ts',
      '!tsconfig*.json',
    ],
    thresholds: { high: 90, low: 80, break: null },
    checkers: [],
    allowConsoleColors: false,
    cleanTempDir: 'always',
  }).runMutationTest();
  const of = (...states) => results.filter((m) => states.includes(m.status));
  const killed = of('Killed', 'Timeout').length;
  const lived = of('Survived', 'NoCoverage');
  // The reporter wrote them in the order they were tried; now by place.
  const report = lived.map(livedText).sort();
  writeFileSync(LIVED, `${report.join('\n')}\n`);
  const score = (100 * killed) / Math.max(1, killed + lived.length);
  console.log(report.join('\n'));
  console.log(
    `${killed} of ${killed + lived.length} mutants found, ${score.toFixed(1)} %; those that lived stand in node_modules/.cache/mutants/lived.txt`,
  );
  if (score < 80) failed.push(`mutants: ${score.toFixed(1)} % found`);
}

console.log(failed.length ? `\nfailed: ${failed.join('; ')}` : '\nall passed');
process.exit(failed.length ? 1 : 0);
