import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { InputError } from '../errors/index.ts';
import {
  RATES,
  formatLabel,
  framesAt,
  framesPerDay,
  framesToMs,
  parseLabel,
  parseRate,
  rateName,
  rateSaid,
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
