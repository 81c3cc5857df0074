import { spawnSync } from 'node:child_process';
import { closeSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ROOT } from './bootstrap.mjs';
import { cpuMs, report, reportAtLeast } from './measure.mjs';
import { say } from './say.mjs';
import { loadSource } from './source.mjs';

const KINDS = ['speech', 'beat', 'applause'];
const ROOMS = 100;
const HALF_HOUR_S = 1800;

/** Line-up: made-up rooms with and without common sound, six devices of half an hour, an hour-long pair from files. */
export async function benchLineup() {
  const { lineUpAll, lineUpPair } = await loadSource('core/src/rooms/lineup/index.ts');
  const { madeSound, recorded, sourceOf } = await loadSource('core/src/rooms/lineup/testing.ts');
  for (const [snrDb, limitMs] of [
    [0, 1],
    [-5, 3],
  ]) {
    let placed = 0;
    let worst = 0;
    for (let i = 0; i < ROOMS; i += 1) {
      const sound = madeSound(KINDS[i % 3], 110, 1000 + i);
      const from = 12 + (i % 9) * 3;
      const driftPpm = ((i * 37) % 121) - 60;
      const a = recorded(sound, { fromS: 1, toS: from + 64, reverbS: 0.3 + (i % 6) * 0.4, snrDb, seed: i });
      const b = recorded(sound, {
        ...{ fromS: from, toS: 108, reverbS: 0.3, snrDb, driftPpm, seed: i + 500 },
        band: [300, 3000],
      });
      const pair = lineUpPair(sourceOf(a), sourceOf(b));
      if (pair.refused !== null) continue;
      const inB = (pair.atS + 1 - from) * (1 + driftPpm * 1e-6);
      const error = Math.abs(pair.offsetMs - (pair.atS - inB) * 1000);
      if (error <= limitMs) placed += 1;
      worst = Math.max(worst, error);
    }
    reportAtLeast(
      `rooms at ${snrDb} dB placed within ${limitMs} ms (worst said ${worst.toFixed(2)} ms)`,
      placed,
      98,
      `of ${ROOMS}`,
    );
  }
  let said = 0;
  for (let i = 0; i < ROOMS; i += 1) {
    const of = (seed, fromS) =>
      recorded(madeSound(KINDS[i % 3], 76, seed), { fromS, toS: 74, reverbS: 0.6, snrDb: 12, seed });
    if (lineUpPair(sourceOf(of(3000 + i, 0)), sourceOf(of(7000 + i, 6))).refused === null) said += 1;
  }
  say(`${said} of ${ROOMS} pairs without common sound were answered; none should be`);

  const day = madeSound('speech', HALF_HOUR_S + 300, 5);
  const devices = Array.from({ length: 6 }, (_, i) =>
    sourceOf(recorded(day, { fromS: i * 40, toS: i * 40 + HALF_HOUR_S, driftPpm: i * 9 - 20, snrDb: 6, seed: i })),
  );
  const at = cpuMs();
  const { placed } = lineUpAll(devices, 0);
  report(`${placed.length} devices of 30 min on one line, after extraction`, (cpuMs() - at) / 1000, 10, 's');
  const { wavHead } = await loadSource('core/src/base/formats/index.ts');
  hourFromFiles(madeSound('speech', 3700, 6), wavHead);
  await benchDayLine();
}

