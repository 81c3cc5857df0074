import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chargePlan, type ChargePlan } from './index.ts';

const plan = (more: Partial<ChargePlan> = {}): ChargePlan => ({
  packs: [{ id: 'large', count: 2, chargeMin: 180, fits: 'plate' }],
  chargers: [{ id: 'twin', slots: 2, fits: 'plate', unattended: false }],
  ...{ sockets: null, swapMin: 1, sleep: null, wantedMin: 600 },
  ...more,
});
const NIGHT = { fromMin: 200, toMin: 560 };

describe('what charges when', () => {
  it('as many at once as there are slots, the rest after', () => {
    expect(chargePlan(plan()).finishMin).toBe(181);
    const five = chargePlan(plan({ packs: [{ id: 'large', count: 5, chargeMin: 180, fits: 'plate' }] }));
    expect(five.finishMin).toBe(543);
    expect(five.ready).toEqual({ large: 5 });
  });
  it('not while nobody is awake, but where somebody chose so', () => {
    const four = { packs: [{ id: 'large', count: 4, chargeMin: 180, fits: 'plate' }], sleep: NIGHT };
    const watched = chargePlan(plan(four));
    expect([watched.ready.large, watched.lacking.large]).toEqual([2, 2]);
    const chargers = [{ id: 'twin', slots: 2, fits: 'plate', unattended: true }];
    expect(chargePlan(plan({ ...four, chargers })).ready.large).toBe(4);
  });
  it('nothing in what takes no such pack, and nothing without a socket', () => {
    expect(chargePlan(plan({ packs: [{ id: 'x', count: 1, chargeMin: 60, fits: 'other' }] })).lacking).toEqual({
      x: 1,
    });
    const chargers = [
      { id: 'one', slots: 1, fits: 'plate', unattended: false },
      { id: 'four', slots: 4, fits: 'plate', unattended: false },
    ];
    const found = chargePlan(plan({ chargers, sockets: 1 }));
    expect(found.unplugged).toEqual(['one']);
    expect(found.bars.every((b) => b.chargerId === 'four')).toBe(true);
  });
  it('is told in the order in which it is put in: by the time, then charger and slot', () => {
    const chargers = [
      { id: 'b', slots: 2, fits: 'plate', unattended: false },
      { id: 'a', slots: 1, fits: 'plate', unattended: false },
    ];
    const { bars } = chargePlan(plan({ packs: [{ id: 'large', count: 5, chargeMin: 180, fits: 'plate' }], chargers }));
    expect(bars.map((x) => `${x.chargerId}${x.slot}`)).toEqual(['a1', 'b1', 'b2', 'a1', 'b1']);
    expect(bars.map((x) => x.fromMin)).toEqual([...bars.map((x) => x.fromMin)].sort((x, y) => x - y));
  });
  it('refuses what is there twice', () =>
    expect(() => chargePlan(plan({ chargers: [...plan().chargers, ...plan().chargers] }))).toThrow(/twice/));

  it('never two packs in one slot, none put in asleep, none unwatched without leave, each counted once', () => {
    const packs = fc
      .array(
        fc.record({
          count: fc.integer({ min: 0, max: 6 }),
          chargeMin: fc.integer({ min: 10, max: 300 }),
          fits: fc.constantFrom('a', 'b'),
        }),
        {
          ...{ minLength: 1, maxLength: 4 },
        },
      )
      .map((list) => list.map((p, i) => ({ ...p, id: `p${i}` })));
    const chargers = fc
      .array(
        fc.record({ slots: fc.integer({ min: 1, max: 4 }), fits: fc.constantFrom('a', 'b'), unattended: fc.boolean() }),
        { maxLength: 4 },
      )
      .map((list) => list.map((c, i) => ({ ...c, id: `c${i}` })));
    const sleep = fc.option(
      fc.record({ fromMin: fc.integer({ min: 0, max: 300 }), toMin: fc.integer({ min: 301, max: 900 }) }),
      { nil: null },
    );
    fc.assert(
      fc.property(packs, chargers, sleep, fc.integer({ min: 0, max: 1000 }), (p, c, s, wantedMin) => {
        const asked = { packs: p, chargers: c, sleep: s, wantedMin, sockets: null, swapMin: 1 };
        const { bars, ready, lacking } = chargePlan(asked);
        for (const one of p) {
          expect(ready[one.id]! + lacking[one.id]!).toBe(one.count);
          expect(bars.filter((b) => b.packId === one.id)).toHaveLength(ready[one.id]!);
        }
        for (const b of bars) {
          const charger = c.find((x) => x.id === b.chargerId)!;
          expect(b.toMin).toBeLessThanOrEqual(wantedMin);
          expect(charger.fits).toBe(p.find((x) => x.id === b.packId)!.fits);
          if (s) {
            expect(b.fromMin > s.fromMin && b.fromMin < s.toMin).toBe(false);
            if (!charger.unattended) expect(b.fromMin < s.toMin && b.toMin > s.fromMin).toBe(false);
          }
          const others = bars.filter((o) => o !== b && o.chargerId === b.chargerId && o.slot === b.slot);
          for (const o of others) expect(o.toMin <= b.fromMin || b.toMin <= o.fromMin).toBe(true);
        }
      }),
    );
  });
});
