import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { InputError } from '../errors/index.ts';
import {
  faceSeconds,
  RATES,
  addFrames,
  convertFrames,
  elapsed,
  formatLabel,
  framesAt,
  framesPerDay,
  framesToMs,
  parseLabel,
  parseRate,
  rateName,
  rateSaid,
  readEntry,
  timeOfDayFrames,
} from './index.ts';
import vectors from './vectors.json' with { type: 'json' };

interface RateVectors {
  fps: string;
  drop_frame: boolean;
  frames_per_24h: number;
  pairs: { label: string; frames: number }[];
  wrap: { frames: number; label: string }[];
  invalid: { label: string; reason: string }[];
}
const tables = Object.entries(vectors.rates as unknown as Record<string, RateVectors>);
const anyRate = fc.constantFrom(...Object.values(RATES));

describe.each(tables)('timecode at %s', (_name, v) => {
  const rate = parseRate(v.fps + (v.drop_frame ? 'df' : ''));
  it('counts and labels as the vectors do', () => {
    expect(framesPerDay(rate)).toBe(v.frames_per_24h);
    for (const { label, frames } of v.pairs) {
      expect(parseLabel(label, rate), label).toBe(frames);
      expect(formatLabel(frames, rate)).toBe(label);
    }
  });
  it('wraps modulo a day', () => {
    for (const { frames, label } of v.wrap) expect(formatLabel(frames, rate), String(frames)).toBe(label);
  });
  it('refuses what does not exist, with the reason', () => {
    expect(v.invalid.length).toBeGreaterThan(0);
    for (const { label, reason } of v.invalid) {
      expect(() => parseLabel(label, rate), label).toThrow(InputError);
      try {
        parseLabel(label, rate);
      } catch (error) {
        expect((error as InputError).code, label).toBe(`timecode.${reason}`);
      }
    }
  });
});

describe('rates', () => {
  it('reads every usual spelling and answers canonically', () => {
    expect(rateName(parseRate('29.97df'))).toBe('30000/1001df');
    expect(rateName(parseRate('25/1'))).toBe('25');
    expect(rateName(parseRate(' 23.98 '))).toBe('24000/1001');
    expect(rateSaid(parseRate('59.94df'))).toBe('59.94 drop');
    expect(rateSaid(parseRate('23.976'))).toBe('23.976');
  });
  it.each(['', '26', 'NaN', '25df', 'toString', '__proto__'])('refuses %j', (text) => {
    expect(() => parseRate(text)).toThrow(/not a frame rate/);
  });
});

describe('properties', () => {
  it('label and count are each other’s inverse', () => {
    fc.assert(
      fc.property(anyRate, fc.nat(), (rate, n) => {
        const frames = n % framesPerDay(rate);
        expect(parseLabel(formatLabel(frames, rate), rate)).toBe(frames);
      }),
      { numRuns: 2000 },
    );
  });
  it('one frame on is the next label, and labels grow with frames', () => {
    fc.assert(
      fc.property(anyRate, fc.nat(), (rate, n) => {
        const frames = n % (framesPerDay(rate) - 1);
        expect(formatLabel(frames, rate) < formatLabel(frames + 1, rate)).toBe(true);
      }),
      { numRuns: 1000 },
    );
  });
  it('whole frames that fit into a time never last longer than it', () => {
    fc.assert(
      fc.property(anyRate, fc.integer({ min: 0, max: 86_400_000 }), (rate, ms) => {
        const frames = framesAt(ms, rate);
        expect(framesToMs(frames, rate)).toBeLessThanOrEqual(ms + 1e-6);
        expect(framesToMs(frames + 1, rate)).toBeGreaterThan(ms - 1e-6);
      }),
    );
  });
  it('non-drop 29.97 says 01:00:00:00 after 3603.6 s', () => {
    expect(formatLabel(timeOfDayFrames(3_603_600, parseRate('29.97')), parseRate('29.97'))).toBe('01:00:00:00');
  });
});

interface Sums {
  arithmetic: { a: string; b: string; sum: string; difference: string }[];
  elapsed: { label: string; frames: number; seconds: string }[];
}
const byName = new Map(tables.map(([name, v]) => [name, parseRate(v.fps + (v.drop_frame ? 'df' : ''))]));

describe.each(tables)('sums at %s', (name, v) => {
  const rate = byName.get(name)!;
  const { arithmetic, elapsed: elapsedRows } = v as unknown as Sums;
  it('adds and subtracts modulo a day', () => {
    expect(arithmetic.length).toBeGreaterThan(0);
    for (const { a, b, sum, difference } of arithmetic) {
      const [fa, fb] = [parseLabel(a, rate), parseLabel(b, rate)];
      expect(formatLabel(addFrames(fa, fb, rate), rate)).toBe(sum);
      expect(formatLabel(addFrames(fa, -fb, rate), rate)).toBe(difference);
    }
  });
  it('knows the exact real time of a label', () => {
    expect(elapsedRows.length).toBeGreaterThan(0);
    for (const { label, seconds } of elapsedRows) {
      const { p, q } = elapsed(parseLabel(label, rate), rate);
      expect(`${p}/${q}`).toBe(seconds);
    }
  });
});

