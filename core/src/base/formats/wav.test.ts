import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { InputError } from '../errors/index.ts';
import { sampled } from '../testing.ts';
import {
  bytesOf,
  openWav,
  packSamples,
  readSamples,
  wavHead,
  type Bext,
  type Bytes,
  type Ixml,
  type WavFormat,
} from './index.ts';

const format = (over: Partial<WavFormat> = {}): WavFormat => ({
  encoding: 'pcm',
  bits: 16,
  channels: 1,
  sampleRate: 48000,
  ...over,
});

function fileOf(of: WavFormat, channels: Float32Array[], about: { bext?: Bext; ixml?: Ixml } = {}): Uint8Array {
  const head = wavHead(of, channels[0]!.length, about);
  const body = packSamples(of, channels);
  const out = new Uint8Array(head.length + body.length + (body.length & 1));
  out.set(head);
  out.set(body, head.length);
  return out;
}

/** Bytes that fail the test when asked for anything beyond their end. */
function strict(data: Uint8Array): Bytes {
  return {
    size: data.length,
    read(at, length) {
      expect(at).toBeGreaterThanOrEqual(0);
      expect(at + length).toBeLessThanOrEqual(data.length);
      return data.subarray(at, at + length);
    },
  };
}

/** A number of 0…1 from a seed, quick enough for a hundred thousand files. */
function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 4294967296;
}

const ramp = (count: number, by = 1) => Float32Array.from({ length: count }, (_, i) => by * Math.sin(i / 7) * 0.9);
const bext: Bext = {
  description: 'scene 7, take 1',
  originator: 'simulated recorder',
  originatorReference: 'KV0001',
  date: '2027-03-18',
  time: '11:05:00',
  timeReference: 48000 * 39900,
  codingHistory: 'A=PCM,F=48000,W=24',
};
const ixml: Ixml = {
  project: 'The Ninth Bell',
  scene: '7',
  take: '1',
  tape: 'S1',
  note: 'hum & <wind>',
  timecodeRate: '25/1',
  timecodeFlag: 'NDF',
  tracks: ['boom', 'Ilse'],
};

describe('write and read', () => {
  const kinds = fc.record({
    encoding: fc.constant('pcm' as const),
    bits: fc.constantFrom(8 as const, 16 as const, 24 as const, 32 as const),
    channels: fc.integer({ min: 1, max: 5 }),
    sampleRate: fc.constantFrom(8000, 44100, 48000, 96000),
  });
  const floats = fc.record({
    encoding: fc.constant('float' as const),
    bits: fc.constantFrom(32 as const, 64 as const),
    channels: fc.integer({ min: 1, max: 3 }),
    sampleRate: fc.constantFrom(44100, 48000),
  });
  it('give the samples back to half a step, in every kind', () => {
    fc.assert(
      fc.property(fc.oneof(kinds, floats), fc.integer({ min: 0, max: 400 }), (of, count) => {
        const channels = Array.from({ length: of.channels }, (_, c) => ramp(count, 1 / (c + 1)));
        const file = strict(fileOf(of, channels));
        const wav = openWav(file);
        expect(wav.format).toEqual(of);
        expect(wav.frames).toBe(count);
        expect(wav.notes).toEqual([]);
        const step = of.encoding === 'float' ? 1e-7 : 2 ** -(of.bits - 1);
        channels.forEach((expected, c) => {
          const got = new Float32Array(count);
          expect(readSamples(file, wav, c, 0, got)).toBe(count);
          got.forEach((v, i) => expect(Math.abs(v - expected[i]!)).toBeLessThanOrEqual(step / 2 + 1e-7));
        });
      }),
      { numRuns: sampled(150, 50) },
    );
  });
  it('keep bext and iXML', () => {
    const wav = openWav(strict(fileOf(format({ channels: 2, bits: 24 }), [ramp(9), ramp(9)], { bext, ixml })));
    expect(wav.bext).toEqual(bext);
    expect(wav.ixml).toEqual(ixml);
  });
  it('reads from the middle and stops at the end', () => {
    const file = strict(fileOf(format(), [ramp(100)]));
    const wav = openWav(file);
    const got = new Float32Array(50);
    expect(readSamples(file, wav, 0, 80, got)).toBe(20);
    expect(got[0]).toBeCloseTo(ramp(100)[80]!, 4);
    expect(readSamples(file, wav, 0, 100, got)).toBe(0);
    expect(readSamples(file, wav, 0, 500, got)).toBe(0);
  });
  it('holds samples beyond full scale at full scale', () => {
    const file = fileOf(format(), [Float32Array.of(2, -2)]);
    const got = new Float32Array(2);
    readSamples(bytesOf(file), openWav(bytesOf(file)), 0, 0, got);
    expect([...got]).toEqual([32767 / 32768, -1]);
  });
  it('makes an RF64 head above 4 GiB that reads back its length', () => {
    const frames = 3_000_000_000;
    const head = wavHead(format(), frames);
    expect(new TextDecoder().decode(head.subarray(0, 4))).toBe('RF64');
    const size = head.length + frames * 2;
    const sparse: Bytes = {
      size,
      read: (at, length) => (at < head.length ? head.subarray(at, at + length) : new Uint8Array(length)),
    };
    const wav = openWav(sparse);
    expect(wav.frames).toBe(frames);
    expect(wav.notes).toEqual([]);
    expect(readSamples(sparse, wav, 0, frames - 3, new Float32Array(10))).toBe(3);
  });
});

