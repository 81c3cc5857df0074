import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { isEvenDay, isOnClock, minuteToWall, wallClock, wallToMinute } from '../../base/time/index.ts';
import { formatMinuteOfDay, parseClock, parseClockOn } from '../../base/units/index.ts';
import { DAY_DEFAULTS, type Day } from '../../plan/day/index.ts';
import { onTheirDays } from './typedTimes.ts';
import { asTyped, onDay } from './index.ts';

/** A date of 2027 and what stands around it, in days of which some change their clocks in each zone. */
const changeDays = Intl.supportedValuesOf('timeZone').flatMap((timeZone) =>
  Array.from({ length: 122 }, (_, i) => new Date(Date.UTC(2027, 0, 2 + i * 3)).toISOString().slice(0, 10))
    .filter((date) => !isEvenDay(date, timeZone))
    .map((date) => ({ date, timeZone })),
);
const day = (date: string, timeZone: string): Day => ({
  id: 'd',
  productionId: 'p',
  version: 3,
  deletedAt: null,
  ...DAY_DEFAULTS,
  number: 1,
  date,
  timeZone,
  basePlaceId: 'hall',
});
const clock = (wallMin: number) =>
  `${String(Math.floor(wallMin / 60) % 24).padStart(2, '0')}:${String(wallMin % 60).padStart(2, '0')}`;

describe('a time typed on a day whose clocks change', () => {
  it('is that time on the wall, in every zone there is, or refused in words', () => {
    expect(changeDays.length).toBeGreaterThan(200);
    expect(changeDays.some((d) => d.timeZone === 'Australia/Lord_Howe')).toBe(true);
    fc.assert(
      fc.property(fc.constantFrom(...changeDays), fc.integer({ min: 0, max: 1439 }), ({ date, timeZone }, wallMin) => {
        const typed = clock(wallMin);
        if (!isOnClock(date, timeZone, wallMin)) {
          expect(() => parseClockOn(typed, { date, timeZone })).toThrow(/There is no/);
          return;
        }
        const stored = parseClockOn(typed, { date, timeZone });
        expect(stored).toBe(wallMin);
        const row = onDay('days', { ...day(date, timeZone), callMin: stored }, { date, timeZone });
        // The screens’ own path: the row as it is read, said as screens say it.
        expect(formatMinuteOfDay(row.callMin, row)).toBe(typed);
        expect(minuteToWall(date, timeZone, row.callMin)).toBe(wallMin);
      }),
      { numRuns: sampled(3000, 600) },
    );
  });
  it('London’s two and Lord Howe’s half hour', () => {
    const london = 'Europe/London';
    expect(wallToMinute('2027-03-28', london, 450)).toBe(390);
    expect(wallToMinute('2027-10-31', london, 450)).toBe(510);
    // 01:30 is left out in spring; in autumn it comes twice, and the first is meant.
    expect(isOnClock('2027-03-28', london, 90)).toBe(false);
    expect(wallToMinute('2027-10-31', london, 90)).toBe(90);
    expect(wallToMinute('2027-04-04', 'Australia/Lord_Howe', 450)).toBe(480);
    expect(isOnClock('2027-10-03', 'Australia/Lord_Howe', 135)).toBe(false);
    // The small hours after the day, past the change.
    expect(wallToMinute('2027-03-27', london, 1440 + 180)).toBe(1440 + 120);
    expect(wallClock('2027-03-27', london, 1440 + 120)).toEqual({ hours: 3, minutes: 0, daysLater: 1 });
  });
  it('later on the wall is never earlier in the day', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...changeDays),
        fc.integer({ min: 180, max: 2800 }),
        fc.nat(60),
        ({ date, timeZone }, a, more) => {
          if (![a, a + more].every((m) => isOnClock(date, timeZone, m))) return;
          const [x, y] = [wallToMinute(date, timeZone, a), wallToMinute(date, timeZone, a + more)];
          expect(y).toBeGreaterThanOrEqual(x);
        },
      ),
      { numRuns: sampled(1000, 200) },
    );
  });
});

describe('rows of such a day', () => {
  const london = day('2027-03-28', 'Europe/London');
  const even = { ...day('2027-03-18', 'Europe/London'), id: 'e' };
  it('are read in elapsed minutes, remember what was typed, and are the same rows when read again', () => {
    const items = [
      { id: 'a', dayId: 'd', pinnedStartMin: 600 },
      { id: 'b', dayId: 'e', pinnedStartMin: 600 },
      { id: 'c', dayId: 'd', pinnedStartMin: null },
    ];
    const read = onTheirDays('dayItems', items, [london, even], []);
    expect(read.map((r) => r.pinnedStartMin)).toEqual([540, 600, null]);
    expect(read[1]).toBe(items[1]);
    expect(read.map(asTyped)).toEqual(items);
    expect(onTheirDays('dayItems', items, [london, even], [])[0]).toBe(read[0]);
    expect(onTheirDays('dayItems', read, [even], [])).toBe(read);
  });
  it('are the very list where no day is uneven', () => {
    const items = [{ id: 'b', dayId: 'e', pinnedStartMin: 600 }];
    expect(onTheirDays('dayItems', items, [even], [])).toBe(items);
  });
  it('a day that moves keeps its clock', () => {
    const moved = onDay(
      'days',
      { ...asTyped(onDay('days', london, london)), date: '2027-10-31' },
      {
        date: '2027-10-31',
        timeZone: 'Europe/London',
      },
    );
    expect(formatMinuteOfDay(moved.callMin, moved)).toBe('07:30');
    expect(moved.callMin).toBe(510);
  });
  it('without a day it is only a time', () => expect(parseClockOn('7:05', null)).toBe(parseClock('7:05')));
});