describe('conversions', () => {
  it('match the vectors, all pairs of rates', () => {
    const rows = vectors.conversions as { from_rate: string; from_frames: number; to_rate: string; to_label: string }[];
    expect(rows.length).toBeGreaterThan(100);
    for (const row of rows) {
      const [from, to] = [byName.get(row.from_rate)!, byName.get(row.to_rate)!];
      expect(formatLabel(convertFrames(row.from_frames, from, to), to), JSON.stringify(row)).toBe(row.to_label);
    }
  });
  it('to the same rate change nothing, and there and back loses under a frame of the coarser', () => {
    fc.assert(
      fc.property(anyRate, anyRate, fc.nat({ max: 2_000_000 }), (from, to, frames) => {
        expect(convertFrames(frames, from, from)).toBe(frames);
        const there = convertFrames(frames, from, to);
        const lost = elapsed(frames, from);
        const kept = elapsed(there, to);
        const gap = Number(lost.p) / Number(lost.q) - Number(kept.p) / Number(kept.q);
        expect(gap).toBeGreaterThanOrEqual(-1e-9);
        expect(gap).toBeLessThan(to.den / to.num + 1e-9);
      }),
    );
  });
  it('wraps negative frames', () => {
    expect(convertFrames(-1, RATES['25']!, RATES['50']!)).toBe(framesPerDay(RATES['50']!) - 2);
    expect(convertFrames(-1, RATES['50']!, RATES['25']!)).toBe(framesPerDay(RATES['25']!) - 1);
  });
});

describe('typed timecode', () => {
  const r25 = parseRate('25');
  const df = parseRate('29.97df');
  it.each([
    ['1212', r25, '00:00:12:12'],
    ['100', r25, '00:00:01:00'],
    ['5', r25, '00:00:00:05'],
    ['12..', r25, '00:12:00:00'],
    ['1...', r25, '01:00:00:00'],
    ['11050000', r25, '11:05:00:00'],
    ['11:05:00:00', r25, '11:05:00:00'],
    ['11;05;00;00', r25, '11:05:00:00'],
    ['11.05.00.00', r25, '11:05:00:00'],
    ['1:2:3:4', r25, '01:02:03:04'],
    ['3:04', r25, '00:00:03:04'],
    ['1h 2m 3s 4f', r25, '01:02:03:04'],
    ['2min', r25, '00:02:00:00'],
    ['“11:05:00:00”', r25, '11:05:00:00'],
    ['１１：０５：００：００', r25, '11:05:00:00'],
    ['11:05:00:00 @ 25', r25, '11:05:00:00'],
    ['11:05:00:00 25 fps', r25, '11:05:00:00'],
    ['01:00:00:02', df, '01:00:00;02'],
    ['01:00:00;02 DF', df, '01:00:00;02'],
    ['01:00:00;02 29.97df', df, '01:00:00;02'],
    ['01:00:00;02 29.97', df, '01:00:00;02'],
  ] as const)('%s', (typed, rate, right) => {
    expect(readEntry(typed, rate)).toBe(right);
  });
  it.each([
    ['', r25, 'timecode.syntax'],
    ['noon', r25, 'timecode.syntax'],
    ['123456789', r25, 'timecode.syntax'],
    ['1:2:3:4:5', r25, 'timecode.syntax'],
    ['-1', r25, 'timecode.syntax'],
    ['1234', r25, 'timecode.frame'],
    ['24000000', r25, 'timecode.hours'],
    ['00:01:00:00', df, 'timecode.dropped'],
    ['01:00:00:00 @ 24', r25, 'timecode.rate'],
    ['01:00:00;02 NDF', df, 'timecode.rate'],
    ['01:00:00:00 59.94', r25, 'timecode.rate'],
  ] as const)('%j is refused', (typed, rate, code) => {
    try {
      readEntry(typed, rate);
      expect.unreachable();
    } catch (error) {
      expect((error as InputError).code).toBe(code);
    }
  });
  it('frames that the rate does not have name the label they carry over to', () => {
    expect(() => readEntry('1234', df)).toThrow(/frames run from 00 to 29, not 34. Nearest: 00:00:13;04/);
  });
  it('a dropped label names the next that exists', () => {
    expect(() => readEntry('00:01:00:00', df)).toThrow(/minute starts at frame 02. Nearest: 00:01:00;02/);
  });
  it('reads back every label it can show, with or without its separators', () => {
    fc.assert(
      fc.property(anyRate, fc.nat(), (rate, n) => {
        const label = formatLabel(n, rate);
        expect(readEntry(label, rate)).toBe(label);
        expect(readEntry(label.replace(/\D/g, ''), rate)).toBe(label);
      }),
    );
  });
  it('a label at face value is hours, minutes, seconds and frames of its nominal rate', () => {
    expect(faceSeconds('01:02:03:12', 24)).toBe(3723.5);
    expect(faceSeconds('01:02:03;15', 30)).toBe(3723.5);
  });
});