describe('damaged and foreign files', () => {
  const good = fileOf(format(), [ramp(1000)], { bext, ixml });
  const small = fileOf(format(), [ramp(20)], { bext: { ...bext, codingHistory: '' }, ixml: { ...ixml, tracks: [] } });
  const refused = (data: Uint8Array) => {
    try {
      openWav(strict(data));
    } catch (error) {
      expect(error).toBeInstanceOf(InputError);
      return (error as InputError).message;
    }
    return null;
  };
  it.each([
    ['an empty file', new Uint8Array(0), /too short/],
    ['a text', new TextEncoder().encode('<html><body>not found'), /not a WAV file: it begins with “<htm”/],
    ['a head alone', good.subarray(0, 12), /what kind of samples/],
    ['no samples', good.subarray(0, good.length - 2008), /no samples/],
  ])('%s is refused in words', (_name, data, words) => {
    expect(refused(data)).toMatch(words);
  });
  it.each([
    [20, 2, /compressed \(format 2\)/],
    [22, 0, /no channel/],
    [34, 12, /that does not fit|can’t be read/],
    [34, 0, /does not fit/],
  ])('a format with byte %i set to %i is refused in words', (at, value, words) => {
    const plain = fileOf(format({ bits: 8 }), [ramp(100)]);
    plain[at] = value;
    expect(refused(plain)).toMatch(words);
  });
  it('a recording whose length was never written is read to its end, and says so', () => {
    for (const value of [0, 0xffffffff]) {
      const cut = good.slice();
      const at = cut.length - 2004;
      new DataView(cut.buffer).setUint32(at, value, true);
      const wav = openWav(strict(cut));
      expect(wav.frames).toBe(1000);
      expect(wav.notes.join()).toMatch(/cut off/);
    }
  });
  it('a damaged iXML or bext is left out, and says so', () => {
    const file = good.slice();
    const text = new TextDecoder().decode(file);
    file.set(new TextEncoder().encode('<!DOCTYPE x'), text.indexOf('<BWFXML'));
    const wav = openWav(strict(file));
    expect(wav.ixml).toBeNull();
    expect(wav.notes.join()).toMatch(/iXML/);
    expect(wav.frames).toBe(1000);
  });
  it('refuses a channel that is not there and text that bext can’t hold', () => {
    const wav = openWav(bytesOf(good));
    expect(() => readSamples(bytesOf(good), wav, 1, 0, new Float32Array(4))).toThrow(/there is no channel 2/);
    expect(() => wavHead(format(), 1, { bext: { ...bext, originator: 'x'.repeat(33) } })).toThrow(/longer than 32/);
    expect(() => wavHead(format(), 1, { bext: { ...bext, description: '録音' } })).toThrow(/can’t be written/);
  });
  const files = sampled(100_000, 10_000);
  it(`not one of ${files} random or damaged files gives anything but a reading or the typed error, nor a read beyond the end`, () => {
    const random = seeded(20270318);
    const tags = ['RIFF', 'RF64', 'WAVE', 'fmt ', 'data', 'bext', 'iXML', 'ds64', 'LIST'].map((t) =>
      new TextEncoder().encode(t),
    );
    let opened = 0;
    let typed = 0;
    for (let run = 0; run < files; run += 1) {
      let data: Uint8Array;
      if (run % 2) {
        data = small.slice(0, random() < 0.5 ? small.length : Math.floor(random() * small.length));
        for (let k = 0; k < 4 && data.length > 0; k += 1) {
          data[Math.floor(random() * Math.min(data.length, 900))] = Math.floor(random() * 256);
        }
      } else {
        data = new Uint8Array(Math.floor(random() * 200));
        for (let i = 0; i < data.length; i += 1) data[i] = random() * 256;
        if (data.length > 12 && run % 4) {
          data.set(tags[run % 2]!);
          data.set(tags[2]!, 8);
          for (let at = 12; at + 8 < data.length; at += 8 + Math.floor(random() * 24)) {
            data.set(tags[Math.floor(random() * tags.length)]!, at);
            data[at + 4] = random() * 60;
            data[at + 5] = data[at + 6] = data[at + 7] = 0;
          }
        }
      }
      let beyond = false;
      const bytes: Bytes = {
        size: data.length,
        read(at, length) {
          beyond ||= at < 0 || at + length > data.length;
          return data.subarray(at, at + length);
        },
      };
      try {
        const wav = openWav(bytes);
        readSamples(bytes, wav, 0, 0, new Float32Array(Math.min(64, wav.frames)));
        opened += 1;
      } catch (error) {
        if (!(error instanceof InputError)) throw error;
        typed += 1;
      }
      if (beyond) throw new Error(`run ${run} read beyond the file`);
    }
    expect(opened).toBeGreaterThan(files / 10);
    expect(typed).toBeGreaterThan(files / 10);
  }, 60_000);
});
