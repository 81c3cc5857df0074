import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { giveUp, say } from './say.mjs';

export const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');
export const isRoot = process.getuid?.() === 0;
const hash = (...parts) =>
  parts
    .reduce((h, part) => h.update(part), createHash('sha256'))
    .digest('hex')
    .slice(0, 16);

/** The name that the data of a checkout once had; they are moved from there. */
export const CHECKOUT = hash(ROOT);

function onPath(program) {
  return (process.env.PATH ?? '').split(path.delimiter).some((dir) => existsSync(path.join(dir, program)));
}

/** The folder of an installed PostgreSQL server's programs, of this major version or the newest; null when there is none. */
export function postgresBin(version) {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return null;
  const versions = readdirSync(base).filter((v) => existsSync(path.join(base, v, 'bin', 'initdb')));
  const found = version ? versions.find((v) => v === version) : versions.sort((a, b) => Number(b) - Number(a))[0];
  return found ? path.join(base, found, 'bin') : null;
}

const CHECKS = {
  postgresql: () => postgresBin() !== null,
  ffmpeg: () => onPath('ffmpeg'),
  'chromium-headless-shell': () => onPath('chromium-headless-shell'),
  xxhash: () => onPath('xxh64sum'),
  'poppler-utils': () => onPath('pdftoppm') && onPath('pdftotext'),
};

/** Sees to it that these of Debian's packages are here; installs them when root, else says in one line what is missing. */
export function ensureDebian(packages) {
  const missing = packages.filter((name) => !CHECKS[name]());
  if (missing.length === 0) return;
  const command = `apt-get install --no-install-recommends ${missing.join(' ')}`;
  if (!isRoot || !onPath('apt-get')) giveUp(`Kavrell needs ${missing.join(' and ')}. As root, run: ${command}`);
  say(`Installing ${missing.join(', ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const run = (args) => spawnSync('apt-get', args, { env, stdio: ['ignore', 'ignore', 'inherit'] }).status === 0;
  run(['-qq', 'update']);
  if (
    !run(['-qq', '-y', 'install', '--no-install-recommends', ...missing]) ||
    missing.some((name) => !CHECKS[name]())
  ) {
    giveUp(`Installing ${missing.join(' and ')} did not work. Try by hand, as root: ${command}`);
  }
}

/** Runs `npm ci` when the lock file has changed since the last time. */
export function ensureModules() {
  const stamp = path.join(ROOT, 'node_modules', '.kavrell-lock');
  const wanted = hash(readFileSync(path.join(ROOT, 'package-lock.json')), process.version);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  say('Installing packages …');
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (done.status !== 0) giveUp('npm ci did not work: is the package registry reachable?');
  writeFileSync(stamp, wanted);
}

const SKIP = new Set(['node_modules', 'dist', '.git', 'docs', 'e2e', 'scripts']);

function sources(dir, found = []) {
  for (const entry of readdirSync(dir, { withFileTypes: true })) {
    if (SKIP.has(entry.name)) continue;
    const file = path.join(dir, entry.name);
    if (entry.isDirectory()) sources(file, found);
    else if (!/\.(test|bench)\.tsx?$/.test(entry.name)) found.push(file);
  }
  return found;
}

/** Builds server, worker and interface when a source is newer than the last build. */
export function ensureBuilt() {
  const stamp = path.join(ROOT, 'dist', '.stamp');
  const files = ['core', 'contract', 'copies', 'server', 'web', 'cli', 'demo'].flatMap((dir) =>
    sources(path.join(ROOT, dir)),
  );
  files.push(
    path.join(ROOT, 'package-lock.json'),
    path.join(ROOT, 'scripts', 'build.mjs'),
    path.join(ROOT, 'scripts', 'buildCli.mjs'),
  );
  const state = hash(...files.sort().map((file) => `${path.relative(ROOT, file)}:${hash(readFileSync(file))}`));
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === state) return;
  say('Building …');
  const done = spawnSync(process.execPath, [path.join(ROOT, 'scripts', 'build.mjs')], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (done.status !== 0) giveUp('The build did not work; see above.');
  mkdirSync(path.dirname(stamp), { recursive: true });
  writeFileSync(stamp, state);
}

/** Numeric ids of the `postgres` user, which must own the cluster when we are root. */
export function postgresUser() {
  const id = (flag) => Number(execFileSync('id', [flag, 'postgres'], { encoding: 'utf8' }));
  return { uid: id('-u'), gid: id('-g') };
}

/** True when the path exists and is a folder with something in it. */
export function hasFiles(dir) {
  return existsSync(dir) && statSync(dir).isDirectory() && readdirSync(dir).length > 0;
}
