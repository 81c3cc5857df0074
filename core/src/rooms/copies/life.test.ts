import { describe, expect, it } from 'vitest';
import type { LogEntry } from '../log/index.ts';
import { lifeOf, type CardStatus, type CopyJob, type Drive, type Release } from './index.ts';

const status = {
  card: {
    id: 'a',
    label: 'A001',
    seen: { atMs: 30, files: 4 },
    alarms: [{ kind: 'wrongCamera', files: 4, of: 4, other: 'B', atMs: 31, settledBy: 'Oda' }],
  },
  state: 'kept',
} as unknown as CardStatus;
const job = (more: Partial<CopyJob>) =>
  ({
    cardId: 'a',
    driveIds: ['d'],
    kind: 'copy',
    by: 'Oda',
    state: 'verified',
    endedAtMs: 50,
    failure: null,
    ...more,
  }) as CopyJob;
const tap = (atMs: number, kind: 'cardIn' | 'cardOut', label = 'A001') =>
  ({ atMs, by: 'Kaja', payload: { kind, cameraId: 'c', label } }) as LogEntry;
const life = (jobs: CopyJob[], releases: Release[] = [], log: LogEntry[] = []) =>
  lifeOf(status, { jobs, releases }, [{ id: 'd', name: 'Fast 1' } as Drive], log, () => 'B').map((e) => [
    e.atMs,
    e.kind,
    e.by,
    e.words,
  ]);

describe('the life of a card', () => {
  it('is told in order, with who did what', () =>
    expect(
      life(
        [job({}), job({ kind: 'check', endedAtMs: 60 }), job({ state: 'running', endedAtMs: null })],
        [
          {
            cardId: 'a',
            atMs: 70,
            by: 'Oda',
            grounds: 'two drives',
            withdrawnAtMs: 80,
            withdrawnBy: 'Kaja',
          } as Release,
        ],
        [tap(10, 'cardIn'), tap(20, 'cardOut'), tap(15, 'cardIn', 'B001')],
      ),
    ).toEqual([
      [10, 'inCamera', 'Kaja', 'into camera B'],
      [20, 'out', 'Kaja', 'out of camera B'],
      [30, 'read', '', 'read: 4\u00a0files'],
      [31, 'alarm', '', 'Its files name camera B: was A001 in that camera? Set aside by Oda.'],
      [50, 'copied', 'Oda', 'copied to Fast 1, read back and compared'],
      [50, 'kept', '', 'kept, as the policy stands now'],
      [60, 'checked', 'Oda', 'copies read again on Fast 1: as they were'],
      [70, 'released', 'Oda', 'released to be formatted: two drives'],
      [80, 'withdrawn', 'Kaja', 'release taken back'],
    ]));
  it('says what failed, and of other cards nothing', () => {
    const failed = job({ state: 'failed', failure: 'The drive is full.', driveIds: ['gone'] });
    expect(life([failed, job({ cardId: 'b' })]).filter(([, kind]) => kind === 'copied')).toEqual([
      [50, 'copied', 'Oda', 'copy to no drive that is listed: The drive is full.'],
    ]);
  });
});
