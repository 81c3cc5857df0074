import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  boxesNow,
  camerasNow,
  foldEveryTake,
  foldTakes,
  mergeTakes,
  movedTake,
  nextSet,
  remarksOf,
  splitTake,
  takeEvent,
  takeHistory,
  TAKE_FAULTS,
  TAKE_FLAGS,
  type CameraSet,
  type Said,
  type Take,
  type TakeEvent,
  type TakePayload,
} from './index.ts';
import { eventOf as event, uuid } from './testing.ts';

const SET: CameraSet = { lens: '35 mm', stop: 'T2.8', filter: '', ei: '800', rate: '25' };
const rolled = (take: number, atMs: number, more: Partial<Extract<TakePayload, { kind: 'rolled' }>> = {}) =>
  event(uuid(take), atMs, {
    kind: 'rolled',
    shotId: uuid(1),
    dayId: uuid(9),
    number: take,
    wild: false,
    cameras: [{ letter: 'A', cameraId: uuid(50), evidence: 'assumed', card: null, clip: null, set: SET }],
    boxIds: [uuid(60)],
    timecode: '10:00:00:00',
    ...more,
  });
const cut = (take: number, atMs: number) => event(uuid(take), atMs, { kind: 'cut', timecode: '10:00:05:00' });
const ONE = [rolled(1, 10_000), cut(1, 40_000)];
const timecode = (ms: number) => `at ${ms}`;
/** What is said a second after all of it. */
const andThen = (events: readonly TakeEvent[], said: readonly Said[]) => [
  ...events,
  ...said.map((s) => event(s.takeId, 90_000, s.payload)),
];
const only = (events: readonly TakeEvent[]): Take => foldTakes(events)[0]!;

describe('a take put right', () => {
  it('is of another shot, of a moment as a whole, or of nothing, and its shot no longer has it', () => {
    const aimed = (shotId: string | null, sceneId: string | null) =>
      only([...ONE, event(uuid(1), 50_000, { kind: 'aimed', shotId, sceneId })]);
    expect(aimed(uuid(2), null)).toMatchObject({ shotId: uuid(2), sceneId: null });
    expect(aimed(null, uuid(3))).toMatchObject({ shotId: null, sceneId: uuid(3) });
    expect(aimed(null, null)).toMatchObject({ shotId: null, sceneId: null });
  });
  it('begins and ends when it really did, never the wrong way round', () => {
    const take = only(ONE);
    const earlier = movedTake(take, 'rolled', -10_000, timecode)!;
    expect(only(andThen(ONE, [{ takeId: take.id, payload: earlier }]))).toMatchObject({
      rolledAtMs: 0,
      timecodeIn: 'at 0',
      cutAtMs: 40_000,
      timecodeOut: '10:00:05:00',
    });
    expect(movedTake(take, 'rolled', 30_000, timecode)).toBeNull();
    expect(movedTake(take, 'rolled', 29_999, timecode)).not.toBeNull();
    expect(movedTake(take, 'cut', -30_000, timecode)).toBeNull();
    expect(movedTake(take, 'cut', -29_999, timecode)).toMatchObject({ cutAtMs: 10_001, rolledAtMs: null });
    expect(movedTake(only([ONE[0]!]), 'cut', 1000, timecode)).toBeNull();
    // What still rolls may have begun earlier or later.
    expect(movedTake(only([ONE[0]!]), 'rolled', 90_000, timecode)).not.toBeNull();
  });
  it('has its flags and faults in their own order, each taken away again', () => {
    const said: TakePayload[] = [
      { kind: 'faulted', fault: 'prop', on: true },
      { kind: 'faulted', fault: 'focus', on: true },
      { kind: 'flagged', flag: 'endSlate', on: true },
      { kind: 'flagged', flag: 'pickUp', on: true },
      { kind: 'noted', text: 'gulls' },
    ];
    const all = andThen(
      ONE,
      said.map((payload) => ({ takeId: uuid(1), payload })),
    );
    expect(only(all)).toMatchObject({ flags: ['pickUp', 'endSlate'], faults: ['focus', 'prop'] });
    expect(remarksOf(only(all))).toEqual(['pick-up', 'end slate', 'focus, prop wrong', 'gulls']);
    const none = [
      ...TAKE_FLAGS.map((flag) => ({ kind: 'flagged' as const, flag, on: false })),
      ...TAKE_FAULTS.map((fault) => ({ kind: 'faulted' as const, fault, on: false })),
    ];
    const after = andThen(
      all,
      none.map((payload) => ({ takeId: uuid(1), payload })),
    );
    expect(remarksOf(only(after))).toEqual(['gulls']);
  });
  it('knows its recorders: in from the roll, out, in again, and one that joined', () => {
    const recorder = (boxId: string, isIn: boolean): Said => ({
      takeId: uuid(1),
      payload: { kind: 'recorder', boxId, in: isIn },
    });
    expect(boxesNow(only(ONE))).toEqual([uuid(60)]);
    expect(boxesNow(only(andThen(ONE, [recorder(uuid(60), false)])))).toEqual([]);
    expect(boxesNow(only(andThen(ONE, [recorder(uuid(60), false), recorder(uuid(60), true)])))).toEqual([uuid(60)]);
    expect(boxesNow(only(andThen(ONE, [recorder(uuid(61), true)])))).toEqual([uuid(60), uuid(61)]);
    // One that never was in it is not taken out of it.
    expect(only(andThen(ONE, [recorder(uuid(62), false)])).recorders).toHaveLength(1);
  });
  it('a false start is gone from what was had, and among everything that was rolled', () => {
    const struck = andThen(ONE, [{ takeId: uuid(1), payload: { kind: 'struck', struck: true } }]);
    expect(foldTakes(struck)).toEqual([]);
    expect(foldEveryTake(struck)).toMatchObject([{ id: uuid(1), struck: { into: null } }]);
    const back = andThen(struck, [{ takeId: uuid(1), payload: { kind: 'struck', struck: false } }]);
    expect(only(back).struck).toBeNull();
  });
});

