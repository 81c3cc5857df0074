import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import fc from 'fast-check';
import { madeSound } from '../../rooms/lineup/testing.ts';
import { describe, expect, it } from 'vitest';
import { InputError } from '../errors/index.ts';
import { bytesOf, openWav, readSamples } from '../formats/index.ts';
import { RATES, formatLabel, framesPerDay, parseLabel, parseRate } from '../timecode/index.ts';
import {
  LtcDecoder,
  LtcReporter,
  dateOfGroups,
  framesPerWord,
  groupsOfDate,
  ltcSource,
  packWord,
  pairOf,
  parseUserBits,
  readWord,
  samplesPerWord,
  userBitsHex,
  wordFault,
  type LtcRejected,
  type LtcSignal,
  type LtcWord,
} from './index.ts';
import contents from './recordings/contents.json' with { type: 'json' };

/** Decodes in pieces of `piece` samples, so that every test also tests streaming. */
function decode(samples: Float32Array, sampleRate: number, piece = 7919) {
  const decoder = new LtcDecoder(sampleRate);
  const words: LtcWord[] = [];
  const rejected: LtcRejected[] = [];
  const take = (found: { words: LtcWord[]; rejected: LtcRejected[] }) => {
    words.push(...found.words);
    rejected.push(...found.rejected);
  };
  for (let at = 0; at < samples.length; at += piece) take(decoder.push(samples.subarray(at, at + piece)));
  take(decoder.end());
  return { words, rejected };
}

function signal(seconds: number, options: Partial<LtcSignal> & Pick<LtcSignal, 'rate'>): Float32Array {
  const all = { sampleRate: 48000, startFrames: 0, ...options };
  const samples = new Float32Array(Math.floor(seconds * all.sampleRate));
  ltcSource(all)(0, samples);
  return samples;
}

/** A seeded generator of 0…1. */
function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 4294967296;
}

function addNoise(samples: Float32Array, snrDb: number, seed = 7): void {
  const random = seeded(seed);
  const power = samples.reduce((sum, v) => sum + v * v, 0) / samples.length;
  const size = Math.sqrt(power / 10 ** (snrDb / 10));
  for (let i = 0; i < samples.length; i += 1) {
    samples[i]! += size * Math.sqrt(-2 * Math.log(random() + 1e-12)) * Math.cos(2 * Math.PI * random());
  }
}

const quotient = (text: string) => {
  const [p, q] = text.split('/').map(Number) as [number, number];
  return p / q;
};

describe.each(contents)('the recording $file', (file) => {
  const bytes = bytesOf(gunzipSync(readFileSync(new URL(`./recordings/${file.file}.gz`, import.meta.url))));
  const wav = openWav(bytes);
  const samples = new Float32Array(wav.frames);
  readSamples(bytes, wav, file.channel, 0, samples);
  const { words, rejected } = decode(samples, wav.format.sampleRate);
  const rate = parseRate(file.rate + (file.drop ? 'df' : ''));
  const each = quotient(file.samplesPerWord);

  it('gives every whole word, in its place, and none that is not there', () => {
    const step = file.direction === 'reverse' ? -1 : 1;
    const expected = file.segments.flatMap((segment) =>
      Array.from({ length: segment.words }, (_, k) => ({
        label: formatLabel(parseLabel(segment.firstLabel, rate) + step * k, rate),
        at: quotient(segment.startSample) + k * each,
      })),
    );
    expect(words.map((w) => w.label)).toEqual(expected.map((e) => e.label));
    // Filters delay the edges by some samples; noise at 3 dB moves them by under one.
    const tolerance = file.filtered ? 8 : 1;
    words.forEach((w, i) => expect(Math.abs(w.startSample - expected[i]!.at), w.label).toBeLessThanOrEqual(tolerance));
    expect(words.length).toBeGreaterThanOrEqual(file.peerWords);
    expect(rejected).toEqual([]);
  });
  it('gives the user bits, the drop flag, the direction and the date', () => {
    const [first, last] = file.direction === 'reverse' ? [words.at(-1)!, words[0]!] : [words[0]!, words.at(-1)!];
    expect([first.userBits, last.userBits]).toEqual([file.userBitsFirst, file.userBitsLast]);
    expect(words.every((w) => w.drop === file.drop && w.direction === file.direction)).toBe(true);
    expect(first.date).toEqual(file.date ? { date: file.date, zoneMin: 60 } : null);
  });
  it('names the rate, and the breaks where there are some', () => {
    const reporter = new LtcReporter();
    words.forEach((w) => reporter.add(w));
    const report = reporter.report(wav.format.sampleRate);
    const slowed = Math.abs((report.wordsPerSecond! * rate.den) / rate.num - 1) > 1e-4;
    // A speed off by half a per cent and more hides 30 from 29.97; the count still tells 24, 25 and 30 apart.
    if (!slowed) expect(report.rate).toBe(file.rate + (file.drop ? 'df' : ''));
    else expect(report.possibleRates).toContain(file.rate + (file.drop ? 'df' : ''));
    expect(report.segments.map((s) => s.words)).toEqual(file.segments.map((s) => s.words));
    expect(report.breaks.map((b) => b.kind)).toEqual(file.segments.slice(1).map(() => 'gap'));
  });
});

