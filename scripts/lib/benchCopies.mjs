import { execFileSync, spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import {
  closeSync,
  fsyncSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readFileSync,
  rmSync,
  statfsSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ROOT, ensureDebian } from './bootstrap.mjs';
import { quantile, report } from './measure.mjs';
import { say } from './say.mjs';

const PAIRS = 3;
const PLACES = ['x', 'y'];

const sync = () => execFileSync('sync');
/** Has the machine forget what it holds of the disk, where it lets us: both sides then read what lies there. */
function dropCaches() {
  sync();
  try {
    writeFileSync('/proc/sys/vm/drop_caches', '3');
    return true;
  } catch {
    return false;
  }
}

function fill(folder, files, bytes, folders) {
  for (let d = 0; d < folders; d += 1) mkdirSync(path.join(folder, `F${d}`), { recursive: true });
  for (let i = 0; i < files; i += 1) {
    const fd = openSync(path.join(folder, `F${i % folders}`, `C${String(i).padStart(5, '0')}.bin`), 'w');
    for (let left = bytes; left > 0; left -= 8e6) writeFileSync(fd, randomBytes(Math.min(left, 8e6)));
    if (bytes > 1e6) fsyncSync(fd);
    closeSync(fd);
  }
}

/** Runs a program; seconds by the clock, CPU seconds, and the most memory it held, MB. */
async function run(program, args, cwd) {
  const at = performance.now();
  const child = spawn('bash', ['-c', 'TIMEFORMAT="%U %S"; time "$@"', '-', program, ...args], {
    cwd,
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  let errors = '';
  child.stderr.on('data', (text) => (errors += text));
  let peak = 0;
  const timer = setInterval(() => {
    try {
      const [inner] = readFileSync(`/proc/${child.pid}/task/${child.pid}/children`, 'utf8').trim().split(' ');
      const held = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${inner}/status`, 'utf8'));
      peak = Math.max(peak, Number(held?.[1] ?? 0) / 1000);
    } catch (error) {
      // It has just ended, or not begun.
      if (!['ENOENT', 'ESRCH'].includes(error.code)) throw error;
    }
  }, 20);
  const code = await new Promise((done) => child.once('exit', done));
  clearInterval(timer);
  if (code !== 0) throw new Error(`${program} ended with ${code}: ${errors}`);
  const [user, system] = errors.trim().split('\n').at(-1).split(' ').map(Number);
  return { seconds: (performance.now() - at) / 1000, cpuS: user + system, peakMb: peak };
}

/** What one does by hand: copy to each place, sync every file, forget, and hash source and copies. */
const BY_HAND = `set -e
for place in x y; do cp -r card peer-$place/; done
find peer-x peer-y -type f -print0 | xargs -0 sync
echo 3 > /proc/sys/vm/drop_caches
for folder in card peer-x/card peer-y/card; do (cd $folder; find . -type f -print0 | xargs -0 xxh64sum > /dev/null 2>&1); done`;

/** The same bytes read and written past every cache, with nothing done to them: what the disk itself allows. */
const DISK_ALONE = `set -e
for place in x y; do (cd card; find . -type f -print0 | while IFS= read -r -d '' f; do mkdir -p ../peer-$place/$(dirname $f); dd if=$f of=../peer-$place/$f bs=8M iflag=direct oflag=direct status=none; done) & done; wait
for place in x y; do find peer-$place -type f -print0 | xargs -0 -n1 -I{} dd if={} of=/dev/null bs=8M iflag=direct status=none & done; wait`;

async function pairs(dir, what, limit, { disk = false } = {}) {
  const ours = [];
  const ratios = [];
  const diskRatios = [];
  for (let pair = 0; pair < PAIRS; pair += 1) {
    for (const place of PLACES)
      for (const name of [place, `peer-${place}`]) {
        rmSync(path.join(dir, name), { recursive: true, force: true });
        mkdirSync(path.join(dir, name));
      }
    dropCaches();
    const peer = await run('bash', ['-c', BY_HAND], dir);
    dropCaches();
    const mine = await run(
      'node',
      [
        path.join(ROOT, 'cli', 'bin', 'kavrell.mjs'),
        'offload',
        'card',
        ...PLACES.flatMap((p) => ['--to', p]),
        '--json',
      ],
      dir,
    );
    ours.push(mine);
    ratios.push(mine.seconds / peer.seconds);
    if (disk) {
      for (const place of PLACES) {
        rmSync(path.join(dir, `peer-${place}`), { recursive: true, force: true });
        mkdirSync(path.join(dir, `peer-${place}`));
      }
      dropCaches();
      diskRatios.push((await run('bash', ['-c', DISK_ALONE], dir)).seconds / mine.seconds);
    }
    say(`  pair ${pair + 1}: by hand ${peer.seconds.toFixed(1)} s, kavrell ${mine.seconds.toFixed(1)} s`);
  }
  report(`${what}, % of the time by hand, median of ${PAIRS}`, 100 * quantile(ratios, 0.5), 100 * limit, '%');
  if (disk) say(`  ${what}: ${Math.round(100 * quantile(diskRatios, 0.5))} % of what the disk itself allows`);
  report(`${what}, most memory held`, Math.max(...ours.map((r) => r.peakMb)), 150, 'MB');
  return quantile(
    ours.map((r) => r.cpuS),
    0.5,
  );
}

/** The copy engine against what one does by hand with the system's own tools, on this machine's disk. */
export async function benchCopies() {
  ensureDebian(['xxhash']);
  const dir = mkdtempSync(
    path.join(process.env.KAVRELL_BENCH_DIR ?? (os.tmpdir() === '/tmp' ? '/var/tmp' : os.tmpdir()), 'kavrell-copies-'),
  );
  try {
    const { bavail, bsize } = statfsSync(dir);
    if (bavail * bsize < 12e9) throw new Error(`${dir} has less than 12 GB left for this benchmark.`);
    if (!dropCaches())
      say('  The caches of this machine can’t be dropped: source and copies may be read from memory by both.');
    fill(path.join(dir, 'card'), 8, 250e6, 1);
    const cpuS = await pairs(dir, 'a card of 8 × 250 MB to two places', 0.75, { disk: true });
    report('processor time in all, a gigabyte copied to two places', cpuS / 2, 1.5, 's');
    const busy = spawn('bash', ['-c', 'while :; do :; done']);
    await pairs(dir, 'the same with one core kept busy', 0.9);
    busy.kill('SIGKILL');
    rmSync(path.join(dir, 'card'), { recursive: true });
    fill(path.join(dir, 'card'), 20000, 10000, 40);
    const smallCpuS = await pairs(dir, '20,000 files of 10 kB to two places', 1);
    say(`  ${smallCpuS.toFixed(1)} CPU s`);
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}
