import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ROOT } from './bootstrap.mjs';
import { cpuMs, median, report, reportAtLeast, timed } from './measure.mjs';
import { loadSource } from './source.mjs';
import { say } from './say.mjs';

const ROUNDS = 5;

function ltc({ LtcDecoder, ltcSource }, { parseRate }) {
  const seconds = 600;
  for (const name of ['25', '30000/1001df']) {
    const samples = new Float32Array(48000 * seconds);
    ltcSource({ rate: parseRate(name), sampleRate: 48000, startFrames: 0 })(0, samples);
    const speeds = Array.from({ length: ROUNDS }, () => {
      const at = cpuMs();
      const decoder = new LtcDecoder(48000);
      let words = 0;
      for (let i = 0; i < samples.length; i += 48000)
        words += decoder.push(samples.subarray(i, i + 48000)).words.length;
      words += decoder.end().words.length;
      const speed = (seconds * 1000) / (cpuMs() - at);
      if (words < seconds * 24) throw new Error(`only ${words} words`);
      return speed;
    });
    reportAtLeast(`linear timecode read, ${name}, median of ${ROUNDS}`, median(speeds), 800, 's of sound a second');
  }
  say('  the peer: libltc 1.3.2, in C, about 2500 on a machine of this kind');
}

function labels({ RATES, formatLabel, parseLabel, framesPerDay }) {
  const rates = Object.values(RATES);
  const times = Array.from({ length: ROUNDS }, () => {
    const at = cpuMs();
    let sum = 0;
    for (let i = 0; i < 500_000; i += 1) {
      const rate = rates[i % rates.length];
      sum += parseLabel(formatLabel((i * 7919) % framesPerDay(rate), rate), rate);
    }
    if (sum === 0) throw new Error('nothing was converted');
    return cpuMs() - at;
  });
  report(`a million label conversions, there and back, median of ${ROUNDS}`, median(times), 500, 'ms');
}

function calc() {
  const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-bench-'));
  const tells = path.join(dir, 'tells.cjs');
  writeFileSync(
    tells,
    "process.on('exit', () => process.stderr.write(/VmHWM:\\s*(\\d+)/.exec(require('fs').readFileSync('/proc/self/status', 'utf8'))[1]));",
  );
  const run = (args) => {
    const at = performance.now();
    const { status, stderr } = spawnSync(process.execPath, ['--require', tells, ...args], {
      input: '{"ppm":20,"toleranceMs":24}',
      encoding: 'utf8',
    });
    if (status !== 0) throw new Error(stderr);
    return { ms: performance.now() - at, mb: Number(stderr) / 1000 };
  };
  const pairs = Array.from({ length: 9 }, () => ({
    calc: run([path.join(ROOT, 'cli', 'bin', 'kavrell.mjs'), 'calc', 'clock.rejam']),
    node: run(['-e', '0']),
  }));
  report('kavrell calc, start to end, median of 9', median(pairs.map((p) => p.calc.ms)), 350, 'ms');
  say(
    `  the peer: node -e 0, ${median(pairs.map((p) => p.node.ms)).toFixed(0)} ms, ${median(pairs.map((p) => p.node.mb)).toFixed(0)} MB`,
  );
  rmSync(dir, { recursive: true, force: true });
  report('kavrell calc, memory', median(pairs.map((p) => p.calc.mb)), 60, 'MB');
}