describe('one roll, many takes', () => {
  it('the first is over and rolls on; the cut taken back forgets that', () => {
    const over = andThen([ONE[0]!], [{ takeId: uuid(1), payload: { kind: 'cut', timecode: 'x', on: true } }]);
    expect(only(over)).toMatchObject({ rollsOn: true, cutAtMs: 90_000 });
    expect(only(andThen(over, [{ takeId: uuid(1), payload: { kind: 'uncut' } }]))).toMatchObject({
      rollsOn: false,
      cutAtMs: null,
    });
  });
  it('one that was two is split: together they last as long, with the same cameras and recorders', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10_001, max: 39_999 }), (at) => {
        const said = splitTake(only(ONE), at, { id: uuid(2), number: 7 }, timecode)!;
        const [a, b] = foldTakes(andThen(ONE, said)) as [Take, Take];
        expect([a.rolledAtMs, a.cutAtMs, b.rolledAtMs, b.cutAtMs]).toEqual([10_000, at, at, 40_000]);
        expect(b).toMatchObject({ number: 7, shotId: a.shotId, continuesTakeId: a.id, timecodeOut: '10:00:05:00' });
        expect([camerasNow(b), boxesNow(b)]).toEqual([camerasNow(a), boxesNow(a)]);
      }),
    );
  });
  it('is not split outside itself, nor while it rolls', () => {
    const split = (take: Take, at: number) => splitTake(take, at, { id: uuid(2), number: 2 }, timecode);
    for (const at of [10_000, 40_000, 5000, 50_000]) expect(split(only(ONE), at)).toBeNull();
    expect(split(only([ONE[0]!]), 20_000)).toBeNull();
  });
  it('two that were one are put together: notes and stars go with them, the second stands in the first', () => {
    const two = [...ONE, rolled(2, 41_000), cut(2, 60_000)];
    const more = andThen(two, [
      { takeId: uuid(2), payload: { kind: 'noted', text: 'hat off' } },
      { takeId: uuid(2), payload: { kind: 'starred', timecode: '10:00:45:00' } },
    ]);
    const [first, second] = foldTakes(more) as [Take, Take];
    const merged = andThen(more, mergeTakes(first, second, timecode)!);
    expect(foldTakes(merged)).toMatchObject([
      { id: uuid(1), rolledAtMs: 10_000, cutAtMs: 60_000, notes: [{ text: 'hat off' }], stars: [{}] },
    ]);
    expect(foldEveryTake(merged)[1]!.struck).toEqual({ into: uuid(1) });
    expect(mergeTakes(first, first, timecode)).toBeNull();
    expect(mergeTakes(first, foldTakes([rolled(3, 70_000)])[0]!, timecode)).toBeNull();
  });
  it('a take split and put together again is the take that it was', () => {
    const [a, b] = foldTakes(andThen(ONE, splitTake(only(ONE), 20_000, { id: uuid(2), number: 2 }, timecode)!)) as [
      Take,
      Take,
    ];
    const said = [
      ...splitTake(only(ONE), 20_000, { id: uuid(2), number: 2 }, timecode)!,
      ...mergeTakes(a, b, timecode)!,
    ];
    expect(only(andThen(ONE, said))).toMatchObject({ rolledAtMs: 10_000, cutAtMs: 40_000 });
  });
});

