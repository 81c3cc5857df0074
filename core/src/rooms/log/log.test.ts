import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CAMERA_DEFAULTS, minutesOnCard, type Camera } from '../camera/index.ts';
import {
  cardsOut,
  entriesOf,
  loadOf,
  logPayload,
  lostByCause,
  lostMinOf,
  stillsOfShot,
  type LogEntry,
  type LogPayload,
} from './index.ts';

const uuid = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
let n = 0;
const MIN = 60_000;
const entry = (atMin: number, payload: LogPayload): LogEntry => ({
  ...{ id: uuid((n += 1)), productionId: uuid(900), version: 1, deletedAt: null },
  ...{ dayId: uuid(9), atMs: atMin * MIN, by: 'Oda', payload },
});
const camera: Camera = {
  ...CAMERA_DEFAULTS,
  ...{ id: uuid(50), productionId: uuid(900), version: 1, deletedAt: null, letter: 'A' },
  ...{ cardSizeBytes: 60e9, rateMbps: 100, batteryMin: 90 },
};
const WHOLE = minutesOnCard(60e9, 100);

describe('the log', () => {
  it('gives the entries of a kind as they happened, whatever order they came in', () => {
    const log = [
      entry(30, { kind: 'over', sceneId: uuid(1) }),
      entry(10, { kind: 'began', sceneId: uuid(1) }),
      entry(20, { kind: 'packIn', cameraId: camera.id }),
    ];
    expect(entriesOf(log, 'began', 'over').map((e) => e.payload.kind)).toEqual(['began', 'over']);
    expect(entriesOf(log, 'delay')).toEqual([]);
  });
  it('refuses in words: an incident without words, a cause that is none, minutes below nothing', () => {
    const words = (value: unknown) => logPayload.safeParse(value).error?.issues[0]?.message;
    expect(words({ kind: 'incident', near: true, words: ' ', told: '' })).toBe('What happened is missing.');
    expect(words({ kind: 'delay', cause: 'fate', lostMin: 3, words: '' })).toBe('Choose what caused it.');
    expect(words({ kind: 'delay', cause: 'ours', lostMin: -1, words: '' })).toContain("can't be negative");
  });
});

describe('delays', () => {
  it('add up by cause; one that still lasts counts until now', () => {
    const log = [
      entry(10, { kind: 'delay', cause: 'weather', lostMin: 12, words: '' }),
      entry(40, { kind: 'delay', cause: 'ours', lostMin: 5, words: '' }),
      entry(50, { kind: 'delay', cause: 'weather', lostMin: null, words: 'gusts' }),
    ];
    expect(lostByCause(log, 57 * MIN)).toEqual([
      { cause: 'weather', lostMin: 19, times: 2 },
      { cause: 'ours', lostMin: 5, times: 1 },
    ]);
    expect(lostByCause([], 0)).toEqual([]);
    // One that somebody dated later than now has lasted no time yet.
    expect(lostMinOf({ atMs: 90 * MIN }, null, 57 * MIN)).toBe(0);
  });
});

