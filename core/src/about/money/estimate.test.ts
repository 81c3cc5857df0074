import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SECTIONS, type Exchange } from '../../rooms/money/index.ts';
import { PRICES, estimated, plan, rate, typed, version, worker } from './testing.ts';
import { figuresOf, ratesOn, termsOf, versionDifference, versionSaid, workCost } from './index.ts';

describe('what somebody’s work costs', () => {
  const day = rate({ kind: 'work', name: 'day', amountMinor: 60_000 });
  it.each([
    [600, 60_000],
    // Half an hour begun is full: 30 min at 150 %.
    [601, 64_500],
    // Two hours at 150 %, one at 200 %.
    [780, 90_000],
    [200, 60_000],
  ])('%i min by the day: %i', (minutes, minor) => expect(workCost(day, minutes).minor).toBe(minor));
  it('half a day where that has a price', () => {
    const half = { ...day, halfMinor: 35_000 };
    expect(workCost(half, 300)).toEqual({ minor: 35_000, why: '5\u00a0h: half a day, £350' });
    expect(workCost(half, 301).minor).toBe(60_000);
  });
  it('by the hour in units begun', () => {
    const hourly = { ...day, hourly: true, amountMinor: 4500, baseMin: 60, unitMin: 15 };
    expect(workCost(hourly, 61).minor).toBe(5625);
  });
  it('goes by one’s own rate, then the day rate in People, then the rate of the role; else it is not known', () => {
    const rates = [
      rate({ kind: 'work', name: 'Gaffer', amountMinor: 1 }),
      rate({ kind: 'work', name: 'Oda’s', personId: 'Oda', amountMinor: 2 }),
    ];
    const prices = { ...PRICES, rates };
    expect(termsOf(worker('Oda', { role: 'gaffer' }), prices)?.amountMinor).toBe(2);
    expect(termsOf(worker('Mirko', { role: 'gaffer' }), prices)?.amountMinor).toBe(60_000);
    expect(termsOf(worker('Ilse', { role: ' Gaffer ', dayRateMinor: null }), prices)?.amountMinor).toBe(1);
    expect(termsOf(worker('Ilse', { dayRateMinor: null }), prices)).toBeNull();
  });
  it('of a rate that rose the one that holds on the day', () => {
    const rates = [
      rate({ kind: 'once', name: 'Fee', id: 'old', fromDate: '2026-01-01' }),
      rate({ kind: 'once', name: 'fee', id: 'now', fromDate: '2027-03-18' }),
      rate({ kind: 'once', name: 'Fee', id: 'later', fromDate: '2027-03-19' }),
    ];
    expect(ratesOn(rates, '2027-03-18').map((r) => r.id)).toEqual(['now']);
    expect(ratesOn(rates, '2025-01-01')).toEqual([]);
  });
});

