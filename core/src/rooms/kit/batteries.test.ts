import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { batteryDay, coldShare, type BatteryDay, type PoweredDevice } from './index.ts';

const device = (more: Partial<PoweredDevice> = {}): PoweredDevice => ({
  ...{ id: 'A', watts: null, packWh: null, packMin: 60, packs: 9, swapMin: 1, charge: null },
  on: [{ fromMin: 480, toMin: 540, level: 1 }],
  ...more,
});
const day = (d: PoweredDevice, more: Partial<BatteryDay> = {}) =>
  batteryDay({ devices: [d], temperatureC: null, reserve: 0, ...more }).devices[0]!;
const span = (fromMin: number, toMin: number, level = 1) => ({ fromMin, toMin, level });

describe('how long a pack lasts', () => {
  it('by its watt-hours over the draw, less in the cold, less what is left in it', () => {
    const d = device({ packMin: null, watts: 30, packWh: 60 });
    expect(day(d).lastsMin).toBe(120);
    expect(day(d, { temperatureC: 0, reserve: 0.1 }).lastsMin).toBeCloseTo(120 * 0.8 * 0.9);
  });
  it('typical for the cold, in a line between, and never more than whole', () => {
    const wanted = [0.5, 0.5, 0.725, 0.8, 1, 1];
    [-30, -20, -5, 0, 20, 40].forEach((celsius, i) => expect(coldShare(celsius)).toBeCloseTo(wanted[i]!, 9));
    expect(coldShare(null)).toBe(1);
  });
  it('and who said neither is asked', () =>
    expect(() => day(device({ packMin: null, watts: 30 }))).toThrow(/packMin, or watts and packWh/));
});

describe('swaps', () => {
  it('none while one lasts, at half its draw for twice as long', () => {
    expect(day(device()).swaps).toEqual([]);
    expect(day(device({ on: [span(480, 600, 0.5)] })).swaps).toEqual([]);
    expect(day(device({ on: [span(480, 601, 0.5)] })).swaps).toEqual([{ atMin: 600, whileOn: true }]);
  });
  it('before a span that the pack would not last, so that nothing stops in it', () =>
    expect(day(device({ on: [span(480, 520), span(600, 640)] })).swaps).toEqual([{ atMin: 600, whileOn: false }]));
  it('not before one that has to be stopped as often anyhow', () =>
    expect(day(device({ on: [span(480, 500), span(600, 690)] })).swaps).toEqual([{ atMin: 640, whileOn: true }]));
  it('packs charged again come back, and fewer are needed', () => {
    const on = [0, 1, 2, 3].map((i) => span(480 + i * 60, 540 + i * 60));
    expect(day(device({ on })).packsNeeded).toBe(4);
    expect(day(device({ on, charge: { min: 50, slots: 1 } })).packsNeeded).toBe(2);
    expect(day(device({ on, charge: { min: 110, slots: 2 } }))).toMatchObject({ packsNeeded: 3, chargedMin: 771 });
  });
  it('with too few it says when it stands', () => {
    const on = [span(480, 700)];
    expect(day(device({ on, packs: 2 }))).toMatchObject({ packsNeeded: 4, short: 2, emptyAtMin: 600 });
    expect(day(device({ on, packs: 0 }))).toMatchObject({ short: 4, emptyAtMin: 480 });
    expect(day(device({ on: [], packs: 0 }))).toMatchObject({ packsNeeded: 0, short: 0, emptyAtMin: null });
  });
  it('refuses spans that overlap or end before they begin', () => {
    expect(() => day(device({ on: [span(480, 540), span(530, 600)] }))).toThrow(/twice at once/);
    expect(() => day(device({ on: [span(480, 480)] }))).toThrow(/off before it is on/);
  });

  it('each pack gives no more than it holds, and no number of packs fewer would do', () => {
    const spans = fc
      .array(
        fc.record({
          gap: fc.integer({ min: 0, max: 60 }),
          length: fc.integer({ min: 1, max: 200 }),
          level: fc.constantFrom(0.25, 0.5, 1),
        }),
        {
          ...{ minLength: 1, maxLength: 8 },
        },
      )
      .map((list) => {
        let at = 480;
        return list.map(({ gap, length, level }) => {
          const from = at + gap;
          at = from + length;
          return span(from, at, level);
        });
      });
    const charge = fc.option(
      fc.record({ min: fc.integer({ min: 10, max: 200 }), slots: fc.integer({ min: 1, max: 3 }) }),
      { nil: null },
    );
    fc.assert(
      fc.property(spans, charge, fc.integer({ min: 20, max: 150 }), (on, c, packMin) => {
        const found = day(device({ on, charge: c, packMin }));
        const usedBetween = (from: number, to: number) =>
          on.reduce((sum, s) => sum + Math.max(0, Math.min(to, s.toMin) - Math.max(from, s.fromMin)) * s.level, 0);
        const edges = [480, ...found.swaps.map((s) => s.atMin), 1e9];
        for (let i = 1; i < edges.length; i += 1)
          expect(usedBetween(edges[i - 1]!, edges[i]!)).toBeLessThanOrEqual(packMin + 1e-6);
        expect(day(device({ on, charge: c, packMin, packs: found.packsNeeded })).short).toBe(0);
        expect(day(device({ on, charge: c, packMin, packs: found.packsNeeded - 1 })).emptyAtMin).not.toBeNull();
        expect(day(device({ on, charge: null, packMin })).packsNeeded).toBe(found.swaps.length + 1);
      }),
    );
  });
});
