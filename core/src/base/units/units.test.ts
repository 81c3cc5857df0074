import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  formatAgainst,
  formatBytes,
  formatClock,
  formatCount,
  formatDate,
  formatDistance,
  formatEighths,
  formatLength,
  formatMinuteOfDay,
  formatMinutes,
  formatMoney,
  formatShare,
  formatRunning,
  formatSecondOfDay,
  parseClock,
  moneyText,
  parseMinutes,
  parseMoney,
  parseShare,
} from './index.ts';

const plain = (text: string) => text.replaceAll('\u00a0', ' ');
const DAY = { date: '2027-03-18', timeZone: 'Europe/London' };

describe('a second of a day', () => {
  const day = { date: '2027-06-12', timeZone: 'Europe/London' };
  it.each([
    [14 * 3600 + 18 * 60 + 40, '24', '14:18:40'],
    [14 * 3600 + 18 * 60 + 59.6, '24', '14:19:00'],
    [65, '12', '12:01:05\u00a0am'],
    [86_400 + 5, '24', '00:00:05\u00a0+1'],
  ] as const)('%d by the %s-hour clock is %s', (second, clock, words) =>
    expect(formatSecondOfDay(second, day, clock)).toBe(words),
  );
});

describe('format', () => {
  it('never parts a number from its unit', () => {
    for (const text of [formatMinutes(45), formatBytes(1e9), formatLength(4.1, 'metric'), formatCount(3, 'shot')])
      expect(text).not.toContain(' ');
  });
  it('writes minutes as people say them', () => {
    expect(plain(formatMinutes(45))).toBe('45 min');
    expect(plain(formatMinutes(228))).toBe('3 h 48');
    expect(plain(formatMinutes(60))).toBe('1 h');
    expect(plain(formatMinutes(59.6))).toBe('1 h');
    expect(plain(formatMinutes(-5))).toBe('−5 min');
    expect(plain(formatMinutes(-0.2))).toBe('0 min');
  });
  it('writes clock times in both ways', () => {
    expect(formatClock(7, 5, '24')).toBe('07:05');
    expect(plain(formatClock(0, 5, '12'))).toBe('12:05 am');
    expect(plain(formatClock(12, 0, '12'))).toBe('12:00 pm');
    expect(plain(formatMinuteOfDay(1445, DAY))).toBe('00:05 +1');
    expect(formatMinuteOfDay(389.6, DAY)).toBe('06:30');
  });
  it('writes sizes to three figures', () => {
    expect([0, 999, 1000, 12_345_678, 999_600, 85.3e9, 2e12].map((b) => plain(formatBytes(b)))).toEqual([
      '0 B',
      '999 B',
      '1.00 kB',
      '12.3 MB',
      '1.00 MB',
      '85.3 GB',
      '2.00 TB',
    ]);
  });
  it('writes lengths, pages, dates, running times', () => {
    expect(plain(formatLength(4.1, 'feet'))).toBe('13 ft 5 in');
    expect(plain(formatLength(11, 'metric'))).toBe('11 m');
    expect(plain(formatDistance(240.4, 'metric'))).toBe('240 m');
    expect(plain(formatDistance(2345, 'metric'))).toBe('2.3 km');
    expect(plain(formatDistance(123_456, 'metric'))).toBe('123 km');
    expect(plain(formatDistance(240, 'feet'))).toBe('787 ft');
    expect(plain(formatDistance(2345, 'feet'))).toBe('1.5 mi');
    expect(plain(formatEighths(19))).toBe('2 3/8 pages');
    expect(plain(formatEighths(8))).toBe('1 page');
    expect(plain(formatDate('2027-03-18', { year: true }))).toBe('Thu 18 Mar 2027');
    expect(formatRunning(41_400)).toBe('0:41');
    expect(formatRunning(3_723_000)).toBe('1:02:03');
  });
  it('says late, early and even', () => {
    const words = { late: 'behind', early: 'ahead', even: 'on time' };
    expect([6, -4, 0.4].map((m) => plain(formatAgainst(m, words)))).toEqual(['6 min behind', '4 min ahead', 'on time']);
  });
});

describe('parse', () => {
  it.each([
    ['7', 420],
    ['0705', 425],
    ['7:05', 425],
    ['7.05', 425],
    ['7:05pm', 1145],
    ['12am', 0],
    ['25:10', 1510],
  ])('clock %s', (text, minute) => expect(parseClock(text)).toBe(minute));
  it.each(['', '7:60', '13pm', 'noon', '36:00'])('refuses the clock time %j', (text) =>
    expect(() => parseClock(text)).toThrow(/not a time/),
  );
  it.each([
    ['45', 45],
    ['45 min', 45],
    ['1h20', 80],
    ['1:20', 80],
    ['1.5 h', 90],
    ['0.5', 0.5],
  ])('length %s', (text, minutes) => expect(parseMinutes(text)).toBe(minutes));
  it.each(['', '-5', '1:75', 'long'])('refuses the length %j', (text) =>
    expect(() => parseMinutes(text)).toThrow(/not a length/),
  );
  it('reads back what it wrote', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1439 }),
        (m) => parseClock(formatClock(Math.floor(m / 60), m % 60, '24')) === m,
      ),
    );
  });
});

describe('money', () => {
  it.each([
    [125_050, 'EUR', '€1,250.50'],
    [-1200, 'GBP', '−£12'],
    // Yen have no small unit, Kuwaiti dinar have three places.
    [1250, 'JPY', '¥1,250'],
    [1250, 'KWD', 'KWD\u00a01.250'],
  ])('%i of %s is written %s', (minor, currency, words) => expect(formatMoney(minor, currency)).toBe(words));
  it('cents are written out where they are asked for', () =>
    expect(formatMoney(1200, 'GBP', { cents: true })).toBe('£12.00'));
  it('is read back as it was written, in each currency’s own small unit', () => {
    expect(parseMoney('1250', 'JPY')).toBe(1250);
    expect(parseMoney('1.25', 'KWD')).toBe(1250);
    expect(parseMoney('−20.5', 'GBP', { signed: true })).toBe(-2050);
    expect(() => parseMoney('12.5', 'JPY')).toThrow('write 250.');
    expect(() => parseMoney('-1', 'GBP')).toThrow('is not a sum');
    for (const currency of ['GBP', 'JPY', 'KWD'])
      expect(parseMoney(moneyText(12_345, currency), currency)).toBe(12_345);
    expect(moneyText(null, 'GBP')).toBe('');
  });
  it('shares are read and written', () => {
    expect([parseShare('19'), parseShare('7,7 %')]).toEqual([1900, 770]);
    expect(formatShare(770)).toBe('7.7\u00a0%');
    expect(() => parseShare('-1')).toThrow('is not a share');
    expect(() => parseShare('1.234')).toThrow('is not a share');
  });
});
