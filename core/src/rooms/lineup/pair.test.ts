import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { lineUpPair, refusedPair, type LinePair } from './index.ts';
import { madeSound, recorded, sourceOf, type Kind, type Microphone } from './testing.ts';

const room = (kind: Kind, seed: number) => madeSound(kind, 72, seed);
/** Two recordings of one sound, lined up: the answer beside what is true at the place it speaks of. */
function lined(sound: Float32Array, a: Microphone, b: Microphone): { pair: LinePair; errorMs: number } {
  const pair = lineUpPair(sourceOf(recorded(sound, a)), sourceOf(recorded(sound, b)));
  if (pair.refused !== null) return { pair, errorMs: NaN };
  // The common time of a file time in a, and the file time in b of that.
  const common = a.fromS + pair.atS! / (1 + (a.driftPpm ?? 0) * 1e-6);
  const inB = (common - b.fromS) * (1 + (b.driftPpm ?? 0) * 1e-6);
  return { pair, errorMs: pair.offsetMs! - (pair.atS! - inB) * 1000 };
}
const mic = (fromS: number, toS: number, more: Partial<Microphone> = {}): Microphone => ({
  ...{ fromS, toS, seed: Math.round(fromS * 7 + toS) },
  ...more,
});

describe('two recordings of one sound', () => {
  it.each([
    ['speech in a live room, as loud as the noise', 'speech', 0, 1.8, 41],
    ['speech under its noise', 'speech', -5, 0.6, -60],
    ['music with a strong beat', 'beat', 5, 0.8, 32],
    ['applause', 'applause', 0, 0.5, -17],
  ] as const)('%s: where it stands, and how its clock runs', (_, kind, snrDb, reverbS, driftPpm) => {
    const a = mic(3, 66, { snrDb, reverbS });
    const b = mic(11, 70, { snrDb, reverbS: reverbS / 2, driftPpm, band: [300, 3000] });
    const { pair, errorMs } = lined(room(kind, 11), a, b);
    expect(pair.refused).toBeNull();
    expect(Math.abs(errorMs)).toBeLessThan(snrDb < 0 ? 3 : 1);
    expect(Math.abs(pair.driftPpm! - driftPpm)).toBeLessThan(5);
    expect(pair.confidence).toBeGreaterThan(0.5);
    expect(pair.windows.filter((w) => w.fits).length).toBeGreaterThanOrEqual(3);
  });
  it('one that is clipped, and one that begins before the other ends only just', () => {
    const { errorMs } = lined(room('speech', 5), mic(0, 40, { clip: 0.1 }), mic(28, 70));
    expect(Math.abs(errorMs)).toBeLessThan(1);
  });
  it('said the other way round it is the same place', () => {
    const sound = room('speech', 8);
    const [a, b] = [mic(2, 40, { driftPpm: 20 }), mic(12, 60, { driftPpm: -20 })];
    const forth = lined(sound, a, b).pair;
    const back = lined(sound, b, a).pair;
    const offsetAt = (p: LinePair, s: number) => p.offsetMs! - p.driftPpm! * 1e-3 * (s - p.atS!);
    const inB = forth.atS! - forth.offsetMs! / 1000;
    expect(offsetAt(back, inB)).toBeCloseTo(-forth.offsetMs!, 1);
    expect(back.driftPpm!).toBeCloseTo(-forth.driftPpm!, 0);
  });
  it('where it is expected it is measured at once', () => {
    const sound = room('speech', 9);
    const [a, b] = [sourceOf(recorded(sound, mic(2, 40))), sourceOf(recorded(sound, mic(15, 60)))];
    const pair = lineUpPair(a, b, { offsetS: 13.02, atS: 30, score: 0 });
    expect(pair.offsetMs).toBeCloseTo(13_000, 0);
    expect(lineUpPair(a, b, { offsetS: 20, atS: 30, score: 0 }).refused).toBe('noCommonSound');
  });
});

describe('no is said rather than guessed', () => {
  it.each(sampled<Kind[]>(['speech', 'beat', 'applause', 'hum'], ['beat', 'hum']))(
    'of two recordings of %s that have nothing in common',
    (kind) => {
      const b =
        kind === 'hum' ? recorded(room('hum', 2), mic(0, 60, { snrDb: 10 })) : recorded(room(kind, 33), mic(0, 60));
      const pair = lineUpPair(sourceOf(recorded(room(kind, 22), mic(0, 70, { snrDb: 20 }))), sourceOf(b));
      expect(pair.refused).not.toBeNull();
      expect(pair).toMatchObject({ offsetMs: null, atS: null, driftPpm: null, confidence: 0 });
    },
  );
  it('of silence, and of less than a few seconds', () => {
    const speech = sourceOf(recorded(room('speech', 4), mic(0, 20)));
    expect(lineUpPair(speech, sourceOf(new Float32Array(80_000)))).toEqual(refusedPair('silent'));
    expect(lineUpPair(speech, sourceOf(recorded(room('speech', 4), mic(5, 8)))).refused).toBe('short');
  });
  it('of a loop that was put there again and again: every place is as good', () => {
    const bar = madeSound('speech', 4, 3);
    const loop = new Float32Array(bar.length * 15);
    for (let n = 0; n < 15; n += 1) loop.set(bar, n * bar.length);
    const pair = lineUpPair(sourceOf(loop.subarray(0, 320_000)), sourceOf(loop.subarray(40_000, 400_000)));
    expect(pair.refused).toBe('ambiguous');
    expect(pair.runnerUp).toBeGreaterThan(0.8);
  });
});
