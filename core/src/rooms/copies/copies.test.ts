import { describe, expect, it } from 'vitest';
import type { KeepPolicy } from './policy.ts';
import {
  RateMeter,
  adviceFor,
  failuresOf,
  cardStatus,
  releaseGrounds,
  releaseHindrances,
  type Card,
  type Clip,
  type CopyFile,
  type CopyJob,
  type Drive,
  type Release,
} from './index.ts';

const card = { id: 'card', label: 'A001', notCopied: [] as Card['notCopied'], seen: null } as Card;
const clip = (path: string, sizeBytes = 10): Clip => ({
  id: path,
  productionId: 'p',
  version: 1,
  cardId: 'card',
  name: path,
  path,
  sizeBytes,
  startTimecode: null,
  durationMs: null,
  rate: null,
  looked: null,
});
const drive = (id: string, whereabouts: string, device = `disk ${id}`) =>
  ({ id, name: id, whereabouts, volume: { id: `mark ${id}`, device, takenOnAtMs: 0, by: '' } }) as Drive;
const file = (driveId: string, path: string, state: CopyFile['state'], sizeBytes = 10): CopyFile => ({
  id: `${driveId}${path}${state}`,
  productionId: 'p',
  version: 1,
  jobId: 'j',
  cardId: 'card',
  driveId,
  path,
  sizeBytes,
  state,
  hash: null,
  readFrom: null,
  failure: null,
  volumeId: `mark ${driveId}`,
  damage: [],
  savedAs: null,
});
const drives = [drive('x', 'bag'), drive('y', 'van'), drive('z', 'Bag ')];
const clips = [clip('1'), clip('2')];
const policy: KeepPolicy = { verifiedCopies: 2, apart: true, kinds: 1, format: 'afterCopies', leaveOut: [] };
const status = (files: CopyFile[], jobs: CopyJob[] = [], p = policy, c = clips) =>
  cardStatus(card, { clips: c, files, jobs, drives }, p);
const whole = (driveId: string) => [file(driveId, '1', 'verified'), file(driveId, '2', 'verified')];