describe('an estimate', () => {
  it('is people, and what of it stays', () => {
    const e = estimated({ version: { selfId: 'Oda', marginBp: 1000, hoursBefore: 4, hoursAfter: 6 } });
    expect(e.total).toMatchObject({ linesMinor: 120_000, marginMinor: 12_000, netMinor: 132_000 });
    expect(e).toMatchObject({ paidOutMinor: 60_000, leavesMinor: 72_000, ownMin: 1200, leavesHourMinor: 3600 });
  });
  it('what nobody priced is told, and in no sum', () => {
    const e = estimated({
      plan: { people: [worker('Oda', { dayRateMinor: null })], unpriced: [{ key: 'kit:x', name: 'Haze' }] },
    });
    expect(e.unknown.map((l) => l.words)).toEqual(['Oda', 'Haze']);
    expect(e.total.netMinor).toBe(0);
  });
  it('counts the price list by the plan', () => {
    const e = estimated({
      plan: {
        days: ['d1', 'd2', 'd3', 'd4'].map((id, i) => ({ id, number: i + 1, date: '' })),
        people: [worker('Oda', {}, 'd1', 'd2'), worker('Guest', { kind: 'client' })],
        places: [{ id: 'foundry', name: 'Foundry', dayIds: ['d1', 'd2'] }],
        ...{
          betweenKm: 12.4,
          recordedBytes: 1.5e12,
          copies: 2,
          deliverables: [{ id: 'f', title: 'Film', minutes: 4.5 }],
        },
      },
      rates: [
        rate({ kind: 'kit', name: 'Camera', amountMinor: 25_000, weekAsDays: 3, own: true }),
        rate({ kind: 'head', name: 'Meals', amountMinor: 1850 }),
        rate({ kind: 'km', name: 'Van', amountMinor: 45 }),
        rate({ kind: 'media', name: 'Drive', amountMinor: 9000, driveBytes: 2e12 }),
        rate({ kind: 'post', name: 'Grade', amountMinor: 12_000 }),
        rate({ kind: 'place', name: 'Permit', amountMinor: 8000, placeId: 'foundry' }),
        rate({ kind: 'place', name: 'Elsewhere', amountMinor: 8000, placeId: 'gone' }),
        rate({ kind: 'day', name: 'Insurance', amountMinor: 3000 }),
        rate({ kind: 'once', name: 'Music', amountMinor: 20_000 }),
      ],
    });
    const net = Object.fromEntries(e.lines.map((l) => [l.words, [l.section, l.quantity, l.netMinor]]));
    expect(net).toEqual({
      Oda: ['work', 2, 120_000],
      // Four days are a week at three.
      Camera: ['kit', 4, 75_000],
      Permit: ['place', 2, 16_000],
      Van: ['travel', 12, 540],
      Meals: ['food', 2, 3700],
      Drive: ['media', 2, 18_000],
      Grade: ['post', 4.5, 54_000],
      Insurance: ['other', 4, 12_000],
      Music: ['other', 1, 20_000],
    });
  });
  it('turns other currencies by the newest typed rate, and says where nobody typed one', () => {
    const rates = [rate({ kind: 'once', name: 'Fee', amountMinor: 10_000, currency: 'USD' })];
    const of = (exchanges: Exchange[]) => estimated({ plan: { people: [] }, rates, exchanges }).lines[0];
    expect(of([])).toMatchObject({ netMinor: null });
    expect(of([])?.why.at(-1)).toContain('Nobody typed what one USD is in GBP');
    const typedOn = (onDate: string, rateMillionths: number) =>
      ({ currency: 'USD', onDate, rateMillionths }) as Exchange;
    const known = of([typedOn('2027-01-01', 700_000), typedOn('2027-03-01', 785_050), typedOn('2027-04-01', 1)]);
    expect(known?.netMinor).toBe(7851);
    expect(known?.why.at(-1)).toContain('typed for 2027-03-01');
  });
  it('a line by hand says what the plan says, and one that is left out is out', () => {
    const hand = typed({ planKey: 'work:Oda', section: 'work', unitMinor: 45_000, quantity: 1, own: true });
    const e = estimated({ typed: [hand], version: { offKeys: ['work:Mirko'] } });
    expect(e.lines).toHaveLength(1);
    expect(e.lines[0]).toMatchObject({ netMinor: 45_000, planMinor: 60_000, own: true });
    expect(e.lines[0]?.why[0]).toContain('The plan says £600');
  });
  it('typed lines of another version are not in it', () =>
    expect(estimated({ typed: [typed({ estimateId: 'other' })] }).lines.map((l) => l.from)).toEqual(['plan', 'plan']));
  it('puts by what a late day costs in four of five: the crew’s overtime, nobody else’s', () => {
    const e = estimated({
      plan: { people: [worker('Oda'), worker('Ilse', { kind: 'talent' })] },
      version: { contingency: { by: 'odds', takenOn: '2027-03-01', lateMinByDay: { d1: 90 } } },
    });
    // 90 min at 150 % of £60 an hour.
    expect(e.total.contingencyMinor).toBe(13_500);
    expect(e.contingencyWhy).toMatch(/day 1 1\sh\s30/);
  });
  it('a flat price leaves what the costs leave; pieces are priced each', () => {
    const flat = estimated({ version: { school: 'flat', flatMinor: 200_000, selfId: 'Oda' } });
    expect(flat).toMatchObject({ leavesMinor: 140_000, total: { netMinor: 200_000 } });
    const pieces = estimated({
      plan: {
        deliverables: [
          { id: 'a', title: 'Film', minutes: 4 },
          { id: 'b', title: 'Teaser', minutes: 1 },
        ],
      },
      version: { school: 'pieces', piecePrices: { a: 150_000, b: 30_000 } },
    });
    expect(pieces.sold.map((l) => l.words)).toEqual(['Film', 'Teaser']);
    expect(pieces.total.netMinor).toBe(180_000);
  });
  it('a price that was named has nothing on top: what is put by, and what an agency keeps, comes out of it', () => {
    const e = estimated({
      version: {
        ...{ school: 'flat', flatMinor: 200_000, selfId: 'Oda', marginBp: 1000, commissionBp: 1500 },
        contingency: { by: 'share', shareBp: 1000 },
      },
    });
    expect(e.total).toMatchObject({ netMinor: 200_000, marginMinor: 0, contingencyMinor: 0, commissionMinor: 0 });
    // Lines of 1,200: 120 put by; 300 for the agency; 600 for Mirko.
    expect(e).toMatchObject({
      contingencyMinor: 12_000,
      commissionMinor: 30_000,
      paidOutMinor: 90_000,
      leavesMinor: 98_000,
    });
  });
  it('a price by hand for what the plan no longer has is told, and in no sum', () => {
    const gone = typed({ planKey: 'kit:gone', words: 'Crane', unitMinor: 9000 });
    const e = estimated({ typed: [gone] });
    expect(e.unplaced.map((t) => t.words)).toEqual(['Crane']);
    expect(e.total.netMinor).toBe(120_000);
    const left = typed({ planKey: 'work:Mirko' });
    expect(estimated({ typed: [left], version: { offKeys: ['work:Mirko'] } }).unplaced).toEqual([]);
  });
  it('0 % and 100 % on top both come out', () => {
    expect(estimated({ version: { contingency: { by: 'share', shareBp: 0 } } }).total.contingencyMinor).toBe(0);
    expect(estimated({ version: { contingency: { by: 'share', shareBp: 10_000 } } }).total.netMinor).toBe(240_000);
  });
  it('adds up to the unit, counts nothing twice, and what is paid out and stays is the whole', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 90_000 }), fc.integer({ min: 0, max: 1500 }), fc.boolean()), {
          minLength: 1,
          maxLength: 6,
        }),
        fc.integer({ min: 0, max: 3000 }),
        fc.integer({ min: 0, max: 3000 }),
        (people, marginBp, commissionBp) => {
          const e = estimated({
            plan: {
              people: people.map(([dayRateMinor, workedMin, talent], i) =>
                worker(`p${i}`, {
                  dayRateMinor,
                  kind: talent ? 'talent' : 'crew',
                  days: [{ dayId: 'd1', workedMin, aroundMin: 0, mealsOffMin: 0 }],
                }),
              ),
            },
            version: { marginBp, commissionBp, selfId: 'p0' },
          });
          expect(new Set(e.lines.map((l) => l.key)).size).toBe(e.lines.length);
          expect(e.lines.reduce((s, l) => s + (l.netMinor ?? 0), 0)).toBe(e.total.linesMinor);
          expect(e.paidOutMinor + e.leavesMinor + e.contingencyMinor).toBe(e.total.netMinor);
          expect(SECTIONS.flatMap((s) => e.lines.filter((l) => l.section === s))).toEqual(e.lines);
        },
      ),
    ));
});

