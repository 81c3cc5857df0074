import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { mediaNight, nightLevers, type NightPlan } from './index.ts';
import { simulateNight } from './nightFlow.ts';

const MB = 1e6;
const GB = 1e9;
const drive = (id: string, mbPerS: number, more: Partial<NightPlan['drives'][number]> = {}) => ({
  ...{ id, freeBytes: null, writeBytesPerS: mbPerS * MB, readBytesPerS: mbPerS * MB, stage: 'first' as const },
  ...more,
});
const plan = (more: Partial<NightPlan> = {}): NightPlan => ({
  cards: [{ id: 'A', bytes: 60 * GB, readyS: 0 }],
  readers: [{ id: 'r1', bytesPerS: 300 * MB }],
  drives: [drive('fast', 600)],
  ...{ swapS: 0, sleep: null, verify: false },
  ...more,
});
const cards = (...gb: number[]) => gb.map((g, i) => ({ id: `c${i}`, bytes: g * GB, readyS: 0 }));

describe('a night’s copying', () => {
  it('one card goes at the speed of the slowest it goes through', () => {
    expect(mediaNight(plan()).finishS).toBeCloseTo(200);
    expect(mediaNight(plan({ drives: [drive('fast', 600), drive('slow', 100)] })).finishS).toBeCloseTo(600);
  });
  it('two readers share a drive, and what one leaves the other has', () => {
    const readers = [
      { id: 'r1', bytesPerS: 300 * MB },
      { id: 'r2', bytesPerS: 100 * MB },
    ];
    // 300 a second are left of the drive’s 400 beside the slow reader’s 100: both go at their own speed.
    const both = mediaNight(plan({ readers, cards: cards(30, 10), drives: [drive('d', 400)] }));
    expect(both.finishS).toBeCloseTo(100);
    // Of 200 each has 100.
    const tight = mediaNight(plan({ readers, cards: cards(10, 10), drives: [drive('d', 200)] }));
    expect(tight.finishS).toBeCloseTo(100);
  });
  it('read back it takes as long again on the drive, while the reader has the next card', () => {
    const night = mediaNight(
      plan({ verify: true, cards: cards(60, 60), readers: [{ id: 'r1', bytesPerS: 300 * MB }] }),
    );
    const read = night.bars.filter((b) => b.kind === 'read');
    const back = night.bars.filter((b) => b.kind === 'verify');
    expect(back[0]!.fromS).toBeCloseTo(read[0]!.toS);
    expect(read[1]!.fromS).toBeCloseTo(read[0]!.toS);
  });
  it('the second stage begins once the first copies are read back, and needs no hand', () => {
    const night = mediaNight(
      plan({ verify: true, drives: [drive('fast', 600), drive('slow', 150, { stage: 'second' })] }),
    );
    expect(night.bars.map((b) => [b.kind, b.from, Math.round(b.fromS), Math.round(b.toS)])).toEqual([
      ['read', 'r1', 0, 200],
      ['verify', 'fast', 200, 300],
      ['second', 'fast', 300, 700],
      ['verifySecond', 'slow', 700, 1100],
    ]);
    expect(night.cardDoneS.A).toBeCloseTo(300);
    expect(night.lastHandS).toBe(0);
  });
  it('nobody swaps a card in their sleep: it waits until they are up', () => {
    const night = mediaNight(plan({ cards: cards(60, 60), swapS: 60, sleep: { fromS: 100, toS: 20_000 } }));
    expect(night.swaps.map((s) => [s.atS, s.outId])).toEqual([
      [0, null],
      [20_000, expect.any(String)],
    ]);
    expect(night.finishS).toBeCloseTo(20_260);
  });
  it('a hand is there again the moment sleep ends, and until the moment it begins', () => {
    const asleepFrom = (readyS: number) =>
      mediaNight(plan({ cards: [{ id: 'A', bytes: GB, readyS }], sleep: { fromS: 100, toS: 900 } })).swaps[0]!.atS;
    expect([99, 100, 500, 899, 900, 1000].map(asleepFrom)).toEqual([99, 900, 900, 900, 900, 1000]);
  });
  it('the quicker of two free readers is fed first', () => {
    const readers = [
      { id: 'slow', bytesPerS: 50 * MB },
      { id: 'quick', bytesPerS: 300 * MB },
    ];
    const night = mediaNight(plan({ readers, cards: cards(60, 10) }));
    expect(night.swaps[0]).toMatchObject({ readerId: 'quick' });
  });
  it('a card still in its camera is waited for', () =>
    expect(mediaNight(plan({ cards: [{ id: 'A', bytes: 60 * GB, readyS: 500 }] })).finishS).toBeCloseTo(700));
  it('what is out already is copied first, whatever still comes', () => {
    const late = { id: 'late', bytes: 60 * GB, readyS: 5000 };
    const night = mediaNight(plan({ cards: [late, { id: 'now', bytes: 60 * GB, readyS: 0 }] }));
    expect(night.swaps.map((s) => [s.cardId, s.atS])).toEqual([
      ['now', 0],
      ['late', 5000],
    ]);
  });
  it('a drive without room is named with what is lacking', () => {
    const full = (...freeBytes: (number | null)[]) =>
      mediaNight(plan({ drives: freeBytes.map((free, i) => drive(`d${i}`, 600, { freeBytes: free })) })).full;
    expect(full(50 * GB)).toEqual([{ driveId: 'd0', lackingBytes: 10 * GB }]);
    // Of one whose room nobody has seen nothing is said, nor of one that just takes it.
    expect(full(null, 60 * GB)).toEqual([]);
  });
  it('nothing to copy is done at once', () =>
    expect(mediaNight(plan({ cards: [], readers: [], drives: [] }))).toMatchObject({
      finishS: 0,
      lastHandS: 0,
      bars: [],
    }));
  it('is refused in words without a reader, a drive, or with one name twice', () => {
    expect(() => mediaNight(plan({ readers: [] }))).toThrow('There is no reader');
    expect(() => mediaNight(plan({ drives: [drive('d', 1, { stage: 'second' })] }))).toThrow('no drive that cards');
    expect(() => mediaNight(plan({ drives: [drive('r1', 9)] }))).toThrow('“r1” is there twice.');
    expect(() => mediaNight(plan({ sleep: { fromS: 9, toS: 1 } }))).toThrow('Sleep ends before it begins.');
  });
});

