import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { z } from 'zod';
import {
  converted,
  estimateFields,
  estimateLineFields,
  expenseFields,
  rateFields,
  senderFields,
  hireCost,
  moneyTotal,
  overtimePay,
  parted,
  roundedTo,
  scaled,
  shareOf,
  usageCost,
  type MoneySum,
} from './index.ts';

const amount = fc.integer({ min: 0, max: 1_000_000_000_000 });
const bp = fc.integer({ min: 0, max: 10_000 });

describe('whole minor units', () => {
  it.each([
    [1000, 1900, 190],
    [1, 5000, 1],
    [3, 5000, 2],
    [-3, 5000, -2],
    [999_999_999_999, 9_999, 999_899_999_999],
    [0, 1900, 0],
  ])('%i × %i bp is %i', (minor, share, is) => expect(shareOf(minor, share)).toBe(is));
  it('thirds and sixths are exact until the last step', () => {
    expect(scaled(100, 1, 3)).toBe(33);
    expect(scaled(200, 1, 3)).toBe(67);
    expect(scaled(-200, 1, 3)).toBe(-67);
    expect(roundedTo(1_232, 5)).toBe(1_230);
    expect(roundedTo(1_233, 5)).toBe(1_235);
    expect(roundedTo(-1_233, 5)).toBe(-1_235);
  });
  it('parts add up to the whole to the unit, and none is a unit off its share', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -1e12, max: 1e12 }),
        fc.array(fc.integer({ min: 0, max: 1e9 }), { minLength: 1, maxLength: 12 }),
        (whole, weights) => {
          fc.pre(weights.some((w) => w > 0));
          const parts = parted(whole, weights);
          expect(parts.reduce((a, b) => a + b, 0)).toBe(whole);
          const sum = weights.reduce((a, b) => a + b, 0);
          parts.forEach((p, i) => expect(Math.abs(p - (whole * weights[i]!) / sum)).toBeLessThan(1 + 1e-3));
        },
      ),
    ));
});

describe('overtime', () => {
  const day = {
    rateMinor: 60_000,
    baseMin: 600,
    unitMin: 30,
    steps: [
      { fromMin: 600, factorPercent: 150 },
      { fromMin: 720, factorPercent: 200 },
    ],
  };
  it('ten hours are the rate; the eleventh half as much again, from the thirteenth on twice', () => {
    expect(overtimePay({ ...day, workedMin: 600 })).toEqual({ baseMinor: 60_000, parts: [], totalMinor: 60_000 });
    expect(overtimePay({ ...day, workedMin: 480 }).totalMinor).toBe(60_000);
    // 2 h at 150 % and 1 h at 200 % of 60.00 an hour.
    expect(overtimePay({ ...day, workedMin: 780 })).toMatchObject({
      parts: [
        { fromMin: 600, minutes: 120, factorPercent: 150, minor: 18_000 },
        { fromMin: 720, minutes: 60, factorPercent: 200, minor: 12_000 },
      ],
      totalMinor: 90_000,
    });
  });
  it('each half hour that is begun is full', () => {
    expect(overtimePay({ ...day, workedMin: 601 }).totalMinor).toBe(64_500);
    expect(overtimePay({ ...day, workedMin: 630 }).totalMinor).toBe(64_500);
    expect(overtimePay({ ...day, workedMin: 631 }).totalMinor).toBe(69_000);
  });
  it('more work never costs less, and the parts add up', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1440 }),
        fc.integer({ min: 0, max: 300 }),
        amount,
        (workedMin, more, rateMinor) => {
          const [a, b] = [workedMin, workedMin + more].map((w) => overtimePay({ ...day, rateMinor, workedMin: w }));
          expect(b!.totalMinor).toBeGreaterThanOrEqual(a!.totalMinor);
          expect(a!.totalMinor).toBe(a!.baseMinor + a!.parts.reduce((s, p) => s + p.minor, 0));
        },
      ),
    ));
  it('steps within the rate, or two at once, are refused', () => {
    expect(() => overtimePay({ ...day, workedMin: 1, steps: [{ fromMin: 500, factorPercent: 150 }] })).toThrow(
      /still covers/,
    );
    const twice = { fromMin: 700, factorPercent: 150 };
    expect(() => overtimePay({ ...day, workedMin: 1, steps: [twice, twice] })).toThrow(/same time/);
  });
});

