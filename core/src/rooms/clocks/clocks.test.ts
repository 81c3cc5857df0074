import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RATES, formatLabel, framesAt, timeOfDayFrames, type Rate } from '../../base/timecode/index.ts';
import {
  clockStates,
  halfFrameMs,
  standInFrames,
  standInOffsetMs,
  type Clock,
  type Jam,
  driftMs,
  facePace,
  findClockFault,
  measuredPpm,
  offsetSaid,
  rejamMinutes,
  type LabelPair,
} from './index.ts';

const r = (name: string) => RATES[name]!;

/** Pairs of a device whose label at an instant (seconds since midnight) is given by `found`. */
function pairs(expectedRate: Rate, instants: number[], found: (s: number, i: number) => string): LabelPair[] {
  return instants.map((s, i) => ({
    atSeconds: s,
    expected: formatLabel(timeOfDayFrames(s * 1000, expectedRate), expectedRate),
    found: found(s, i),
  }));
}
const labelAt = (seconds: number, rate: Rate) => formatLabel(framesAt(seconds * 1000, rate), rate);
const morning = [28_800, 30_000, 32_400, 36_000, 39_900, 43_300];

describe('drift', () => {
  it('and re-jam agree: at that minute the clocks are the tolerance apart', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 200, noNaN: true }),
        fc.double({ min: 1, max: 100, noNaN: true }),
        (ppm, toleranceMs) => {
          for (const signed of [ppm, -ppm]) {
            const minutes = rejamMinutes(signed, toleranceMs)!;
            expect(Math.abs(driftMs(signed, minutes * 60))).toBeCloseTo(toleranceMs, 6);
            expect(measuredPpm(driftMs(signed, 3600), 3600)).toBeCloseTo(signed, 6);
          }
        },
      ),
    );
    expect(rejamMinutes(0, 20)).toBeNull();
  });
  it('the face of a non-drop clock loses 3.6 s an hour, a drop-frame one gains 86.4 ms a day', () => {
    expect((1 - facePace(r('24000/1001'))) * 3603.6).toBeCloseTo(3.6, 9);
    expect((facePace(r('30000/1001df')) - 1) * 86400).toBeCloseTo(0.0864, 4);
    expect(facePace(r('25'))).toBe(1);
  });
});