/** Two WAV files of an hour at 48 kHz through the command line: what they cost, and the most memory. */
function hourFromFiles(day, wavHead) {
  const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-lineup-'));
  try {
    const files = [0, 50].map((fromS) => writeHour(path.join(dir, `${fromS}.wav`), day, fromS, wavHead));
    const timed = spawnSync(
      '/usr/bin/time',
      ['-f', '%M %U %S', process.execPath, path.join(ROOT, 'cli/bin/kavrell.mjs'), 'lineup', ...files],
      {
        encoding: 'utf8',
      },
    );
    const [kb, user, system] = timed.stderr.trim().split('\n').at(-1).split(' ').map(Number);
    say(timed.stdout.trim().split('\n').at(-1));
    report('an hour-long pair from files, most memory', kb / 1024, 250, 'MB');
    say(`an hour-long pair from files: ${(user + system).toFixed(1)} s of processor time`);
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}

function writeHour(file, day, fromS, wavHead) {
  const rate = 48_000;
  const frames = 3600 * rate;
  const head = wavHead({ encoding: 'pcm', bits: 16, channels: 1, sampleRate: rate }, frames);
  const out = openSync(file, 'w');
  writeSync(out, head);
  const block = new Int16Array(rate * 10);
  for (let s = 0; s < 3600; s += 10) {
    for (let i = 0; i < block.length; i += 1) {
      const x = (fromS + s) * 8000 + i / 6;
      const k = Math.floor(x) % (day.length - 1);
      block[i] = 20_000 * (day[k] * (1 - (x % 1)) + day[k + 1] * (x % 1)) + (Math.random() - 0.5) * 200;
    }
    writeSync(out, new Uint8Array(block.buffer));
  }
  closeSync(out);
  return file;
}

/** The line of a day of 300 takes on five devices, in a job of five such days, by labels and with what a run found of every pair of a take. */
async function benchDayLine() {
  const { dayLine } = await loadSource('core/src/about/lineup/index.ts');
  const sources = manyTakes(1500, 5);
  const without = { ...sources, lineFinds: [] };
  for (const [what, asked] of [
    ['by labels alone', without],
    ['with what was found of each pair', sources],
  ]) {
    dayLine(asked, 'day0');
    const at = cpuMs();
    const line = dayLine(asked, 'day0');
    report(`line of ${line.placed.length} clips, ${what}`, cpuMs() - at, 300, 'ms');
  }
}

/** Takes of 20 s every half minute of some days; four cameras that named their clips, a recorder that did not. */
function manyTakes(count, dayCount) {
  const startMs = Date.parse('2027-03-18T06:00:00Z');
  const cameras = ['A', 'B', 'C', 'D'].map((letter) => ({ id: letter, letter, rate: '25' }));
  const cards = [...cameras.map((c) => c.letter), ...Array.from({ length: dayCount }, (_, d) => `S${d}`)].map(
    (label) => ({
      ...{ id: label, label, cameraId: label[0] === 'S' ? null : label, path: '', station: '' },
    }),
  );
  const perDay = count / dayCount;
  const rolledMs = (n) => startMs + Math.floor(n / perDay) * (86_400_000 + 7919) + (n % perDay) * 30_000;
  const takes = Array.from({ length: count }, (_, n) => ({
    ...{
      id: `t${n}`,
      dayId: `day${Math.floor(n / perDay)}`,
      shotId: null,
      sceneId: null,
      number: n,
      wild: false,
      stars: [],
      notes: [],
    },
    ...{ rolledAtMs: rolledMs(n), cutAtMs: rolledMs(n) + 20_000, verdict: null },
    cameras: cameras.map((c) => ({ letter: c.letter, cameraId: c.id, clip: `${c.letter}${n}` })),
  }));
  const label = (ms) =>
    `${new Date(ms).toISOString().slice(11, 19)}:${String(Math.floor((ms % 1000) / 40)).padStart(2, '0')}`;
  // A recorder has a card a day.
  const cardsOf = (t) => cards.filter((c) => c.id[0] !== 'S' || `day${c.id.slice(1)}` === t.dayId);
  const clips = takes.flatMap((t) =>
    cardsOf(t).map((card) => ({
      ...{
        id: `${card.id}${t.number}`,
        cardId: card.id,
        name: `${card.id}${t.number}.mov`,
        path: `${card.id}${t.number}`,
      },
      ...{ startTimecode: label(t.rolledAtMs), rate: '25', durationMs: 20_000, sizeBytes: 1, looked: null },
    })),
  );
  const lineFinds = takes.flatMap((t) =>
    cardsOf(t).flatMap((a, i, own) =>
      own.slice(i + 1).map((b) => ({
        ...{
          id: `${a.id}${b.id}${t.number}`,
          runId: 'run',
          clipId: `${a.id}${t.number}`,
          otherId: `${b.id}${t.number}`,
        },
        ...{
          means: 'sound',
          refused: null,
          offsetMs: i,
          atS: 10,
          driftPpm: 1,
          errorMs: 0.1,
          confidence: 0.9,
          runnerUp: 0.1,
        },
        ...{ windows: 20, agree: 20, label: null, rate: null, atMs: 1, by: '' },
      })),
    ),
  );
  const lineRuns = [{ id: 'run', withdrawnAtMs: null }];
  const days = Array.from({ length: dayCount }, (_, d) => ({
    ...{ id: `day${d}`, date: `2027-03-${18 + d}`, timeZone: 'Europe/London' },
  }));
  const rest = { clocks: [], jams: [], handLines: [], production: { rate: '25' } };
  return { ...rest, days, cameras, cards, takes, clips, lineRuns, lineFinds };
}
