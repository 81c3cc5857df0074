import { describe, expect, it } from 'vitest';
import { pausesJobs, roomWords } from './disk.ts';

const GB = 1e9;
const room = (freeGB: number, totalGB = 100) => ({ freeBytes: freeGB * GB, totalBytes: totalGB * GB });

describe('room on the disk', () => {
  it.each([
    [50, null, false],
    [10, null, false],
    [9, /getting full: 9\.0\u00a0GB \(9\u00a0%\)/, false],
    [4, /almost full: 4\.0\u00a0GB/, false],
    [1, /almost full/, true],
    [0, /almost full: 0\.0\u00a0GB/, true],
  ])('with %i of 100 GB left', (free, short, waits) => {
    const words = roomWords(room(free));
    if (short === null) expect(words).toBeNull();
    else expect(words?.short).toMatch(short);
    expect(pausesJobs(room(free))).toBe(waits);
    expect(words?.words.includes('Copy jobs wait') ?? false).toBe(waits);
  });
  it('a large disk has enough left at a small share', () => expect(roomWords(room(60, 4000))).toBeNull());
});