describe('where a card’s media stand', () => {
  it('on the card only, until something is verified', () =>
    expect(status([file('x', '1', 'copying')])).toMatchObject({
      state: 'onCardOnly',
      missing: 'Needs 2 verified copies.',
    }));
  it('a drive that was never taken on holds nothing, whatever a file without a mark says', () => {
    const never = { ...drive('x', 'bag'), volume: null } as Drive;
    const unmarked = whole('x').map((f) => ({ ...f, volumeId: null }));
    expect(cardStatus(card, { clips, files: unmarked, drives: [never] }, policy).state).toBe('onCardOnly');
  });
  it('copies on too few kinds of device are not kept, and the words say how many there are', () => {
    const kindOf = (d: Drive, kind: string) => ({ ...d, kind }) as Drive;
    const asked = { ...policy, kinds: 2 };
    const of = (...kinds: string[]) =>
      cardStatus(
        card,
        { clips, files: [...whole('x'), ...whole('y')], drives: kinds.map((kind, i) => kindOf(drives[i]!, kind)) },
        asked,
      );
    expect(of('ssd', 'ssd')).toMatchObject({
      state: 'verified',
      missing: 'Its copies are on one kind of device: the policy wants 2.',
    });
    expect(of('ssd', 'hdd')).toMatchObject({ state: 'kept', missing: '' });
    const three = cardStatus(
      card,
      { clips, files: [...whole('x'), ...whole('y')], drives: [kindOf(drives[0]!, 'ssd'), kindOf(drives[1]!, 'hdd')] },
      { ...policy, kinds: 3 },
    );
    expect(three.missing).toBe('Its copies are on 2 kinds of device: the policy wants 3.');
  });
  it('is released while a release stands: one of this card that was not taken back', () => {
    const release = (id: string, cardId: string, withdrawnAtMs: number | null) =>
      ({ id, cardId, withdrawnAtMs }) as Release;
    const released = (...releases: Release[]) =>
      cardStatus(card, { clips, files: [], drives, releases }, policy).release?.id ?? null;
    expect(released(release('other', 'another card', null))).toBeNull();
    expect(released(release('back', 'card', 5))).toBeNull();
    expect(released(release('back', 'card', 5), release('stands', 'card', null))).toBe('stands');
  });
  it('part copied is no copy', () =>
    expect(status([file('x', '1', 'verified')])).toMatchObject({
      state: 'copied',
      missing: 'Needs 2 verified copies.',
    }));
  it('one verified copy is not kept', () =>
    expect(status(whole('x'))).toMatchObject({ state: 'verified', missing: 'Needs 1 more verified copy.' }));
  it('of a stricter policy two more are wanted', () =>
    expect(
      cardStatus(card, { clips, files: whole('x'), drives, releases: [] }, { ...policy, verifiedCopies: 3 }).missing,
    ).toBe('Needs 2 more verified copies.'));
  it('of one that wants a single copy one is told', () =>
    expect(cardStatus(card, { clips, files: [], drives, releases: [] }, { ...policy, verifiedCopies: 1 }).missing).toBe(
      'Needs 1 verified copy.',
    ));
  it('two in one bag are not kept when they must be apart', () => {
    expect(status([...whole('x'), ...whole('z')])).toMatchObject({
      state: 'verified',
      missing: 'All its copies are in one place: take one elsewhere.',
    });
    expect(status([...whole('x'), ...whole('z')], [], { ...policy, apart: false }).state).toBe('kept');
  });
  it('two apart are kept', () =>
    expect(status([...whole('x'), ...whole('y')])).toMatchObject({ state: 'kept', missing: '' }));
  it('a file that has come or grown since makes it not kept again', () => {
    const files = [...whole('x'), ...whole('y')];
    expect(status(files, [], policy, [...clips, clip('3')]).state).toBe('copied');
    expect(status(files, [], policy, [clip('1', 99), clip('2')]).state).toBe('copied');
  });
  it('a failed second try does not undo a verified first', () =>
    expect(status([...whole('x'), file('x', '1', 'failed'), ...whole('y')]).state).toBe('kept'));
  it('two drives on one device are one copy, whatever they are called', () => {
    const one = [drive('x', 'bag', 'disk'), drive('y', 'van', 'disk')];
    const both = [...whole('x'), ...whole('y')];
    expect(cardStatus(card, { clips, files: both, drives: one }, policy)).toMatchObject({
      state: 'verified',
      missing: 'x and y are one device and count as one copy: needs 1 more on another.',
    });
    const three = [...one, drive('z', 'van')];
    expect(cardStatus(card, { clips, files: [...both, ...whole('z')], drives: three }, policy).state).toBe('kept');
  });
  it('places count as two only when both are said', () => {
    const unsaid = [drive('x', 'bag'), drive('y', ' ')];
    expect(cardStatus(card, { clips, files: [...whole('x'), ...whole('y')], drives: unsaid }, policy)).toMatchObject({
      state: 'verified',
      missing: expect.stringContaining('Where y is kept is not said'),
    });
  });
  it('a drive that was never taken on, or is another device by now, holds no copy', () => {
    const both = [...whole('x'), ...whole('y')];
    const never = drives.map((d) => (d.id === 'y' ? { ...d, volume: null } : d));
    expect(cardStatus(card, { clips, files: both, drives: never }, policy)).toMatchObject({ state: 'verified' });
    const swapped = drives.map((d) => (d.id === 'y' ? { ...d, volume: { ...d.volume!, id: 'other' } } : d));
    expect(cardStatus(card, { clips, files: both, drives: swapped }, policy)).toMatchObject({ state: 'verified' });
    const unmarked = both.map((f) => ({ ...f, volumeId: null }));
    expect(status(unmarked).state).toBe('onCardOnly');
  });
  it('with something on it that is not copied, nothing is kept, and it is named', () => {
    const odd = { ...card, notCopied: [{ path: 'link', reason: 'a link' }] };
    const found = cardStatus(odd, { clips, files: [...whole('x'), ...whole('y')], drives }, policy);
    expect(found.state).toBe('verified');
    expect(found.missing).toMatch(/link \(a link\) is not copied/);
    expect(releaseHindrances(found, drives, { ...policy, format: 'never' }, 0, 1)).toContainEqual(found.missing);
  });
  it('an empty card is not kept', () =>
    expect(status([], [], policy, [])).toMatchObject({
      state: 'onCardOnly',
      missing: 'It was not read yet: what is on it is not known.',
    }));
  it('read, and with nothing on it, says so', () => {
    const seen = { volumeId: null, files: 0, bytes: 0, first: null, last: null, atMs: 0 };
    const read = cardStatus({ ...card, seen }, { clips: [], files: [], drives }, policy);
    expect(read.missing).toBe('Nothing on it yet.');
  });
  it('shows the open job before the newest ended one', () => {
    const job = (id: string, state: CopyJob['state'], startedAtMs: number) =>
      ({ id, cardId: 'card', state, startedAtMs }) as CopyJob;
    expect(status([], [job('old', 'verified', 1), job('open', 'running', 2), job('new', 'failed', 3)]).job?.id).toBe(
      'open',
    );
    expect(status([], [job('old', 'verified', 1), job('new', 'failed', 3)]).job?.id).toBe('new');
  });
});

