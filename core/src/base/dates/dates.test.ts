import { describe, expect, it } from 'vitest';
import { dateIn, parseDate } from './index.ts';

const TODAY = '2026-11-28';
const read = (text: string) => dateIn(text, TODAY)?.date ?? null;

describe('dates as people write them', () => {
  it.each([
    ['2027-03-18', '2027-03-18'],
    ['3 Dec', '2026-12-03'],
    ['3 March', '2027-03-03'],
    ['Thursday 18 March', '2027-03-18'],
    ['Thu 4th June, call 6:30', '2027-06-04'],
    ['18.3.2027', '2027-03-18'],
    ['5/4/2027', '2027-04-05'],
    ['tomorrow', '2026-11-29'],
    ['next Friday', '2026-12-04'],
    ['18. März 2027', '2027-03-18'],
    ['le 14 juillet 2027', '2027-07-14'],
    ['3 de mayo de 2027', '2027-05-03'],
  ])('%s is %s', (text, date) => expect(read(text)).toBe(date));
  it.each(['', 'call 6:30', 'wrap by 18:30', '7 Metal meets the mould', '2027-02-30', 'the usual place'])(
    '“%s” has none',
    (text) => expect(read(text)).toBeNull(),
  );
  it('a field of its own refuses what is none, in words', () => {
    expect(parseDate('3 Dec', TODAY)).toBe('2026-12-03');
    expect(() => parseDate('soon', TODAY)).toThrow('“soon” is no date: write one such as 3 Dec or 2027-03-18.');
  });
});
