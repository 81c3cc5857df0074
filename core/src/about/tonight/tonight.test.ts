import { describe, expect, it } from 'vitest';
import { ninthBell } from '../../../../demo/src/ninthBell.ts';
import type { CardStatus, CopyJob } from '../../rooms/copies/index.ts';
import type { LogEntry } from '../../rooms/log/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import { lossesNow, mediaNight } from '../../rooms/copies/index.ts';
import { planOf } from '../../whole/productions/index.ts';
import { bytesToCome, freshCards, shotsLeft, tonightOf, unreadOf, type TonightSources } from './index.ts';

let n = 0;
const plan = ninthBell(() => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`, '/media');
const rows = { ...plan, takeEvents: [] };
const [first] = plan.days;
const a = plan.cameras.find((c) => c.letter === 'A')!;
const status = (label: string, more: Partial<CardStatus> = {}): CardStatus => ({
  card: plan.cards.find((c) => c.label === label)!,
  clips: [{ path: 'x' } as CardStatus['clips'][number]],
  ...{ sizeBytes: 60e9, drives: [], state: 'onCardOnly', missing: '', job: null, files: new Map(), release: null },
  ...more,
});
const tonight = (more: Partial<TonightSources> = {}) =>
  tonightOf({
    ...{ cards: [status('A001')], drives: plan.drives, readers: plan.readers, jobs: [], cameras: plan.cameras },
    ...{ inCamera: new Map(), toCome: new Map(), wrapInS: 3600, sleep: null, school: 'fastFirst', policyCopies: 2 },
    ...more,
  });

describe('what the night has to do', () => {
  it('cards that are out and not kept; fast drives from the cards, slow ones after', () => {
    const { plan: night, nameOf, assumptions } = tonight();
    expect(night.cards.map((c) => [nameOf.get(c.id), c.readyS])).toEqual([['A001', 0]]);
    expect(night.drives.map((d) => [nameOf.get(d.id), d.stage])).toEqual([
      ['Fast 1', 'first'],
      ['Fast 2', 'first'],
      ['Night disk', 'second'],
    ]);
    expect(assumptions.join(' ').replaceAll('\u00a0', ' ')).toBe(
      'Nobody measured Reader 2: 250 MB/s assumed. Nothing was copied to Fast 1 yet: 400 MB/s assumed. Nothing was copied to Fast 2 yet: 400 MB/s assumed. Nothing was copied to Night disk yet: 130 MB/s assumed.',
    );
    expect(mediaNight(night).bars.map((b) => b.kind)).toContain('verifySecond');
  });
  it('by the other school straight to all of them', () =>
    expect(tonight({ school: 'all' }).plan.drives.every((d) => d.stage === 'first')).toBe(true));
  it('slow drives alone are the first ones', () =>
    expect(tonight({ drives: [plan.drives[2]!] }).plan.drives[0]!.stage).toBe('first'));
  it('kept and released cards, and those in a camera, are none of it', () => {
    const released = status('B001', { release: {} as CardStatus['release'] });
    const cards = [status('A001', { state: 'kept' }), released, status('A002')];
    expect(tonight({ cards }).plan.cards).toEqual([]);
  });
  it('one with its copies that is not kept for another reason is copied no more: that is said instead', () => {
    const copied = status('A001', {
      drives: plan.drives.map((d) => ({ driveId: d.id, state: 'verified', verifiedFiles: 1, failedFiles: 0 })),
      ...{ state: 'verified', missing: 'All its copies are in one place: take one elsewhere.' },
    });
    const night = tonight({ cards: [copied] });
    expect(night.plan.cards).toEqual([]);
    expect(night.otherwise).toEqual(['A001: All its copies are in one place: take one elsewhere.']);
  });
  it('one that every drive there is holds already is not copied again: what is lacking is said', () => {
    const [fast] = plan.drives;
    const drives = [{ driveId: fast!.id, state: 'verified' as const, verifiedFiles: 1, failedFiles: 0 }];
    const copied = status('A001', { drives, state: 'verified', missing: 'Needs 1 more verified copy.' });
    const night = tonight({ cards: [copied], drives: [fast!] });
    expect(night.plan.cards).toEqual([]);
    expect(night.otherwise).toEqual(['A001: Needs 1 more verified copy.']);
    expect(tonight({ cards: [copied] }).plan.cards).toHaveLength(1);
  });
  it('what is in a camera and still comes is ready at wrap', () => {
    const night = tonight({ cards: [], inCamera: new Map([[a.id, 10e9]]), toCome: new Map([[a.id, 5e9]]) });
    expect(night.plan.cards).toEqual([{ id: `camera:${a.id}`, bytes: 15e9, readyS: 3600 }]);
    expect(night.nameOf.get(`camera:${a.id}`)).toBe('A, still in the camera');
  });
  it('a drive’s speed is what was measured last', () => {
    const job = (startedAtMs: number, bytesPerSecond: number | null) =>
      ({
        kind: 'copy',
        totalBytes: 2e9,
        startedAtMs,
        places: [{ driveId: plan.drives[0]!.id, bytesPerSecond }],
      }) as unknown as CopyJob;
    const { plan: night, assumptions } = tonight({ jobs: [job(1, 90e6), job(3, null), job(2, 110e6)] });
    expect(night.drives[0]).toMatchObject({ writeBytesPerS: 110e6 });
    expect(assumptions.join()).not.toContain('Fast 1');
  });
});

describe('what was recorded and perhaps never read', () => {
  const real = plan.cameras.map((c) => ({ ...c, simulated: false }));
  const take = (rolledAtMs: number) => ({ rolledAtMs, cameras: [{ cameraId: a.id } as Take['cameras'][number]] });
  const tap = (atMs: number, kind: 'cardIn' | 'cardOut', label: string): LogEntry => ({
    ...{ id: `${atMs}`, productionId: plan.production.id, version: 1, deletedAt: null, dayId: first!.id, by: '' },
    ...{ atMs, payload: { kind, cameraId: a.id, label } },
  });
  const read = [status('A001')];
  it.each([
    ['a card tapped out and not met', [], [tap(1, 'cardOut', 'A009')], [], { out: ['A009'], inCamera: [], unsure: [] }],
    ['one that rolled and of which nothing was read', [take(5)], [], [], { out: [], inCamera: ['A'], unsure: [] }],
    ['one that rolled with a card tapped in', [take(5)], [tap(1, 'cardIn', 'A001')], read, { inCamera: ['A'] }],
    ['one that rolled after its card came out', [take(5)], [tap(1, 'cardOut', 'A001')], read, { inCamera: ['A'] }],
    [
      'one whose card came out after it rolled',
      [take(5)],
      [tap(9, 'cardOut', 'A001')],
      read,
      { inCamera: [], unsure: [] },
    ],
    ['one that nobody taps, of which something was read', [take(5)], [], read, { inCamera: [], unsure: ['A'] }],
    ['one that did not roll', [], [], [], { out: [], inCamera: [], unsure: [] }],
  ])('%s', (_, takes, log, cards, wanted) => expect(unreadOf(takes, real, cards, log)).toMatchObject(wanted));
  it('a camera that reports its card is counted by its card', () =>
    expect(unreadOf([take(5)], plan.cameras, [], [])).toEqual({ out: [], inCamera: [], unsure: [] }));
});

describe('what is still to come, and fresh cards', () => {
  it('is planned takes times their length at the camera’s rate', () => {
    const shot = { cameras: ['A'], takesPlanned: 3, takeLengthMin: 2 };
    expect(bytesToCome([shot], plan.cameras)).toEqual(new Map([[a.id, (6 * 60 * a.rateMbps * 1e6) / 8]]));
  });
  it('of a day only what is not had', () => {
    const day = planOf(rows, first!);
    const all = shotsLeft(day, () => false);
    expect(all.length).toBeGreaterThan(10);
    expect(shotsLeft(day, (id) => id !== all[0]!.id)).toEqual([all[0]]);
  });
  it('needs and has, by camera', () => {
    const small = plan.cameras.map((c) => ({ ...c, cardSizeBytes: (100 * 60 * c.rateMbps * 1e6) / 8 }));
    const shots = shotsLeft(planOf(rows, first!), () => false);
    const cards = [
      status('A001'),
      status('A002', { clips: [] }),
      status('B001', { release: {} as CardStatus['release'] }),
    ];
    const minutes = (letter: string) =>
      shots.filter((s) => s.cameras.includes(letter)).reduce((t, s) => t + s.takesPlanned * s.takeLengthMin, 0);
    const fresh = freshCards(shots, small, cards);
    expect(fresh.find((f) => f.letter === 'A')).toEqual({ letter: 'A', needs: Math.ceil(minutes('A') / 100), has: 1 });
    expect(fresh.find((f) => f.letter === 'B')).toMatchObject({ has: 1 });
  });
});

describe('where the copies are', () => {
  const on = (...names: string[]) =>
    plan.drives.map((d) => ({
      ...{ driveId: d.id, verifiedFiles: 1, failedFiles: 0 },
      state: names.includes(d.name) ? ('verified' as const) : ('none' as const),
    }));
  const worst = (cards: CardStatus[]) => {
    const { losses, nameOf } = lossesNow(cards, plan.drives, plan.keepPlaces);
    return { ...losses, worst: losses.losses[0]!, name: (id: string) => nameOf.get(id) };
  };
  it('the van would take the wallet and the drive in it: the move is told by name', () => {
    const found = worst([status('A001', { drives: on('Fast 2') })]);
    expect(found.name(found.worst.id)).toBe('Oda’s van');
    expect(found.worst).toMatchObject({ lost: ['A001'], kind: 'vehicle' });
    expect(found.move).toMatchObject({ worstLost: 0 });
  });
  it('with a second drive elsewhere no single loss takes it', () =>
    expect(worst([status('A001', { drives: on('Fast 1', 'Fast 2') })]).worst.lost).toEqual([]));
  it('a released card is no copy any more', () => {
    const found = worst([status('A001', { drives: on('Fast 1'), release: {} as CardStatus['release'] })]);
    expect(found.name(found.worst.id)).toBe('Sunniva');
  });
  it('words that are no place of the list are a place by themselves', () => {
    const drives = plan.drives.map((d) => ({ ...d, whereabouts: ' the attic ' }));
    const { losses, nameOf } = lossesNow([status('B001', { drives: on('Fast 1', 'Fast 2') })], drives, []);
    expect(losses.losses.map((l) => nameOf.get(l.id))).toContain('the attic');
  });
});