describe('a later reading', () => {
  const job = (id: string, kind: CopyJob['kind'], startedAtMs: number) =>
    ({ id, kind, startedAtMs, cardId: 'card', state: 'verified' }) as CopyJob;
  const jobs = [job('first', 'copy', 1), job('check', 'check', 2), job('again', 'copy', 3)];
  const from = (jobId: string, f: CopyFile): CopyFile => ({ ...f, jobId });
  const verified = clips.map((c) => from('first', file('x', c.path, 'verified')));
  const found = from('check', file('x', '1', 'failed'));
  it('that finds a copy changed takes its word back, whatever the order of the rows', () => {
    expect(status([found, ...verified], jobs).drives[0]).toMatchObject({
      state: 'part',
      verifiedFiles: 1,
      failedFiles: 1,
    });
    expect(status([...verified, found], jobs).drives[0]).toMatchObject({ state: 'part', verifiedFiles: 1 });
  });
  it('a copy that failed to be made anew takes nothing back, and one that was made mends it', () => {
    expect(status([...verified, from('again', file('x', '1', 'failed'))], jobs).drives[0]!.state).toBe('verified');
    expect(status([...verified, found, from('again', file('x', '1', 'verified'))], jobs).drives[0]!.state).toBe(
      'verified',
    );
  });
  it('a paused job still holds its card', () => {
    const paused = { ...job('paused', 'copy', 0), state: 'paused' } as CopyJob;
    expect(status([], [...jobs, paused]).job?.id).toBe('paused');
  });
});