describe('encode and decode', () => {
  it.each(Object.keys(RATES))('agree at %s, across midnight', (name) => {
    const rate = parseRate(name);
    const each = framesPerWord(rate);
    const startFrames = framesPerDay(rate) - 24 * each;
    const { words, rejected } = decode(signal(2, { rate, startFrames }), 48000);
    const spacing = samplesPerWord({ rate, sampleRate: 48000 });
    expect(words.length).toBe(Math.floor(96000 / spacing));
    expect(rejected).toEqual([]);
    words.forEach((word, k) => {
      const label = formatLabel(startFrames + k * each, rate);
      expect(pairOf(word, rate)?.[0] ?? word.label).toBe(label);
      expect(Math.abs(word.startSample - k * spacing)).toBeLessThan(0.2);
    });
  });
  it('agree for any start, user bits, sample rate and level', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.values(RATES)),
        fc.nat(),
        fc.array(fc.integer({ min: 0, max: 15 }), { minLength: 8, maxLength: 8 }),
        fc.constantFrom(22050, 44100, 48000, 96000),
        fc.constantFrom(-1, 1e-4, 0.05, 1),
        (rate, start, groups, sampleRate, amplitude) => {
          const startFrames = start % framesPerDay(rate);
          const samples = signal(0.4, { rate, startFrames, groups, sampleRate, amplitude });
          const { words } = decode(samples, sampleRate);
          const each = framesPerWord(rate);
          const first = Math.floor(startFrames / each) * each;
          expect(words.length).toBe(Math.floor(samples.length / samplesPerWord({ rate, sampleRate })));
          for (const [k, word] of words.entries()) {
            expect(pairOf(word, rate)?.[0] ?? word.label).toBe(formatLabel(first + each * k, rate));
            expect(word.userBits).toBe(userBitsHex(groups));
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it('gives the same words however the sound is cut into pieces', () => {
    const samples = signal(4, { rate: RATES['25']!, startFrames: 99 });
    const whole = decode(samples, 48000, samples.length).words;
    for (const piece of [113, 4096, 48000]) {
      const { words } = decode(samples, 48000, piece);
      expect(words.map((w) => w.label)).toEqual(whole.map((w) => w.label));
      // Where a piece ends the clock is picked up anew, so places may differ by a hundredth of a sample.
      words.forEach((w, i) => expect(w.startSample).toBeCloseTo(whole[i]!.startSample, 1));
    }
  });
  it('carries a date over midnight', () => {
    const rate = RATES['25']!;
    const startFrames = framesPerDay(rate) - 10;
    const { words } = decode(signal(1, { rate, startFrames, date: { date: '2027-12-31', zoneMin: -330 } }), 48000);
    expect(words[0]!.date).toEqual({ date: '2027-12-31', zoneMin: -330 });
    expect(words.at(-1)!.date).toEqual({ date: '2028-01-01', zoneMin: -330 });
  });
  it('has edges of about 40 µs and never leaves its level', () => {
    const sampleRate = 1_920_000;
    const samples = new Float32Array(20000);
    ltcSource({ rate: RATES['25']!, sampleRate, startFrames: 0, amplitude: 1 })(0, samples);
    expect(Math.max(...samples.map(Math.abs))).toBeLessThanOrEqual(1);
    const up = samples.findIndex((v, i) => i > 2000 && v > -0.8 && samples[i - 1]! <= -0.8);
    const there = samples.findIndex((v, i) => i > up && v >= 0.8);
    expect(((there - up) / sampleRate) * 1e6).toBeCloseTo(40, 0);
  });
});

describe('hard signals', () => {
  const rate = RATES['25']!;
  /** Words in their right place, and all words that were reported. */
  function score(samples: Float32Array, startFrames = 0) {
    const { words } = decode(samples, 48000);
    const right = words.filter((w) => w.label === formatLabel(startFrames + Math.round(w.startSample / 1920), rate));
    return { right: right.length, wrong: words.length - right.length };
  }
  it.each([3, 0])('noise %i dB below the signal loses no word', (snr) => {
    const samples = signal(8, { rate });
    addNoise(samples, snr);
    expect(score(samples)).toEqual({ right: 200, wrong: 0 });
  });
  it.each([-3, -6, -10])('noise at %i dB may lose words but reports no wrong one', (snr) => {
    const samples = signal(8, { rate });
    addNoise(samples, snr);
    expect(score(samples).wrong).toBe(0);
  });
  it('mains hum twice as strong loses no word', () => {
    const samples = signal(4, { rate });
    samples.forEach((v, i) => (samples[i] = v + Math.sin((2 * Math.PI * 50 * i) / 48000)));
    expect(score(samples)).toEqual({ right: 100, wrong: 0 });
  });
  it('a level falling by 60 dB loses no word', () => {
    const samples = signal(8, { rate });
    samples.forEach((v, i) => (samples[i] = v * 10 ** ((-3 * i) / samples.length)));
    expect(score(samples)).toEqual({ right: 200, wrong: 0 });
  });
  it('two recordings spliced anywhere give the whole words of both and nothing between', () => {
    const random = seeded(3);
    for (let run = 0; run < 25; run += 1) {
      const a = signal(0.4 + random() * 0.1, { rate, startFrames: 1000 });
      const b = new Float32Array(24000);
      const off = Math.floor(random() * 1920);
      ltcSource({ rate, sampleRate: 48000, startFrames: 90000 })(off, b);
      const samples = new Float32Array(a.length + b.length);
      samples.set(a);
      samples.set(b, a.length);
      const { words } = decode(samples, 48000);
      const ofB = (at: number) => formatLabel(90000 + Math.round((at - a.length + off) / 1920), rate);
      const ofA = (at: number) => formatLabel(1000 + Math.round(at / 1920), rate);
      for (const w of words) expect([ofA(w.startSample), ofB(w.startSample)]).toContain(w.label);
      const whole = Math.floor(a.length / 1920) + Math.floor((b.length - ((1920 - off) % 1920)) / 1920);
      expect(words.length).toBeGreaterThanOrEqual(whole);
    }
  });
  it('a jump in the count is reported as one, and the words around it are kept', () => {
    const a = signal(0.8, { rate, startFrames: 50 });
    const b = signal(0.8, { rate, startFrames: 5000 });
    const both = new Float32Array(a.length + b.length);
    both.set(a);
    both.set(b, a.length);
    const reporter = new LtcReporter();
    decode(both, 48000).words.forEach((w) => reporter.add(w));
    const { breaks, segments } = reporter.report(48000);
    expect(segments.map((s) => s.words)).toEqual([20, 20]);
    expect(breaks).toMatchObject([{ kind: 'jump', before: '00:00:02:19', after: '00:03:20:00' }]);
  });
  it.each([1000, 1200, 2000, 2400])('a %i Hz square wave holds no timecode', (hz) => {
    const samples = Float32Array.from({ length: 96000 }, (_, i) => Math.sign(Math.sin((2 * Math.PI * hz * i) / 48000)));
    expect(decode(samples, 48000)).toEqual({ words: [], rejected: [] });
  });
  it.each([18, 22, 35, 194])('talk %i that looks like timecode where it ends comes to an end', (seed) => {
    const talk = madeSound('speech', 2, seed);
    for (const times of [1, 2]) {
      const sound = Float32Array.from({ length: talk.length * times }, (_, i) => talk[Math.floor(i / times)]!);
      const decoder = new LtcDecoder(8000 * times);
      expect([...decoder.push(sound).words, ...decoder.end().words]).toEqual([]);
    }
  });
  it('noise, silence and nothing hold no timecode', () => {
    const noise = signal(10, { rate, amplitude: 1e-9 });
    addNoise(noise, -60);
    expect(decode(noise, 48000).words).toEqual([]);
    expect(decode(new Float32Array(48000), 48000)).toEqual({ words: [], rejected: [] });
    expect(decode(new Float32Array(0), 48000)).toEqual({ words: [], rejected: [] });
  });
});

describe('words', () => {
  it('are packed and read alike, with an even number of zeros', () => {
    fc.assert(
      fc.property(
        fc.record({
          hours: fc.integer({ min: 0, max: 23 }),
          minutes: fc.integer({ min: 0, max: 59 }),
          seconds: fc.integer({ min: 0, max: 59 }),
          frames: fc.integer({ min: 2, max: 29 }),
          drop: fc.boolean(),
          colour: fc.boolean(),
          groups: fc.array(fc.integer({ min: 0, max: 15 }), { minLength: 8, maxLength: 8 }),
          groupFlags: fc.tuple(fc.boolean(), fc.boolean(), fc.boolean()),
        }),
        fc.boolean(),
        (fields, at25) => {
          const bits = packWord(fields, at25);
          expect(wordFault(bits)).toBeNull();
          expect(readWord(bits, at25)).toEqual(fields);
          expect(bits.filter((bit) => bit === 0).length % 2).toBe(0);
        },
      ),
    );
  });
  it('that make no sense say why', () => {
    const bits = packWord(
      {
        hours: 1,
        minutes: 1,
        seconds: 0,
        frames: 2,
        drop: true,
        colour: false,
        groups: Array(8).fill(0),
        groupFlags: [false, false, false],
      },
      false,
    );
    const changed = (at: number, value: number) => Object.assign(bits.slice(), { [at]: value });
    expect(wordFault(changed(1, 0))).toBe('it reads a label that drop-frame leaves out');
    expect(wordFault(Object.assign(changed(1, 1), { 3: 1 }))).toBe('the frames hold a digit of 10');
    expect(wordFault(Object.assign(changed(56, 1), { 57: 1 }))).toBe('it reads 31 hours');
  });
  it('dates in user bits are read back, and nonsense is none', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 36523 }),
        fc.constantFrom(0, 60, -60, 330, -210, 765, 780, -720),
        (day, zoneMin) => {
          const date = new Date(Date.UTC(2000, 0, 1) + day * 86_400_000).toISOString().slice(0, 10);
          expect(dateOfGroups(groupsOfDate({ date, zoneMin }))).toEqual({ date, zoneMin });
        },
      ),
    );
    expect(dateOfGroups([1, 3, 2, 0, 7, 2, 0, 0])).toBeNull();
    expect(dateOfGroups([10, 0, 1, 0, 7, 2, 0, 0])).toBeNull();
    expect(() => groupsOfDate({ date: '2027-02-30', zoneMin: 0 })).toThrow(/not a date/);
    expect(() => groupsOfDate({ date: '2027-02-28', zoneMin: 7 })).toThrow(InputError);
  });
  it('user bits that are not eight digits are refused', () => {
    expect(userBitsHex(parseUserBits('1a2b3c4d'))).toBe('1a2b3c4d');
    for (const text of ['', '123', 'xyzxyzxy', '123456789']) expect(() => parseUserBits(text)).toThrow(/eight digits/);
  });
});