describe('hire', () => {
  it.each([
    [1, 3, 0, 1, 100],
    [3, 3, 0, 3, 300],
    [4, 3, 1, 0, 300],
    [8, 3, 1, 1, 400],
    [11, 3, 2, 0, 600],
    [5, null, 0, 5, 500],
  ])('%i days, a week as %s days: %i weeks and %i days', (days, weekAsDays, weeks, rest, totalMinor) =>
    expect(hireCost({ dayMinor: 100, weekAsDays, days })).toEqual({ weeks, days: rest, totalMinor }),
  );
  it('never costs more than by the day, and a day more never less', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 7 }), (days, weekAsDays) => {
        const cost = (d: number) => hireCost({ dayMinor: 1000, weekAsDays, days: d }).totalMinor;
        expect(cost(days)).toBeLessThanOrEqual(days * 1000);
        expect(cost(days + 1)).toBeGreaterThanOrEqual(cost(days));
      }),
    ));
});

describe('usage', () => {
  const agency = {
    feeMinor: 80_000,
    uses: [{ territory: 'here', medium: 'online', yearMinor: 100_000 }],
    riseBp: 1000,
    commissionBp: 2000,
  };
  const freelance = { feeMinor: 60_000, buyOutMinor: 300_000, buyOutYears: null };
  it('adds up year by year and says when one overtakes the other', () => {
    const { byYear, overtakes } = usageCost({ agency, freelance, years: 3 });
    expect(byYear).toEqual([
      { year: 1, agencyMinor: 96_000 + 120_000, freelanceMinor: 360_000 },
      { year: 2, agencyMinor: 216_000 + 132_000, freelanceMinor: 360_000 },
      { year: 3, agencyMinor: 348_000 + 145_200, freelanceMinor: 360_000 },
    ]);
    expect(overtakes).toEqual({ year: 3, cheaper: 'freelance' });
    expect(usageCost({ agency, freelance, years: 2 }).overtakes).toBeNull();
  });
  it('a buy-out that ran out is bought again', () =>
    expect(
      usageCost({ agency, freelance: { ...freelance, buyOutYears: 2 }, years: 5 }).byYear.map((y) => y.freelanceMinor),
    ).toEqual([360_000, 360_000, 660_000, 660_000, 960_000]));
});

describe('the total', () => {
  const sum: MoneySum = { lines: [], contingencyBp: 0, marginBp: 0, commissionBp: 0, taxBy: 'total', roundToMinor: 1 };
  const line = (id: string, netMinor: number, taxBp: number) => ({ id, netMinor, taxBp });
  it('is nothing of nothing', () =>
    expect(moneyTotal(sum)).toMatchObject({ netMinor: 0, taxMinor: 0, grossMinor: 0, taxes: [] }));
  it('tax line by line and once by rate may differ by the rounding, and says which', () => {
    const lines = ['a', 'b', 'c'].map((id) => line(id, 33, 1900));
    expect(moneyTotal({ ...sum, lines, taxBy: 'line' }).taxMinor).toBe(18);
    expect(moneyTotal({ ...sum, lines, taxBy: 'total' }).taxMinor).toBe(19);
  });
  it('contingency and margin come on top of the lines; what an agency keeps leaves all of it', () => {
    const total = moneyTotal({
      ...sum,
      lines: [line('a', 100_000, 1900)],
      contingencyBp: 1000,
      marginBp: 500,
      commissionBp: 2000,
    });
    expect(total).toMatchObject({
      linesMinor: 100_000,
      contingencyMinor: 10_000,
      marginMinor: 5_000,
      netMinor: 143_750,
      commissionMinor: 28_750,
    });
    expect(total.taxMinor).toBe(27_313);
  });
  it('what is to be paid is rounded, and by how much is said', () =>
    expect(moneyTotal({ ...sum, lines: [line('a', 1_233, 0)], roundToMinor: 5 })).toMatchObject({
      grossMinor: 1_235,
      roundingMinor: 2,
    }));
  it('whatever the lines: nothing is counted twice, and the parts add up to the whole', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ net: amount, tax: fc.constantFrom(0, 700, 1900, 2000) }), { maxLength: 20 }),
        fc.record({
          ...{ contingencyBp: bp, marginBp: bp, commissionBp: fc.integer({ min: 0, max: 5000 }) },
          taxBy: fc.constantFrom('line' as const, 'total' as const),
          roundToMinor: fc.constantFrom(1, 5, 100),
        }),
        (list, how) => {
          const lines = list.map((l, i) => line(String(i), l.net, l.tax));
          const t = moneyTotal({ lines, ...how });
          const before = t.linesMinor + t.contingencyMinor + t.marginMinor;
          expect(before + t.commissionMinor).toBe(t.netMinor);
          expect(t.taxes.reduce((s, x) => s + x.netMinor, 0)).toBe(lines.length === 0 ? 0 : t.netMinor);
          expect(t.taxes.reduce((s, x) => s + x.taxMinor, 0)).toBe(t.taxMinor);
          expect(t.netMinor + t.taxMinor + t.roundingMinor).toBe(t.grossMinor);
          expect(t.grossMinor % how.roundToMinor).toBe(0);
          expect(Math.abs(t.roundingMinor)).toBeLessThanOrEqual(how.roundToMinor / 2);
          const left = t.netMinor - shareOf(t.netMinor, how.commissionBp);
          expect(left).toBeGreaterThanOrEqual(before);
          expect(left - before).toBeLessThanOrEqual(1);
        },
      ),
    ));
});

