import { describe, expect, it } from 'vitest';
import { reportOf } from './report.ts';

const at = {
  now: new Date('2027-03-18T10:58:00Z'),
  userAgent: 'a browser',
  address: '/p/01a22184-ea6b-7152-9066-80f4899fe500/1/day',
};

describe('a fault’s report', () => {
  it('says what, where, when and with what, and names no job', () => {
    const text = reportOf(new RangeError('Invalid time value'), 'Day', at);
    expect(text).toMatch(/Where: Day \(\/p\/…\/1\/day\)/);
    expect(text).toMatch(/When: 2027-03-18T10:58:00.000Z/);
    expect(text).toMatch(/What: RangeError: Invalid time value/);
    expect(text).not.toContain('01a22184');
  });
  it('of something that is no error says what it was', () =>
    expect(reportOf('odd', 'Roll', at)).toMatch(/What: Error: odd/));
});
