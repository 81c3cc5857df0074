import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beats, passGrid, peaksOf, snap, tempoOfTaps, trackHoles, type Track } from './index.ts';
import { shotRow } from './testing.ts';

const track: Track = {
  id: 't',
  productionId: '',
  version: 1,
  deletedAt: null,
  name: 'Song',
  kind: 'song',
  rights: '',
  fileHash: null,
  durationS: 60,
  bpm: 120,
  firstBeatS: 0.25,
  beatsPerBar: 4,
  cues: [{ atS: 10.1, name: 'verse' }],
  peaks: [],
  position: 1,
};
const pin = (fromS: number, toS: number, shotId = 'shot-1A') => ({
  id: `${fromS}`,
  productionId: '',
  version: 1,
  deletedAt: null,
  trackId: 't',
  shotId,
  fromS,
  toS,
});

describe('a track', () => {
  it('shows gaps and overlaps, whole passes left out', () => {
    expect(trackHoles(track, [pin(0, 10), pin(8, 20), pin(30, 60), pin(0, 60)])).toEqual({
      gaps: [{ fromS: 20, toS: 30 }],
      overlaps: [{ fromS: 8, toS: 10 }],
    });
    expect(trackHoles(track, [])).toEqual({ gaps: [{ fromS: 0, toS: 60 }], overlaps: [] });
    expect(trackHoles(track, [pin(0, 30), pin(30.1, 55), pin(50, 60)]).gaps).toEqual([]);
  });
  it('gaps, single and double cover together are the whole', () => {
    const spans = fc.array(fc.tuple(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 1, max: 9 })), {
      maxLength: 12,
    });
    fc.assert(
      fc.property(spans, (list) => {
        const pins = list.map(([from, length]) => pin(from, from + length));
        const { gaps, overlaps } = trackHoles(track, pins);
        const at = (s: number) => pins.filter((p) => p.fromS <= s && s < p.toS).length;
        const inside = (part: { fromS: number; toS: number }[], s: number) =>
          part.some((p) => p.fromS <= s && s < p.toS);
        for (let s = 0.5; s < 60; s += 1) {
          expect(inside(gaps, s)).toBe(at(s) === 0);
          expect(inside(overlaps, s)).toBe(at(s) > 1);
        }
      }),
    );
  });
  it('has beats and bars, and none without a tempo', () => {
    const grid = beats(track);
    expect(grid).toHaveLength(120);
    expect(grid[4]).toEqual({ atS: 2.25, bar: true });
    expect(grid.at(-1)?.atS).toBeLessThanOrEqual(60);
    expect(beats({ ...track, bpm: null })).toEqual([]);
  });
  it('snaps to beats and cues within reach only', () => {
    expect(snap(track, 1.3)).toBe(1.25);
    expect(snap(track, 10.14)).toBe(10.1);
    expect(snap({ ...track, bpm: null }, 5)).toBe(5);
    expect(snap({ ...track, bpm: null }, 59.95)).toBe(60);
  });
});

describe('tapping', () => {
  it('finds the tempo, whatever the unsteady hand', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 50, max: 180, noNaN: true }),
        fc.array(fc.double({ min: -0.02, max: 0.02, noNaN: true }), { minLength: 8, maxLength: 24 }),
        (bpm, errors) => {
          const found = tempoOfTaps(errors.map((e, i) => 3 + (i * 60) / bpm + e));
          expect(Math.abs((found?.bpm ?? 0) - bpm) / bpm).toBeLessThan(0.03);
          expect(found?.firstBeatS).toBeLessThan(60 / bpm + 0.05);
        },
      ),
    );
  });
  it('wants four taps that go on', () => {
    expect(tempoOfTaps([1, 2, 3])).toBeNull();
    expect(tempoOfTaps([2, 2, 2, 2])).toBeNull();
  });
});

describe('the grid of passes', () => {
  it('has a row a light and outfit, a column a pass, and what is got', () => {
    const shots = [
      shotRow('1A', { setupId: 'L1', outfit: 'coat', pass: 'wide' }),
      shotRow('1B', { setupId: 'L1', outfit: 'coat', pass: 'tight' }),
      shotRow('1C', { setupId: 'L2', outfit: '', pass: 'wide' }),
      shotRow('1D', { setupId: 'L2', pass: 'tight' }),
    ];
    const pins = [pin(0, 60, 'shot-1A'), pin(0, 58, 'shot-1B'), pin(1, 60, 'shot-1C'), pin(0, 20, 'shot-1D')];
    const grid = passGrid(track, pins, shots, new Map([['shot-1B', 'got']]));
    expect(grid.passes).toEqual(['wide', 'tight']);
    expect(grid.rows.map((r) => [r.setupId, r.outfit, r.cells.map((c) => [c.shots.length, c.got])])).toEqual([
      [
        'L1',
        'coat',
        [
          [1, 0],
          [1, 1],
        ],
      ],
      [
        'L2',
        '',
        [
          [1, 0],
          [0, 0],
        ],
      ],
    ]);
  });
});

describe('peaks', () => {
  it('are the loudest of each part of all channels', () => {
    expect(peaksOf([Float32Array.of(0, 0.5, -1, 0), Float32Array.of(0.1, 0, 0, 0.2)], 2)).toEqual([128, 255]);
    expect(peaksOf([Float32Array.of(3)], 10)).toEqual([255]);
    expect(peaksOf([], 4)).toEqual([0]);
  });
});
