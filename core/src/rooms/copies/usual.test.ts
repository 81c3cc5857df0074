import { describe, expect, it } from 'vitest';
import { usualDrives, type Drive } from './index.ts';

const drive = (id: string, freeBytes: number | null, more: Partial<Drive> = {}) =>
  ({
    id,
    kind: 'ssd',
    station: '',
    volume: null,
    space: freeBytes === null ? null : { freeBytes, totalBytes: 9, atMs: 0 },
    ...more,
  }) as Drive;
const job = (startedAtMs: number, ...driveIds: string[]) => ({ kind: 'copy' as const, startedAtMs, driveIds });
const ids = (...args: Parameters<typeof usualDrives>) => usualDrives(...args).map((d) => d.id);
const two = { verifiedCopies: 2 };

describe('as usual', () => {
  const drives = [drive('a', 1), drive('b', 5), drive('c', null), drive('cloud', 99, { kind: 'cloud' })];
  it('is where the last copy went, not where one of too few went', () => {
    expect(ids([job(1, 'b', 'c'), job(2, 'a', 'c')], drives, two, '')).toEqual(['a', 'c']);
    expect(ids([job(2, 'a')], drives, two, '')).toEqual(['b', 'a']);
    expect(ids([job(2, 'a', 'gone')], drives, two, '')).toEqual(['b', 'a']);
  });
  it('else where there is the most room, on devices of their own, the cloud last', () => {
    const volume = { id: 'v', device: 'one', takenOnAtMs: 0, by: '' };
    expect(ids([], [drive('a', 5, { volume }), drive('b', 4, { volume }), drive('c', 3)], two, '')).toEqual(['a', 'c']);
    expect(ids([], drives, { verifiedCopies: 4 }, '')).toEqual(['b', 'a', 'c', 'cloud']);
  });
  it('is on the machine that the card is at', () => {
    const at = [...drives, drive('van', 1, { station: 'van' })];
    expect(ids([job(1, 'a', 'b')], at, two, 'van')).toEqual(['van']);
    expect(ids([], [], two, '')).toEqual([]);
  });
});