describe('a card may be formatted', () => {
  const kinds = [
    { ...drives[0]!, kind: 'ssd' },
    { ...drives[1]!, kind: 'disk' },
  ] as Drive[];
  const out = { ...card, unloaded: true };
  const of = (files: CopyFile[], p = policy, jobs: CopyJob[] = []) =>
    cardStatus(out, { clips, files, jobs, drives: kinds }, p);
  const both = [...whole('x'), ...whole('y')];
  it('when it is kept, on two kinds of device, and out of its camera', () => {
    expect(releaseHindrances(of(both), kinds, policy, null, 0)).toEqual([]);
    expect(releaseGrounds(of(both), kinds)).toBe('2 files verified on x (fast disk, bag); y (slow disk, van)');
    const inCamera = cardStatus(card, { clips, files: both, drives: kinds }, policy);
    expect(releaseHindrances(inCamera, kinds, policy, null, 0)).toEqual(['It is in a camera: take it out first.']);
  });
  it('not while a copy lacks, nor while a job runs, nor when all copies are of one kind', () => {
    expect(releaseHindrances(of(whole('x')), kinds, policy, null, 0)).toEqual(['Needs 1 more verified copy.']);
    const running = { id: 'j', cardId: 'card', state: 'running' } as CopyJob;
    expect(releaseHindrances(of(both, policy, [running]), kinds, policy, null, 0)).toEqual([
      'A job on it has not ended.',
    ]);
    const alike = kinds.map((d) => ({ ...d, kind: 'ssd' as const }));
    expect(releaseHindrances(of(both), alike, policy, null, 0)).toEqual([
      'All its copies are on one kind of device: put one on another kind.',
    ]);
  });
  it('by the other school only when the last day has ended', () => {
    const never: KeepPolicy = { ...policy, format: 'never' };
    expect(releaseHindrances(of(both, never), kinds, never, 100, 99)).toHaveLength(1);
    expect(releaseHindrances(of(both, never), kinds, never, 100, 100)).toEqual([]);
    expect(releaseHindrances(of(both, never), kinds, never, null, 100)).toHaveLength(1);
    expect(releaseHindrances(of(whole('x'), never), kinds, never, 100, 100)).toEqual(['Needs 1 more verified copy.']);
  });
  it('never when there is nothing on it', () =>
    expect(
      releaseHindrances(cardStatus(out, { clips: [], files: [], drives: kinds }, policy), kinds, policy, 0, 1),
    ).toEqual(['It was not read yet: what is on it is not known.']));
});

describe('a measured rate', () => {
  it('is of the last seconds, and says nothing before it knows', () => {
    const meter = new RateMeter();
    expect(meter.sample(0, 0, 1000)).toEqual({ bytesPerSecond: null, leftMs: null });
    expect(meter.sample(400, 40, 1000)).toEqual({ bytesPerSecond: null, leftMs: null });
    expect(meter.sample(1000, 100, 1000)).toEqual({ bytesPerSecond: 100, leftMs: 9000 });
    // Ten times as quick from here: after the window only that counts.
    for (let s = 2; s <= 12; s += 1) meter.sample(s * 1000, 100 + (s - 1) * 50, 1000);
    expect(meter.sample(13000, 700, 1000)).toEqual({ bytesPerSecond: 50, leftMs: 6000 });
  });
  it('when nothing moves there is no time left to tell, and at the end none', () => {
    const meter = new RateMeter();
    meter.sample(0, 500, 1000);
    expect(meter.sample(9000, 500, 1000)).toEqual({ bytesPerSecond: 0, leftMs: null });
    expect(meter.sample(10000, 1000, 1000).leftMs).toBe(0);
  });
  it('begins anew with a new run', () => {
    const meter = new RateMeter();
    meter.sample(0, 900, 1000);
    expect(meter.sample(1000, 0, 1000)).toEqual({ bytesPerSecond: null, leftMs: null });
  });
});

describe('what to do about failures', () => {
  const failed = (driveId: string, path: string, failure: string, damage: CopyFile['damage'] = []) => ({
    ...file(driveId, path, 'failed'),
    failure,
    damage,
  });
  it('they are grouped by drive and cause, the most first; what is well is left out', () => {
    const groups = failuresOf([
      failed('x', '1', 'The drive is full.'),
      failed('y', '1', 'The drive is gone.'),
      file('y', '2', 'verified'),
      failed('y', '3', 'The drive is gone.'),
    ]);
    expect(groups.map((g) => [g.driveId, g.paths])).toEqual([
      ['y', ['1', '3']],
      ['x', ['1']],
    ]);
    expect(groups[1]!.advice).toMatch(/^Make room/);
  });
  it('a damaged card is never to be used again, and an unknown cause has its advice too', () => {
    expect(adviceFor(failed('x', '1', 'The card can’t be read at bytes 0 to 4095.', [{ from: 0, to: 4096 }]))).toMatch(
      /^Do not use the card again/,
    );
    expect(adviceFor(failed('x', '1', 'Something new'))).toMatch(/^Copy again/);
    expect(adviceFor(failed('x', '1', 'What was read back is not what was written: do not trust this drive.'))).toMatch(
      /^Do not trust/,
    );
  });
});