describe('other currencies', () => {
  const yen = [{ currency: 'JPY', rateMillionths: 5300, onDate: '2027-01-01' }];
  it('are turned by their own small units, halves away from nothing', () => {
    // 1,234 yen at 0.0053 pounds: 6.5402 pounds.
    expect(converted(1234, 'JPY', 'GBP', yen, '2027-02-01')?.minor).toBe(654);
    expect(converted(1234, 'GBP', 'GBP', [], '2027-02-01')).toEqual({ minor: 1234, rate: null });
    // 10.000 dinar at 2.6 pounds.
    const dinar = [{ currency: 'KWD', rateMillionths: 2_600_000, onDate: '2027-01-01' }];
    expect(converted(10_000, 'KWD', 'GBP', dinar, '2027-01-01')?.minor).toBe(2600);
  });
  it('are not turned by a rate of later, or by none', () => {
    expect(converted(1, 'JPY', 'GBP', yen, '2026-12-31')).toBeNull();
    expect(converted(1, 'USD', 'GBP', yen, '2027-12-31')).toBeNull();
  });
});

describe('bad input is refused in words', () => {
  const refusal = (schema: z.ZodObject, value: object) =>
    Object.entries(value).map(
      ([field, v]) => (schema.shape[field] as z.ZodType).safeParse(v).error?.issues[0]?.message,
    );
  it.each([
    [refusal(estimateFields, { hoursBefore: -1 }), 'Hours before the days can’t be negative.'],
    [refusal(rateFields, { currency: '' }), 'A currency is three letters, such as EUR.'],
    [refusal(rateFields, { currency: undefined }), 'A sum needs a currency: three letters, such as EUR.'],
    [refusal(rateFields, { amountMinor: -5 }), 'The rate can’t be negative.'],
    [refusal(rateFields, { fromDate: '2027-02-30' }), 'Since when it holds is a date that exists, as YYYY-MM-DD.'],
    [refusal(estimateFields, { commissionBp: 10_000 }), 'The commission is 90\u00a0% at the most.'],
    [refusal(expenseFields, { km: -3 }), 'The way can’t be negative.'],
    [refusal(estimateLineFields, { quantity: 1.2345 }), 'How many has three places at most.'],
    [
      refusal(senderFields, { invoicePrefix: 'I <b>' }),
      'What stands before an invoice’s number is letters, digits, hyphens, dots and slashes.',
    ],
  ])('%s', (said, words) => expect(said).toEqual([words]));
  it('0 % and 100 % of contingency are both taken', () => {
    for (const shareBp of [0, 10_000])
      expect(estimateFields.shape.contingency.safeParse({ by: 'share', shareBp }).success).toBe(true);
    expect(estimateFields.shape.contingency.safeParse({ by: 'share', shareBp: 10_001 }).error?.issues[0]?.message).toBe(
      'The contingency is 100\u00a0% at the most.',
    );
  });
});
