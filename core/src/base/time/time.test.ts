import { describe, expect, it } from 'vitest';
import { dateOf, isCalendarDate, isTimeZone, midnightMs, minuteToMs, msToMinute, wallClock, zoneAt } from './index.ts';

const LONDON = 'Europe/London';

describe('time', () => {
  it('finds local midnight in its zone', () => {
    expect(new Date(midnightMs('2027-03-18', LONDON)).toISOString()).toBe('2027-03-18T00:00:00.000Z');
    expect(new Date(midnightMs('2027-06-12', LONDON)).toISOString()).toBe('2027-06-11T23:00:00.000Z');
    expect(new Date(midnightMs('2027-06-12', 'Pacific/Auckland')).toISOString()).toBe('2027-06-11T12:00:00.000Z');
  });
  it('counts elapsed minutes across the night the clocks go on', () => {
    // 28 March 2027, 01:00 becomes 02:00 in London.
    expect(wallClock('2027-03-28', LONDON, 59)).toEqual({ hours: 0, minutes: 59, daysLater: 0 });
    expect(wallClock('2027-03-28', LONDON, 60)).toEqual({ hours: 2, minutes: 0, daysLater: 0 });
    expect(wallClock('2027-10-31', LONDON, 150)).toEqual({ hours: 1, minutes: 30, daysLater: 0 });
  });
  it('knows the small hours after midnight', () => {
    expect(wallClock('2027-03-18', LONDON, 1500)).toEqual({ hours: 1, minutes: 0, daysLater: 1 });
  });
  it('is the same by the short way and by the long, on even days and on days of change', () => {
    for (const [date, zone] of [
      ['2027-03-18', LONDON],
      ['2027-03-27', LONDON],
      ['2027-03-28', LONDON],
      ['2027-10-30', LONDON],
      ['2027-07-01', 'Asia/Kathmandu'],
      ['2027-04-04', 'Australia/Lord_Howe'],
    ] as const) {
      for (let minute = -1440; minute < 2880; minute += 37) {
        const text = new Intl.DateTimeFormat('en-GB', {
          timeZone: zone,
          hour: '2-digit',
          minute: '2-digit',
          hourCycle: 'h23',
        }).format(minuteToMs(date, zone, minute));
        const { hours, minutes } = wallClock(date, zone, minute);
        expect(
          `${String(hours).padStart(2, '0')}:${String(minutes).padStart(2, '0')}`,
          `${date} ${zone} ${minute}`,
        ).toBe(text);
      }
    }
  });
  it('goes both ways', () => {
    for (const minute of [-30, 0, 61.5, 1439, 2000])
      expect(msToMinute('2027-03-28', LONDON, minuteToMs('2027-03-28', LONDON, minute))).toBeCloseTo(minute, 9);
  });
  it('knows dates and zones from what is none', () => {
    expect(isCalendarDate('2028-02-29')).toBe(true);
    for (const text of ['2027-02-29', '2027-13-01', '18.3.2027', '2027-3-8', ''])
      expect(isCalendarDate(text), text).toBe(false);
    expect(isTimeZone('Europe/London')).toBe(true);
    expect(isTimeZone('Europe/Nowhere')).toBe(false);
    expect(() => midnightMs('tomorrow', LONDON)).toThrow(/not a date/);
  });
  it('dates an instant in its zone', () => {
    expect(dateOf(Date.UTC(2027, 2, 18, 23, 30), 'Asia/Tokyo')).toBe('2027-03-19');
  });
});

describe('the zone at a moment', () => {
  const days = [
    { date: '2027-03-18', timeZone: 'Europe/Oslo' },
    { date: '2027-03-20', timeZone: 'Atlantic/Azores' },
  ];
  it('is that of the latest day that has begun, a night past midnight still of its day', () => {
    const at = (iso: string) => zoneAt(days, Date.parse(iso));
    expect(at('2027-03-18T08:00:00Z')).toBe('Europe/Oslo');
    expect(at('2027-03-19T02:00:00Z')).toBe('Europe/Oslo');
    // Midnight of the twentieth comes an hour after UTC on the Azores.
    expect(at('2027-03-20T00:59:00Z')).toBe('Europe/Oslo');
    expect(at('2027-03-20T01:00:00Z')).toBe('Atlantic/Azores');
  });
  it('before all days is that of the first, and nobody’s where none is planned', () => {
    expect(zoneAt([...days].reverse(), 0)).toBe('Europe/Oslo');
    expect(zoneAt([], 0)).toBe('UTC');
  });
});