describe('what is in a camera that nobody hears', () => {
  const cardIn = (atMin: number) => entry(atMin, { kind: 'cardIn', cameraId: camera.id, label: 'A001' });
  const load = (log: LogEntry[], rolled: [number, number][], nowMin: number) =>
    loadOf(
      camera,
      log,
      rolled.map(([a, b]) => ({ fromMs: a * MIN, toMs: b * MIN })),
      nowMin * MIN,
    );
  it('is unknown until somebody says it', () => expect(load([], [[0, 5]], 10)).toEqual({ card: null, pack: null }));
  it('a card has what takes have left on it since it was put in', () => {
    const found = load(
      [cardIn(10)],
      [
        [0, 12],
        [20, 25],
        [40, 60],
      ],
      45,
    );
    // Two minutes of the first take, five of the second, five of the one that rolls.
    expect(found.card).toMatchObject({ label: 'A001', sinceMs: 10 * MIN });
    expect(found.card!.leftMin).toBeCloseTo(WHOLE - 12, 9);
  });
  it('one that came out is out; the next is whole again', () => {
    const out = entry(30, { kind: 'cardOut', cameraId: camera.id, label: 'A001' });
    expect(load([cardIn(10), out], [[12, 20]], 40).card).toBeNull();
    expect(load([cardIn(10), out, cardIn(35)], [[12, 20]], 40).card!.leftMin).toBeCloseTo(WHOLE, 9);
    expect(load([cardIn(50)], [], 40).card).toBeNull();
  });
  it('a pack runs down whether it rolls or not, and never below nothing', () => {
    const pack = entry(10, { kind: 'packIn', cameraId: camera.id });
    expect(load([pack], [], 40).pack!.leftMin).toBe(60);
    expect(load([pack], [], 400).pack!.leftMin).toBe(0);
    expect(loadOf({ ...camera, batteryMin: null }, [pack], [], 40 * MIN).pack).toBeNull();
    expect(loadOf({ ...camera, id: uuid(51) }, [pack], [], 40 * MIN).pack).toBeNull();
  });
  it('never has more on it than it holds, nor less than nothing, and less the longer it rolls', () => {
    const span = fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 60 }));
    fc.assert(
      fc.property(fc.array(span, { maxLength: 8 }), fc.integer({ min: 0, max: 400 }), span, (spans, now, more) => {
        const rolled = (list: [number, number][]) => list.map(([a, l]): [number, number] => [a, a + l]);
        const left = (list: [number, number][]) => load([cardIn(0)], rolled(list), now).card!.leftMin;
        const before = left(spans);
        expect(before).toBeGreaterThanOrEqual(0);
        expect(before).toBeLessThanOrEqual(WHOLE);
        expect(left([...spans, more])).toBeLessThanOrEqual(before);
      }),
    );
  });
});

describe('stills of a shot', () => {
  const still = (atMin: number, more: object = {}) =>
    entry(atMin, {
      ...{ kind: 'still', about: 'continuity', shotId: uuid(1), takeId: null, placeId: null, setupId: null },
      ...{ hash: 'a'.repeat(64), widthPx: 10, heightPx: 10, watch: '' },
      ...more,
    });
  it('stand before or after the last good take, by the take they name or by their time', () => {
    const named = still(60, { takeId: uuid(7) });
    const log = [still(10), named, still(50), still(5, { shotId: uuid(2) }), still(6, { about: 'asLeft' })];
    const { before, now } = stillsOfShot(log, uuid(1), { id: uuid(7), endMs: 20 * MIN });
    expect(before.map((s) => s.atMs / MIN)).toEqual([10, 60]);
    expect(now.map((s) => s.atMs / MIN)).toEqual([50]);
  });
  it('are all of now where no take is good yet', () =>
    expect(stillsOfShot([still(10)], uuid(1), null)).toMatchObject({ before: [], now: [{}] }));
});

describe('cards that came out', () => {
  it('wait until the job knows them by their label', () => {
    const log = [
      entry(20, { kind: 'cardOut', cameraId: camera.id, label: 'A002' }),
      entry(10, { kind: 'cardOut', cameraId: camera.id, label: 'A001' }),
      entry(5, { kind: 'cardIn', cameraId: camera.id, label: 'A001' }),
    ];
    expect(cardsOut(log, []).map((c) => c.label)).toEqual(['A001', 'A002']);
    expect(cardsOut(log, ['A001']).map((c) => c.label)).toEqual(['A002']);
  });
  it('are named once, and not while they are in a camera again', () => {
    const say = (kind: 'cardIn' | 'cardOut', atMin: number) =>
      entry(atMin, { kind, cameraId: camera.id, label: 'A001' });
    const back = [say('cardOut', 10), say('cardIn', 20)];
    expect(cardsOut(back, [])).toEqual([]);
    expect(cardsOut([...back, say('cardOut', 30)], []).map((c) => c.atMs)).toEqual([30 * MIN]);
  });
});
