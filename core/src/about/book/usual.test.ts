import { describe, expect, it } from 'vitest';
import type { BookDay, BookSetup } from './model.ts';
import { bookPacePercent, usualSaid, usualSetups } from './index.ts';

const setup = (style: string, tookMin: number | null, cameras = ['A', 'B']) =>
  ({ style, tookMin, cameras }) as unknown as BookSetup;

describe('what setups usually took', () => {
  it('by cameras and kind, the most often first; what was never timed is left out', () => {
    const list = usualSetups([
      setup('interview', 40),
      setup('interview', 30),
      setup('interview', 62),
      setup('product', 20, ['A']),
      setup('product', null, ['A']),
      setup('', 10, []),
    ]);
    expect(list.map((u) => [u.words, u.times, u.medianMin])).toEqual([
      ['two-camera interview', 3, 40],
      ['one-camera product', 1, 20],
      ['setup', 1, 10],
    ]);
    expect(usualSaid(list[0]!)).toMatch(/your two-camera interview: 40\smin, 3\stimes \(30\smin to 1\sh\s02\)/);
    expect(usualSaid(list[1]!)).toMatch(/20\smin, 1\stime$/);
  });
  it('an even number takes the middle of two', () =>
    expect(usualSetups([setup('x', 10), setup('x', 20)])[0]?.medianMin).toBe(15));
});

describe('the pace of former days', () => {
  const day = (...seen: [number, number][]) =>
    ({ seen: seen.map(([estimate, actual]) => ({ kind: 'shot', estimate, actual })) }) as unknown as BookDay;
  it('is all that was taken over all that was planned', () =>
    expect(bookPacePercent([day([10, 12], [30, 36]), day([0, 5])])).toEqual({ percent: 120, times: 2 }));
  it('is not known of nothing', () => expect(bookPacePercent([day()])).toBeNull());
});
