import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CAMERA_DEFAULTS, type Camera } from '../../rooms/camera/index.ts';
import type { CardStatus, CopyJob, Drive } from '../../rooms/copies/index.ts';
import {
  ASSUMED_PACE,
  bytesToCome,
  drivesForecast,
  freshPacks,
  measuredRateMbps,
  powerTonight,
  recordingPace,
  uploadsOf,
} from './index.ts';

const GB = 1e9;
const drive = (name: string, freeGb: number | null, more: Partial<Drive> = {}) =>
  ({
    ...{ id: name, name, kind: 'ssd', volume: null, ...more },
    space: freeGb === null ? null : { freeBytes: freeGb * GB, totalBytes: 4000 * GB, atMs: 0 },
  }) as Drive;
const days = (...gb: number[]) => gb.map((g, i) => ({ number: i + 1, bytes: g * GB }));
const two = { verifiedCopies: 2 };

describe('on which day the drives are full', () => {
  it('each day goes to as many as the policy wants, to those with the most room', () => {
    const found = drivesForecast(days(100, 100, 100), [drive('a', 300), drive('b', 200), drive('c', 100)], two);
    expect(found.days.map((d) => d.hasRoom)).toEqual([true, true, true]);
    expect(found.leftBytes).toBe(0);
    const less = drivesForecast(days(100, 100, 100), [drive('a', 250), drive('b', 150)], two);
    expect(less.fullOn).toEqual({ number: 2, lackingBytes: 50 * GB });
  });
  it('fewer drives than copies are told as that, not as full', () => {
    expect(drivesForecast(days(10), [drive('a', 500)], two)).toMatchObject({ lackingDrives: 1, fullOn: null });
    expect(drivesForecast(days(10), [drive('a', 5)], two).fullOn).toEqual({ number: 1, lackingBytes: 5 * GB });
    // One whose room nobody saw is a drive all the same.
    expect(drivesForecast(days(10), [drive('a', 500), drive('b', null)], two).lackingDrives).toBe(0);
  });
  it('two folders of one device share its room; the cloud’s is not counted; what nobody saw is named', () => {
    const volume = { id: 'v', device: 'disk 1', takenOnAtMs: 0, by: '' };
    const found = drivesForecast(
      days(10),
      [drive('a', 500, { volume }), drive('b', 500, { volume }), drive('c', 500, { kind: 'cloud' }), drive('d', null)],
      two,
    );
    expect(found.leftBytes).toBe(490 * GB);
    expect(found.unknown).toEqual(['d']);
  });
  it('more room never makes it full sooner, and what is left is what was there less what went', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 200 }), { maxLength: 6 }),
        fc.array(fc.integer({ min: 0, max: 600 }), { maxLength: 5 }),
        fc.integer({ min: 1, max: 3 }),
        (gb, free, copies) => {
          const drives = free.map((f, i) => drive(`d${i}`, f));
          const found = drivesForecast(days(...gb), drives, { verifiedCopies: copies });
          // Room on a drive more, not a copy more.
          const more = drivesForecast(days(...gb), free.length < copies ? drives : [...drives, drive('more', 500)], {
            verifiedCopies: copies,
          });
          expect(more.fullOn?.number ?? Infinity).toBeGreaterThanOrEqual(found.fullOn?.number ?? Infinity);
          if (!found.fullOn) {
            const went = Math.min(copies, free.length) * gb.reduce((a, b) => a + b, 0);
            expect(found.leftBytes / GB).toBeCloseTo(free.reduce((a, b) => a + b, 0) - went, 6);
          }
        },
      ),
    ));
});

describe('how much is recorded', () => {
  const shot = (id: string) => ({ id, takesPlanned: 2, takeLengthMin: 1 });
  const take = (shotId: string, min: number, more: object = {}) => ({
    shotId,
    rolledAtMs: 0,
    cutAtMs: min * 60_000,
    struck: null,
    ...more,
  });
  it('against the plan: four shots of five stay under it; with too few it is assumed', () => {
    const ids = ['a', 'b', 'c', 'd', 'e'];
    const takes = ids.map((id, i) => take(id, 2 + i));
    // 2, 3, 4, 5, 6 minutes of 2 planned: the fourth of five.
    expect(recordingPace(ids.map(shot), takes)).toEqual({ factor: 2.5, shots: 5 });
    expect(recordingPace(ids.map(shot), takes.slice(1))).toEqual({ factor: ASSUMED_PACE, shots: 0 });
  });
  it('never less than the plan, and struck takes count for nothing', () => {
    const ids = ['a', 'b', 'c', 'd', 'e'];
    const takes = ids.flatMap((id) => [take(id, 1), take(id, 90, { struck: { into: null } })]);
    expect(recordingPace(ids.map(shot), takes).factor).toBe(1);
  });
  const camera = { ...CAMERA_DEFAULTS, id: 'cam', letter: 'A', rateMbps: 80 } as Camera;
  const card = (minutes: number, simulated = false) =>
    ({
      card: { cameraId: 'cam', simulated },
      clips: [{ sizeBytes: minutes * 60 * 20e6, durationMs: minutes * 60_000 }],
    }) as unknown as CardStatus;
  it('at the rate that was measured on cards, not on simulated ones and not on a minute', () => {
    expect(measuredRateMbps([card(10)]).get('cam')).toBeCloseTo(160);
    expect(measuredRateMbps([card(10, true), card(1)]).size).toBe(0);
    // A shot that names no camera is the first one’s.
    expect(bytesToCome([{ cameras: [], takesPlanned: 1, takeLengthMin: 10 }], [camera]).get('cam')).toBeCloseTo(6e9);
    const shots = [{ cameras: ['A'], takesPlanned: 1, takeLengthMin: 10 }];
    expect(bytesToCome(shots, [camera]).get('cam')).toBeCloseTo(6e9);
    expect(bytesToCome(shots, [camera], { factor: 1.5, rateMbps: new Map([['cam', 160]]) }).get('cam')).toBeCloseTo(
      18e9,
    );
  });
});