describe('faults', () => {
  const find = (p: LabelPair[], rate = r('25'), foundRate = rate) =>
    findClockFault({ pairs: p, expectedRate: rate, foundRate });
  it('labels that agree are said to', () => {
    expect(find(pairs(r('25'), morning, (s) => labelAt(s + 0.2, r('25'))))).toMatchObject({
      cause: 'none',
      sure: true,
    });
  });
  it.each([
    [3600, 60, '1 h ahead'],
    [-7200, -120, '2 h behind'],
    [20_700, 345, '5 h 45 min ahead'],
    [-41_400, -690, '11 h 30 min behind'],
  ])('another zone, %i s off', (off, figure, words) => {
    const fault = find(pairs(r('25'), morning, (s) => labelAt(s + off + 0.4, r('25'))));
    expect(fault).toMatchObject({ cause: 'zone', figure, unit: 'min', sure: true });
    expect(fault.words.replaceAll('\u00a0', ' ')).toContain(words);
  });
  it('across midnight too', () => {
    const night = [82_000, 84_000, 86_000, 88_000, 90_000];
    const fault = find(pairs(r('25'), night, (s) => labelAt(s + 3600, r('25'))));
    expect(fault).toMatchObject({ cause: 'zone', figure: 60 });
  });
  it('a clock set by hand', () => {
    expect(find(pairs(r('25'), morning, (s) => labelAt(s + 47.4, r('25'))))).toMatchObject({
      cause: 'set',
      unit: 'ms',
    });
  });
  it('the wrong date, with the right time', () => {
    const p = pairs(r('25'), morning, (s) => labelAt(s, r('25'))).map((x) => ({
      ...x,
      expectedDate: '2027-03-18',
      foundDate: '2027-03-17',
    }));
    expect(find(p)).toMatchObject({ cause: 'date', figure: -1, words: 'The time is right, the date is 1 day behind.' });
  });
  it('a rate that differs in its own words', () => {
    const fault = find(
      pairs(r('25'), morning, (s) => labelAt(s, r('24000/1001'))),
      r('25'),
      r('24000/1001'),
    );
    expect(fault.cause).toBe('rate');
    expect(fault.figure).toBeCloseTo(-3596.4, 1);
    expect(fault.words).toContain('23.976');
  });
  it('a drop flag that differs', () => {
    const fault = find(
      pairs(r('30000/1001df'), morning, (s) => labelAt(s, r('30000/1001'))),
      r('30000/1001df'),
      r('30000/1001'),
    );
    expect(fault.cause).toBe('drop');
    expect(fault.words).toMatch(/29.97 non-drop, the job 29.97 drop/);
  });
  it('a wrong rate together with a wrong zone: both are said', () => {
    const start = morning[0]!;
    const found = (s: number) => labelAt(start + 3600 + (s - start) * facePace(r('24000/1001')), r('24'));
    const fault = find(pairs(r('25'), morning, found), r('25'), r('24000/1001'));
    expect(fault.cause).toBe('rate');
    expect(fault.words).toMatch(/also stands 1\u00a0h ahead/);
  });
  it('a rate that is wrong without saying so shows in the slope', () => {
    const start = morning[0]!;
    const slow = (s: number, rate: Rate) => labelAt(start + (s - start) / 1.001, rate);
    expect(
      find(
        pairs(r('24'), morning, (s) => slow(s, r('24'))),
        r('24'),
      ),
    ).toMatchObject({ cause: 'rate', sure: false });
    const df = r('30000/1001df');
    expect(
      find(
        pairs(df, morning, (s) => slow(s, df)),
        df,
      ).cause,
    ).toBe('drop');
    const fault = find(pairs(r('25'), morning, (s) => labelAt(start + (s - start) * 0.96, r('25'))));
    expect(fault.cause).toBe('rate');
    expect(fault.words).toContain('4.00 % too slow');
  });
  it('a free clock by its drift', () => {
    const start = morning[0]!;
    const fault = find(pairs(r('25'), [...morning, 72_000, 115_000], (s) => labelAt(s + (s - start) * 45e-6, r('25'))));
    expect(fault.cause).toBe('drift');
    expect(Math.abs(fault.figure! - 45)).toBeLessThan(1);
  });
  it('record run by labels that stand still between clips', () => {
    const clipSeconds = 90;
    const p = pairs(r('25'), morning, (_s, i) => labelAt(36_000 + i * clipSeconds, r('25'))).map((x) => ({
      ...x,
      clipSeconds,
    }));
    expect(find(p)).toMatchObject({ cause: 'recordRun', figure: null });
  });
  it('what fits nothing is said to, rather than guessed', () => {
    const jumps = [5, 4000, -700, 90, 2500, -3000];
    expect(find(pairs(r('25'), morning, (s, i) => labelAt(s + jumps[i]!, r('25'))))).toMatchObject({
      cause: 'unknown',
      sure: false,
    });
  });
  it('one pair alone is not sure', () => {
    expect(find(pairs(r('25'), [40_000], (s) => labelAt(s + 3600, r('25'))))).toMatchObject({
      cause: 'zone',
      sure: false,
      slopePpm: null,
    });
  });
  it('names any zone on any morning, with the log up to a second off', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -47, max: 47 }).filter((n) => n !== 0),
        fc.array(fc.tuple(fc.integer({ min: 21_600, max: 72_000 }), fc.double({ min: -1, max: 1, noNaN: true })), {
          minLength: 2,
          maxLength: 12,
        }),
        fc.constantFrom('24', '25', '30', '50', '30000/1001df'),
        (steps, times, name) => {
          const sorted = [...times].sort((a, b) => a[0] - b[0]);
          const p = pairs(
            r(name),
            sorted.map(([s]) => s),
            (s, i) => labelAt(s + 172_800 + steps * 900 + sorted[i]![1] * 0.7, r(name)),
          );
          expect(find(p, r(name))).toMatchObject({ cause: 'zone', figure: steps * 15 });
        },
      ),
    );
  });
  it('a label that does not exist is refused with its place', () => {
    expect(() => find([{ atSeconds: 0, expected: '00:00:00:00', found: '25:00:00:00' }])).toThrow(
      expect.objectContaining({ code: 'timecode.hours', path: ['pairs', 0, 'found'] }),
    );
  });
});

