import { describe, expect, it } from 'vitest';
import { cardStatus, type Card, type Clip, type CopyFile, type CopyJob, type Drive } from './index.ts';

const card = { id: 'card', label: 'A001' } as Card;
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
});
const drive = (id: string, whereabouts: string) => ({ id, name: id, whereabouts }) as Drive;
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
  failure: null,
});
const drives = [drive('x', 'bag'), drive('y', 'van'), drive('z', 'Bag ')];
const clips = [clip('1'), clip('2')];
const policy = { verifiedCopies: 2, apart: true };
const status = (files: CopyFile[], jobs: CopyJob[] = [], p = policy, c = clips) =>
  cardStatus(card, c, files, jobs, drives, p);
const whole = (driveId: string) => [file(driveId, '1', 'verified'), file(driveId, '2', 'verified')];

describe('where a card’s media stand', () => {
  it('on the card only, until something is verified', () =>
    expect(status([file('x', '1', 'copying')])).toMatchObject({
      state: 'onCardOnly',
      missing: 'Needs 2 verified copies.',
    }));
  it('part copied is no copy', () =>
    expect(status([file('x', '1', 'verified')])).toMatchObject({
      state: 'copied',
      missing: 'Needs 2 verified copies.',
    }));
  it('one verified copy is not kept', () =>
    expect(status(whole('x'))).toMatchObject({ state: 'verified', missing: 'Needs 1 more verified copy.' }));
  it('two in one bag are not kept when they must be apart', () => {
    expect(status([...whole('x'), ...whole('z')])).toMatchObject({
      state: 'verified',
      missing: 'All its copies are in one place: take one elsewhere.',
    });
    expect(status([...whole('x'), ...whole('z')], [], { verifiedCopies: 2, apart: false }).state).toBe('kept');
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
  it('an empty card is not kept', () =>
    expect(status([], [], policy, [])).toMatchObject({ state: 'onCardOnly', missing: 'Nothing on it yet.' }));
  it('shows the open job before the newest ended one', () => {
    const job = (id: string, state: CopyJob['state'], startedAtMs: number) =>
      ({ id, cardId: 'card', state, startedAtMs }) as CopyJob;
    expect(status([], [job('old', 'verified', 1), job('open', 'running', 2), job('new', 'failed', 3)]).job?.id).toBe(
      'open',
    );
    expect(status([], [job('old', 'verified', 1), job('new', 'failed', 3)]).job?.id).toBe('new');
  });
});