describe('how a camera was set', () => {
  const planned: CameraSet = { lens: '50 mm', stop: '', filter: '', ei: '800', rate: '25' };
  const typed: CameraSet = { lens: '85 mm', stop: 'T4', filter: 'ND 0.6', ei: '400', rate: '50' };
  const takes = foldTakes(andThen(ONE, [{ takeId: uuid(1), payload: { kind: 'set', letter: 'A', set: typed } }]));
  it('is kept to the next take of the same shot', () => expect(nextSet(takes, 'A', uuid(1), planned)).toEqual(typed));
  it('is the plan’s for another shot, and where the plan is silent as it was', () =>
    expect(nextSet(takes, 'A', uuid(2), planned)).toEqual({ ...planned, stop: 'T4', filter: 'ND 0.6' }));
  it('is the plan’s for a camera nobody spoke of', () => expect(nextSet(takes, 'B', uuid(1), planned)).toBe(planned));
});

describe('the history of a take', () => {
  const named = {
    of: (shotId: string | null, sceneId: string | null) => (shotId ? '7B' : sceneId ? 'Naming' : 'nothing'),
    box: () => 'Mixer',
    take: (id: string) => `take ${Number(id.slice(-12))}`,
  };
  const words = (events: readonly TakeEvent[]) => takeHistory(events, uuid(1), named).map((l) => l.words);
  it('says each thing in words, corrections beside what they correct', () => {
    const said: TakePayload[] = [
      { kind: 'reported', letter: 'A', cameraId: uuid(50), card: 'A001', clip: 'A001_C004' },
      { kind: 'starred', timecode: '10:00:02:00' },
      { kind: 'camera', letter: 'B', cameraId: uuid(51), in: true },
      { kind: 'recorder', boxId: uuid(60), in: false },
      { kind: 'uncut' },
      { kind: 'cut', timecode: 'x', on: true },
      { kind: 'marked', verdict: 'noGood' },
      { kind: 'marked', verdict: null },
      { kind: 'noted', text: 'gulls' },
      { kind: 'numbered', number: 4 },
      { kind: 'aimed', shotId: null, sceneId: uuid(3) },
      { kind: 'timed', rolledAtMs: 0, timecodeIn: 'x', cutAtMs: 75_000, timecodeOut: 'y' },
      { kind: 'flagged', flag: 'pickUp', on: true },
      { kind: 'flagged', flag: 'pickUp', on: false },
      { kind: 'faulted', fault: 'light', on: true },
      { kind: 'faulted', fault: 'light', on: false },
      { kind: 'set', letter: 'A', set: SET },
      { kind: 'set', letter: 'A', set: { lens: '', stop: '', filter: '', ei: '', rate: '' } },
      { kind: 'struck', struck: true },
      { kind: 'struck', struck: false },
      { kind: 'struck', struck: true, into: uuid(8) },
    ];
    const events = andThen(
      ONE,
      said.map((payload) => ({ takeId: uuid(1), payload })),
    );
    expect(words(events)).toEqual([
      'rolled: 7B, take 1, with A, sound in Mixer',
      'cut',
      'camera A reports A001_C004 on A001',
      'starred at 10:00:02:00',
      'camera B in',
      'Mixer out',
      'cut taken back',
      'over, the roll goes on',
      'verdict: no good',
      'verdict taken away',
      'note: gulls',
      'is take 4',
      'was of Naming',
      'began 0:10 before it was logged, was cut 1:05 into it',
      'is pick-up',
      'is no pick-up',
      'light was wrong',
      'light was right after all',
      'camera A: 35 mm, T2.8, 800, 25',
      'camera A: nothing known of its settings',
      'false start',
      'brought back',
      'put into take 8',
    ]);
    for (const e of events) expect(takeEvent.safeParse(e).success).toBe(true);
  });
  it('is of that take alone, each thing once, oldest first whatever came first', () => {
    const events = [...ONE, rolled(2, 50_000)];
    fc.assert(
      fc.property(fc.shuffledSubarray([...events, ...events], { minLength: 6 }), (heap) => {
        expect(words(heap)).toEqual(words(events));
      }),
    );
    expect(words(events)).toHaveLength(2);
    expect(words([rolled(1, 1, { continuesTakeId: uuid(5), wild: true, cameras: [], boxIds: [] })])).toEqual([
      'rolled: 7B, wild 1; the roll of take 5 goes on',
    ]);
    expect(
      words([event(uuid(1), 5, { kind: 'timed', rolledAtMs: 5, timecodeIn: 'x', cutAtMs: null, timecodeOut: null })]),
    ).toEqual(['began at another time']);
  });
});