describe('words', () => {
  it.each([
    [4.26, '4.3 ms ahead'],
    [-40, '40 ms behind'],
    [12_400, '12.4 s ahead'],
    [59_990, '1 min ahead'],
    [-3_600_000, '1 h behind'],
    [3_661_000, '1 h 1 min 1 s ahead'],
  ])('%d ms is %s', (ms, words) => expect(offsetSaid(ms).replaceAll('\u00a0', ' ')).toBe(words));
});

describe('standing', () => {
  const H = 3_600_000;
  const clock = (id: string, over: Partial<Clock> = {}): Clock => ({
    id,
    productionId: 'p',
    version: 1,
    deletedAt: null,
    name: id,
    kind: 'camera',
    cameraId: null,
    followsId: 'box',
    link: 'jam',
    rate: '25',
    statedPpm: 10,
    toleranceMs: null,
    simulated: null,
    position: 1,
    ...over,
  });
  const box = clock('box', {
    kind: 'box',
    followsId: null,
    statedPpm: 1,
    simulated: { ppm: 0.5, offsetMs: 0, setAtMs: 0 },
  });
  let jamId = 0;
  const jam = (clockId: string, atMs: number, foundOffsetMs: number | null = null): Jam => ({
    id: `j${(jamId += 1)}`,
    productionId: 'p',
    version: 1,
    deletedAt: null,
    clockId,
    sourceId: 'box',
    atMs,
    foundOffsetMs,
    note: '',
  });
  const stateOf = (a: Clock, jams: Jam[], nowMs: number) => clockStates([box, a], jams, nowMs)[1]!;

  it('stated tolerances add: ±10 and ±1 ppm reach half a frame at 25 after half an hour', () => {
    const a = stateOf(clock('A'), [jam('A', 0)], 10 * 60_000);
    expect(a.ppm).toEqual({ value: 11, from: 'stated' });
    expect(a.toleranceMs).toBe(20);
    expect(a.jamByMs! / 60_000).toBeCloseTo(30.3, 1);
    expect(a.standing).toBe('inStep');
    expect(stateOf(clock('A'), [jam('A', 0)], 20 * 60_000).standing).toBe('inStep');
    expect(stateOf(clock('A'), [jam('A', 0)], 24 * 60_000).standing).toBe('soon');
    expect(stateOf(clock('A'), [jam('A', 0)], 31 * 60_000).standing).toBe('due');
  });
  it('what was found at a jam stands above what is stated', () => {
    const a = stateOf(clock('A'), [jam('A', 0), jam('A', 2 * H, 28.8)], 2 * H + 60_000);
    expect(a.ppm!.from).toBe('measured');
    expect(a.ppm!.value).toBeCloseTo(4, 9);
    expect((a.jamByMs! - 2 * H) / 60_000).toBeCloseTo(83.3, 1);
  });
  it('a wrong setting found at a jam, or two jams in a row, are no measure of drift', () => {
    expect(stateOf(clock('A'), [jam('A', 0), jam('A', H, 3_600_000)], H).ppm!.from).toBe('stated');
    expect(stateOf(clock('A'), [jam('A', 0), jam('A', 60_000, 5)], H).ppm!.from).toBe('stated');
    expect(stateOf(clock('A'), [jam('A', 0), jam('A', H, null)], H).ppm!.from).toBe('stated');
  });
  it('one that was never jammed, one that is locked, a source and a circle are said to be so', () => {
    expect(stateOf(clock('A'), [], H)).toMatchObject({ standing: 'never', jamByMs: null });
    expect(stateOf(clock('A', { link: 'locked' }), [], H).standing).toBe('locked');
    expect(clockStates([box], [], H)[0]!.standing).toBe('source');
    const [a, b] = clockStates([clock('A', { followsId: 'B' }), clock('B', { followsId: 'A' })], [], 0);
    expect([a!.standing, b!.standing]).toEqual(['circle', 'circle']);
    expect(stateOf(clock('A', { followsId: 'gone' }), [], 0).standing).toBe('source');
  });
  it('a follower at another rate is told that jamming does not help', () => {
    expect(stateOf(clock('B', { rate: '24000/1001' }), [jam('B', 0)], 0).rateFault).toMatch(/counts 23.976, box 25/);
    expect(stateOf(clock('A'), [], 0).rateFault).toBeNull();
  });
  it('a stand-in is off by its setting until it is jammed, then by its drift against its source', () => {
    const c = clock('C', { simulated: { ppm: 18.5, offsetMs: H, setAtMs: 0 } });
    expect(standInOffsetMs(c, box, [], H)).toBeCloseTo(H + 64.8, 6);
    expect(standInOffsetMs(c, box, [jam('C', H)], 2 * H)).toBeCloseTo(64.8, 6);
    expect(standInOffsetMs(c, box, [jam('C', 3 * H)], 2 * H)).toBeGreaterThan(H);
    expect(standInOffsetMs(clock('D'), box, [], H)).toBeNull();
    expect(stateOf(c, [jam('C', 0)], 2 * H).readingMs).toBeCloseTo(129.6, 6);
  });
  it('a stand-in that reports is believed before what is stated', () => {
    const a = stateOf(clock('A', { simulated: { ppm: 4.5, offsetMs: 0, setAtMs: 0 } }), [jam('A', 0)], H);
    expect(a.ppm!.from).toBe('reported');
    expect(a.ppm!.value).toBeCloseTo(4, 9);
    expect([a.readingMs, a.driftMs].map((v) => Math.round(v! * 10) / 10)).toEqual([14.4, 14.4]);
    expect(a.standing).toBe('inStep');
    expect((a.jamByMs! - H) / 60_000).toBeCloseTo(23.3, 1);
  });
  it('its label takes the time of day at the jam and counts on at its own rate', () => {
    const b = clock('B', { rate: '24000/1001', simulated: { ppm: 0.5, offsetMs: 0, setAtMs: 0 } });
    const label = (jams: Jam[], atMs: number) => formatLabel(standInFrames(b, box, jams, atMs, 0), r('24000/1001'));
    const jams = [jam('B', 10 * H)];
    expect(label(jams, 10 * H)).toBe('10:00:00:00');
    // An hour later 86,313 frames have passed: 3.6 s short of an hour of labels.
    expect(label(jams, 11 * H)).toBe('10:59:56:09');
    expect(label([], H)).toBe('00:59:56:09');
    const c = clock('C', { simulated: { ppm: 0.5, offsetMs: H, setAtMs: 0 } });
    expect(formatLabel(standInFrames(c, box, [], 9 * H, 0), r('25'))).toBe('10:00:00:00');
    expect(formatLabel(standInFrames(c, box, [jam('C', 9 * H)], 9 * H + 40, 0), r('25'))).toBe('09:00:00:01');
  });
  it('half a frame is taken at the labels a second', () => {
    expect([halfFrameMs('25'), halfFrameMs('24000/1001'), halfFrameMs('50')]).toEqual([20, 500 / 24, 10]);
  });
});