describe('the cloud', () => {
  const card = (gb: number, inCloud: boolean) =>
    ({
      sizeBytes: gb * GB,
      clips: [{}],
      release: null,
      drives: [{ driveId: 'cloud', state: inCloud ? 'verified' : 'none' }],
    }) as unknown as CardStatus;
  const cloud = drive('cloud', null, { kind: 'cloud' });
  const job = {
    kind: 'copy',
    totalBytes: 2e9,
    startedAtMs: 1,
    places: [{ driveId: 'cloud', bytesPerSecond: 10e6 }],
  } as CopyJob;
  it('has what it lacks by the speed measured there, and the last card no sooner than its first copies', () => {
    const [up] = uploadsOf([card(36, false), card(50, true)], [], [cloud, drive('a', 1)], [job], 0);
    expect(up).toMatchObject({ bytes: 36 * GB, isMeasured: true, finishS: 3600 });
    expect(uploadsOf([card(36, false)], [], [cloud], [job], 7200)[0]!.finishS).toBe(10_800);
    expect(uploadsOf([card(36, false)], [], [cloud], [], 0)[0]).toMatchObject({ isMeasured: false, finishS: 7200 });
    expect(uploadsOf([card(50, true)], [], [cloud], [job], 0)).toEqual([]);
  });
});

describe('packs tonight', () => {
  const base = { productionId: 'p', version: 1, deletedAt: null, position: 1 };
  const pack = { ...base, id: 'k', name: 'Large', fits: 'Plate', count: 4, empty: 2, chargeMin: null, cameraId: null };
  it('charge in what says the same word, however it is written; what is assumed is said', () => {
    const charger = { ...base, id: 'c', name: 'Twin', fits: ' plate', slots: 2, unattended: false };
    const found = powerTonight([pack], [charger], null, null, 300);
    expect(found.schedule.ready).toEqual({ k: 2 });
    expect(found.assumptions.join(' ')).toContain('Nobody measured how long Large charges');
    // Watched it holds somebody until it is full; in one that may be left, until it is in.
    expect(found.lastHandMin).toBe(151);
    expect(powerTonight([pack], [{ ...charger, unattended: true }], null, null, 300).lastHandMin).toBe(1);
    expect(powerTonight([pack], [], null, null, 300).lastHandMin).toBe(0);
    expect(powerTonight([pack], [], null, null, 300).short).toEqual([
      { name: 'Large', lacking: 2, empty: 2, noCharger: true },
    ]);
    expect(powerTonight([{ ...pack, empty: 0 }], [], null, null, 100).short).toEqual([]);
    expect(powerTonight([pack], [charger], null, null, 100).short).toMatchObject([{ lacking: 2, noCharger: false }]);
  });

  it('of a camera are needed as long as the next day has it on, and those that stay empty are not there', () => {
    const camera = { id: 'cam', letter: 'A', batteryMin: 60 };
    const row = (letters: string[], minutes: number) => ({ cameras: letters, shots: [], minutes });
    const next = { rows: [row(['A', 'B'], 50), row(['B'], 400), row(['A'], 20)] };
    const own = { ...pack, cameraId: 'cam' };
    expect(freshPacks(next, [camera], [own], { k: 3 })).toEqual([{ letter: 'A', needs: 2, full: 1 }]);
    expect(freshPacks(next, [camera], [pack], {})).toEqual([]);
    expect(freshPacks(next, [{ ...camera, batteryMin: null }], [own], {})).toEqual([]);
    expect(freshPacks({ rows: [row(['B'], 400)] }, [camera], [own], {})).toEqual([]);
  });
});