describe('any night', () => {
  const some = fc.record({
    gb: fc.array(fc.integer({ min: 1, max: 200 }), { minLength: 1, maxLength: 5 }),
    readers: fc.array(fc.integer({ min: 40, max: 500 }), { minLength: 1, maxLength: 3 }),
    first: fc.array(fc.integer({ min: 40, max: 900 }), { minLength: 1, maxLength: 2 }),
    second: fc.array(fc.integer({ min: 20, max: 200 }), { maxLength: 2 }),
    verify: fc.boolean(),
  });
  const made = (s: {
    gb: number[];
    readers: number[];
    first: number[];
    second: number[];
    verify: boolean;
  }): NightPlan => ({
    cards: cards(...s.gb),
    readers: s.readers.map((mb, i) => ({ id: `r${i}`, bytesPerS: mb * MB })),
    drives: [
      ...s.first.map((mb, i) => drive(`f${i}`, mb)),
      ...s.second.map((mb, i) => drive(`s${i}`, mb, { stage: 'second' })),
    ],
    ...{ swapS: 30, sleep: null, verify: s.verify },
  });
  it('every card is on every drive once, read back where that is asked, and nothing goes faster than what it goes through', () => {
    fc.assert(
      fc.property(some, (s) => {
        const night = mediaNight(made(s));
        const of = (kind: string) => night.bars.filter((b) => b.kind === kind);
        expect(of('read')).toHaveLength(s.gb.length);
        expect(of('verify')).toHaveLength(s.verify ? s.gb.length * s.first.length : 0);
        expect(of('second')).toHaveLength(s.gb.length * s.second.length);
        for (const b of of('read')) {
          const most = Math.min(s.readers[Number(b.from.slice(1))]! * MB, ...s.first.map((mb) => mb * MB));
          expect(s.gb[Number(b.cardId.slice(1))]! * GB).toBeLessThanOrEqual((b.toS - b.fromS) * most * (1 + 1e-6));
        }
      }),
      { numRuns: sampled(60, 20) },
    );
  });
  it('is never done before all bytes went through the readers and each drive; and no order of the cards has the last hand sooner', () => {
    fc.assert(
      fc.property(some, (s) => {
        const night = mediaNight(made(s));
        const total = s.gb.reduce((t, g) => t + g * GB, 0);
        expect(night.finishS * s.readers.reduce((t, mb) => t + mb * MB, 0)).toBeGreaterThanOrEqual(total * (1 - 1e-6));
        for (const mb of s.first)
          expect(night.finishS * mb * MB).toBeGreaterThanOrEqual(total * (s.verify ? 2 : 1) * (1 - 1e-6));
        const reversed = simulateNight(
          made(s),
          s.gb.map((_, i) => s.gb.length - 1 - i),
        );
        const last = Math.max(0, ...reversed.swaps.map((x) => x.atS + 30));
        expect(night.lastHandS).toBeLessThanOrEqual(last + 1e-6);
        expect(night.proven).toBe(true);
      }),
      { numRuns: sampled(40, 13) },
    );
  });
  it('comes to an end also where cards come out hours from now, when seconds are coarse beside a byte', () => {
    const late = fc.array(
      fc.record({ bytes: fc.double({ min: 1, max: 4e11, noNaN: true }), readyS: fc.integer({ max: 600_000, min: 0 }) }),
      {
        minLength: 1,
        maxLength: 3,
      },
    );
    fc.assert(
      fc.property(late, (list) => {
        const night = mediaNight({
          ...made({ gb: [1], readers: [333, 287], first: [401, 397], second: [131], verify: true }),
          cards: list.map((c, i) => ({ id: `c${i}`, ...c })),
        });
        expect(night.bars).toHaveLength(list.length * 5);
      }),
      { numRuns: sampled(150, 50) },
    );
  });
  it('with more cards than are tried whole it is within two hundredths of the best order found by trying many', () => {
    const p = made({
      gb: [120, 40, 40, 90, 10, 70, 25, 60],
      readers: [200, 300],
      first: [500],
      second: [],
      verify: true,
    });
    const night = mediaNight(p);
    expect(night.proven).toBe(false);
    let best = Infinity;
    const tryAll = (order: number[], left: number[]) => {
      if (left.length === 0) {
        best = Math.min(best, Math.max(...simulateNight(p, order).swaps.map((s) => s.atS + 30)));
        return;
      }
      // Every third choice: some thousand of the forty thousand orders.
      left.forEach((c, i) => {
        if (order.length < 2 || (i + order.length) % 3 === 0)
          tryAll(
            [...order, c],
            left.filter((x) => x !== c),
          );
      });
    };
    tryAll(
      [],
      p.cards.map((_, i) => i),
    );
    expect(night.lastHandS).toBeLessThanOrEqual(best * 1.02);
  });
});

