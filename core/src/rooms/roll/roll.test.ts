import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Shot } from '../scenes/index.ts';
import {
  doubledTakes,
  foldTakes,
  nextTakeNumber,
  shotStates,
  takeEvent,
  type TakeEvent,
  type TakePayload,
} from './index.ts';
import { eventOf, uuid } from './testing.ts';

const event = (takeId: number, atMs: number, payload: TakePayload, clientId = 'one'): TakeEvent =>
  eventOf(uuid(takeId), atMs, payload, clientId);
const rolled = (takeId: number, atMs: number, number = 1, shot = 1): TakeEvent =>
  event(takeId, atMs, {
    kind: 'rolled',
    shotId: uuid(shot),
    dayId: uuid(9),
    number,
    wild: false,
    cameras: [{ letter: 'A', cameraId: uuid(50), evidence: 'assumed', card: null, clip: null }],
    timecode: '11:00:00:00',
  });

const story: TakeEvent[] = [
  rolled(1, 1000),
  event(1, 1010, { kind: 'reported', letter: 'A', cameraId: uuid(50), card: 'A001', clip: 'A001_C001' }, 'camera A'),
  event(1, 2000, { kind: 'starred', timecode: '11:00:01:00' }),
  event(1, 3000, { kind: 'camera', letter: 'B', cameraId: uuid(51), in: true }),
  event(1, 5000, { kind: 'cut', timecode: '11:00:04:00' }),
  event(1, 6000, { kind: 'uncut' }),
  event(1, 7000, { kind: 'cut', timecode: '11:00:06:00' }),
  event(1, 7500, { kind: 'marked', verdict: 'maybe' }),
  event(1, 7600, { kind: 'marked', verdict: 'good' }),
  event(1, 8000, { kind: 'noted', text: 'use for sound' }),
  rolled(2, 9000, 2),
  event(2, 9500, { kind: 'struck', struck: true }),
  rolled(3, 9900, 2),
];

describe('takes from events', () => {
  it('tell what happened', () => {
    const [first, second, ...none] = foldTakes(story);
    expect(none).toEqual([]);
    expect(first).toMatchObject({
      number: 1,
      cutAtMs: 7000,
      timecodeOut: '11:00:06:00',
      verdict: 'good',
      notes: [{ text: 'use for sound' }],
      stars: [{ atMs: 2000 }],
    });
    expect(first?.cameras).toMatchObject([
      { letter: 'A', evidence: 'reports', card: 'A001', clip: 'A001_C001' },
      { letter: 'B', evidence: 'assumed' },
    ]);
    expect(second).toMatchObject({ id: uuid(3), cutAtMs: null });
  });
  it('are the same whatever the order and however often events arrive', () => {
    const wanted = foldTakes(story);
    fc.assert(
      fc.property(
        fc.shuffledSubarray(story, { minLength: story.length }),
        fc.array(fc.constantFrom(...story), { maxLength: 10 }),
        (shuffled, again) => JSON.stringify(foldTakes([...shuffled, ...again])) === JSON.stringify(wanted),
      ),
    );
  });
  it('every event more leaves the earlier takes’ identity alone', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: story.length }), (n) => {
        const ids = foldTakes(story.slice(0, n)).map((t) => t.id);
        const later = foldTakes([...story.slice(0, n), rolled(99, 99_999)]).map((t) => t.id);
        return ids.every((id) => later.includes(id));
      }),
    );
  });
  it('wait for the roll when it comes last', () =>
    expect(foldTakes(story.filter((e) => e.payload.kind !== 'rolled'))).toEqual([]));
  it('a struck take comes back when it is struck off the strike', () => {
    expect(foldTakes([...story, event(2, 9600, { kind: 'struck', struck: false })])).toHaveLength(3);
  });
  it('a camera taken out and put back is in', () => {
    const takes = foldTakes([
      ...story,
      event(1, 3500, { kind: 'camera', letter: 'B', cameraId: uuid(51), in: false }),
      event(1, 3600, { kind: 'camera', letter: 'B', cameraId: uuid(51), in: true }),
    ]);
    expect(takes[0]?.cameras[1]?.outAtMs).toBeNull();
  });
  it('all pass the schema', () => {
    for (const e of story) expect(takeEvent.safeParse(e).success).toBe(true);
    expect(takeEvent.safeParse({ ...story[0], atMs: 1.5 }).success).toBe(false);
    expect(takeEvent.safeParse(event(1, 1, { kind: 'noted', text: '  ' })).success).toBe(false);
  });
});

describe('numbers', () => {
  it('the next is one more than the highest said', () => {
    const takes = foldTakes(story);
    expect(nextTakeNumber(takes, { shotId: uuid(1), sceneId: null }, false)).toBe(3);
    expect(nextTakeNumber(takes, { shotId: uuid(2), sceneId: null }, false)).toBe(1);
    expect(nextTakeNumber(takes, { shotId: uuid(1), sceneId: null }, true)).toBe(1);
  });
  it('said twice are found', () => {
    const takes = foldTakes([rolled(1, 1, 4), rolled(2, 2, 4), rolled(3, 3, 5)]);
    expect([...doubledTakes(takes)]).toEqual([uuid(1), uuid(2)]);
  });
});

describe('shot states', () => {
  const shot = (id: number, dropped = false) => ({ id: uuid(id), dropped }) as Shot;
  it('follow the takes', () => {
    const takes = foldTakes([
      rolled(1, 1, 1, 1),
      event(1, 2, { kind: 'marked', verdict: 'good' }),
      rolled(2, 3, 1, 2),
      event(2, 4, { kind: 'marked', verdict: 'noGood' }),
    ]);
    const states = shotStates([shot(1), shot(2), shot(3), shot(4, true)], takes);
    expect([...states.values()]).toEqual(['got', 'setUp', 'planned', 'dropped']);
  });
  it('a shot once got stays got, even when dropped later; a verdict withdrawn takes it back', () => {
    const good = [rolled(1, 1), event(1, 2, { kind: 'marked', verdict: 'good' })];
    expect(shotStates([shot(1, true)], foldTakes(good)).get(uuid(1))).toBe('got');
    expect(
      shotStates([shot(1)], foldTakes([...good, event(1, 3, { kind: 'marked', verdict: null })])).get(uuid(1)),
    ).toBe('setUp');
  });
});