/** Ten devices that were without network for a day, 2,000 events, merged into one log on each of them. */
function merging({ foldEveryTake }) {
  const id = (a, b) => `00000000-0000-7000-8000-${String(a).padStart(4, '0')}${String(b).padStart(8, '0')}`;
  const events = Array.from({ length: 2000 }, (_, i) => {
    const device = i % 10;
    const n = Math.floor(i / 10);
    const camera = { letter: 'A', cameraId: id(1, 1), evidence: 'assumed', card: null, clip: null };
    const rolled = { shotId: id(2, n % 60), dayId: id(3, 1), number: 1, wild: false, cameras: [camera], timecode: 'x' };
    const payloads = [
      { kind: 'rolled', ...rolled },
      { kind: 'cut', timecode: 'x' },
      { kind: 'marked', verdict: 'good' },
      { kind: 'noted', text: 'x' },
    ];
    return {
      ...{
        id: id(9, i),
        takeId: id(100 + device, Math.floor(n / 4)),
        atMs: i * 1000,
        productionAtMs: i * 1000 + device,
      },
      ...{ seq: n, clientId: `device ${device}`, device: 'bench', payload: payloads[n % 4] },
    };
  });
  const arrives = Array.from({ length: 10 }, (_, device) => [...events.slice(device * 150), ...events].reverse());
  const at = cpuMs();
  const logs = arrives.map((heap) => JSON.stringify(foldEveryTake(heap)));
  report('2,000 events of ten devices merged on all ten', cpuMs() - at, 3000, 'ms');
  if (new Set(logs).size !== 1) throw new Error('The devices do not agree.');
}

/** A night of 12 cards, 3 readers and 6 drives; what one loss would cost of 200 cards on 10 drives. */
function keeping({ mediaNight, mediaLoss }) {
  const night = {
    cards: Array.from({ length: 12 }, (_, i) => ({ id: `c${i}`, bytes: (20 + ((i * 37) % 90)) * 1e9, readyS: 0 })),
    readers: [320e6, 250e6, 180e6].map((bytesPerS, i) => ({ id: `r${i}`, bytesPerS })),
    drives: Array.from({ length: 6 }, (_, i) => ({
      ...{ id: `d${i}`, freeBytes: null, writeBytesPerS: (500 - i * 60) * 1e6, readBytesPerS: (520 - i * 60) * 1e6 },
      stage: i < 3 ? 'first' : 'second',
    })),
    ...{ swapS: 60, sleep: null, verify: true },
  };
  report('a night of 12 cards, 3 readers, 6 drives', median(timed(() => mediaNight(night))), 200, 'ms');
  const places = Array.from({ length: 20 }, (_, i) => ({ id: `p${i}`, kind: 'bag', in: i < 4 ? null : `p${i % 4}` }));
  const drives = Array.from({ length: 10 }, (_, i) => ({ id: `d${i}`, kind: 'drive', in: `p${i + 4}` }));
  const cards = Array.from({ length: 200 }, (_, i) => ({ id: `k${i}`, kind: 'card', in: `p${i % 20}` }));
  const media = cards.map((c, i) => ({ id: `m${i}`, bytes: 1e9, on: [c.id, `d${i % 10}`] }));
  const loss = () => mediaLoss({ media, places, things: [...drives, ...cards] });
  report('what one loss would cost, 200 cards, 10 drives', median(timed(loss)), 50, 'ms');
}

/** Spaces that were cut up, packed again: how much of what is possible, and how long sixty pieces take. */
function packing({ packKit }, { cutSpace }) {
  const counts = [8, 12, 16, 20, 27, 36, 45, 54];
  const fills = counts.flatMap((n) => [1, 2, 3].map((seed) => packKit(cutSpace(seed * 100 + n, n)).fill));
  reportAtLeast('packed of cut-up spaces, 8 to 54 pieces, median', median(fills) * 100, 88, '%');
  reportAtLeast('  the least of them', Math.min(...fills) * 100, 75, '%');
  const at = cpuMs();
  packKit(cutSpace(1, 60));
  report('sixty pieces packed', cpuMs() - at, 2000, 'ms');
}

/** Benchmarks that need no server and no browser. */
export async function benchCore() {
  const timecode = await loadSource('core/src/base/timecode/index.ts');
  ltc(await loadSource('core/src/base/ltc/index.ts'), timecode);
  labels(timecode);
  merging(await loadSource('core/src/rooms/roll/index.ts'));
  keeping(await loadSource('core/src/rooms/copies/index.ts'));
  packing(await loadSource('core/src/rooms/kit/pack.ts'), await loadSource('core/src/rooms/kit/testing.ts'));
  calc();
}