describe('what would make it sooner', () => {
  const night = plan({
    ...{ cards: cards(60, 60, 60), swapS: 60, verify: true },
    drives: [drive('fast 1', 500), drive('fast 2', 300), drive('slow', 120, { stage: 'second' })],
    readers: [{ id: 'r1', bytesPerS: 200 * MB }],
  });
  it('is told with its minutes, and what it breaks', () => {
    const levers = nightLevers(night, { policyCopies: 3 });
    expect(levers.map((l) => [l.key, l.breaks])).toEqual([
      ['reader', ''],
      ['laterStage', 'the policy, until then'],
      ['fewer', 'the policy'],
    ]);
    expect(levers[0]!.sleepSoonerS).toBeGreaterThan(200);
    expect(levers[1]).toMatchObject({ sleepSoonerS: 0 });
    expect(levers[1]!.doneSoonerS).toBeGreaterThan(1000);
  });
  it('what gains nothing is not offered', () => expect(nightLevers(plan(), { policyCopies: 1 })).toEqual([]));
  it('one drive less is done without the slowest, and gains what it held up', () => {
    const levers = nightLevers(plan({ drives: [drive('fast', 600), drive('slow', 100)] }), { policyCopies: 1 });
    expect(levers).toEqual([
      expect.objectContaining({ key: 'fewer', without: 'slow', breaks: '', doneSoonerS: expect.closeTo(400, 3) }),
    ]);
  });
});