describe('versions', () => {
  const two = plan({
    days: [
      { id: 'd1', number: 1, date: '2027-03-18' },
      { id: 'd2', number: 2, date: '2027-03-19' },
    ],
    people: [worker('Oda', {}, 'd1', 'd2'), worker('Mirko', {}, 'd1')],
  });
  it('on one day what was shot on two is shot, and arriving comes once', () => {
    const one = figuresOf(two, version({ dayCount: 1 }));
    // Two days of ten hours with two around: 16 h of shooting and 2 h around it.
    expect(one.people[0]?.days).toEqual([{ dayId: 'd1', workedMin: 1080, aroundMin: 120, mealsOffMin: 0 }]);
    expect(one.people[1]?.days).toEqual([{ dayId: 'd1', workedMin: 600, aroundMin: 120, mealsOffMin: 0 }]);
  });
  it('at half the plan’s pace shooting takes twice as long', () => {
    const slow = figuresOf(two, version({ pacePercent: 200 }));
    expect(slow.people[0]?.days.map((d) => d.workedMin)).toEqual([1080, 1080]);
  });
  it('leaves out people and days', () => {
    const less = figuresOf(two, version({ offDayIds: ['d2'], offPersonIds: ['Mirko'] }));
    expect([less.days.length, less.people.map((p) => p.id), less.people[0]?.days.length]).toEqual([1, ['Oda'], 1]);
  });
  it('side by side say in words what makes the difference', () => {
    const reckoned = (over: Parameters<typeof version>[0]) => {
      const v = version({ selfId: 'Oda', ...over });
      return { version: v, result: estimated({ plan: two, version: v }) };
    };
    const [a, b] = [reckoned({ dayCount: 1 }), reckoned({ offPersonIds: ['Mirko'] })];
    expect(versionSaid(a)).toBe('1\u00a0day, 2\u00a0people, 28\u00a0h of work');
    expect(versionSaid(b)).toBe('2\u00a0days, alone, 20\u00a0h of work');
    const said = versionDifference(a, b, 'GBP');
    expect(said.words).toContain('Without Mirko: £600 less.');
    expect(said.words.some((w) => w.startsWith('Oda: 1 to 2 days'))).toBe(true);
    expect(said.netMinor).toBe(b.result.total.netMinor - a.result.total.netMinor);
    expect(said.sections.map((s) => s.section)).toEqual(['work']);
    expect(versionDifference(a, a, 'GBP')).toMatchObject({ netMinor: 0, words: [], sections: [] });
  });
});
