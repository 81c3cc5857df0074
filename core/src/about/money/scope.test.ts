import { describe, expect, it } from 'vitest';
import type { ScopeAnswer } from '../../rooms/money/index.ts';
import {
  actualOf,
  changeStanding,
  priceOfDelivered,
  priceOfMinutes,
  unloggedChanges,
  type ActualSources,
} from './index.ts';
import { PRICES, change, estimated, plan, rate, worker } from './testing.ts';

const answer = (over: Partial<ScopeAnswer> = {}): ScopeAnswer => ({
  ...{
    id: 'a',
    productionId: 'p',
    version: 1,
    deletedAt: null,
    changeId: 'k',
    personId: 'Rut',
    kind: 'yes',
    atMs: 5000,
    name: 'Rut',
  },
  ...{ title: 'A drone shot', detail: '', priceMinor: 30_000, currency: 'GBP', taxBp: 0 },
  ...over,
});

describe('a change of scope', () => {
  const asked = change({ state: 'asked' });
  it('is agreed by a yes to the words and the price that stand there', () => {
    expect(changeStanding(asked, []).state).toBe('asked');
    expect(changeStanding(asked, [answer()])).toMatchObject({
      state: 'agreed',
      at: { by: 'Rut', link: true, atMs: 5000 },
    });
    expect(changeStanding(asked, [answer({ kind: 'no', atMs: 6000 }), answer()]).state).toBe('declined');
  });
  it('a yes to another price is none', () => {
    expect(changeStanding({ ...asked, priceMinor: 31_000 }, [answer()])).toMatchObject({
      state: 'asked',
      changedSince: true,
      at: null,
    });
    expect(changeStanding({ ...asked, title: 'Two' }, [answer()]).changedSince).toBe(true);
    expect(changeStanding({ ...asked, taxBp: 2000 }, [answer()]).changedSince).toBe(true);
    expect(changeStanding({ ...asked, taxBp: 0 }, [answer()]).changedSince).toBe(false);
  });
  it('what was opened is no answer, and a word of mouth is no link', () => {
    expect(changeStanding(asked, [answer({ kind: 'opened' })])).toMatchObject({ state: 'asked', openedAtMs: 5000 });
    expect(changeStanding(change({}), [])).toMatchObject({ state: 'agreed', at: { by: 'Rut', link: false } });
  });
  it('costs the overtime of who is there, and is worth what the job is sold for', () => {
    const e = estimated();
    // Two people half an hour over ten hours: 2 × 30 min at 150 %; 1,200 for 10 h, so 60 for half an hour.
    expect(priceOfMinutes(30, 'd1', e, 'Oda', PRICES)).toMatchObject({
      costMinor: 9000,
      worthMinor: 6000,
      suggestedMinor: 9000,
    });
    const short = estimated({
      plan: { people: [worker('Oda', { days: [{ dayId: 'd1', workedMin: 300, aroundMin: 0, mealsOffMin: 0 }] })] },
    });
    expect(priceOfMinutes(30, 'd1', short, 'Oda', PRICES)).toMatchObject({ costMinor: 0, suggestedMinor: 6000 });
  });
  it('more to deliver costs its minutes; without such a rate nobody knows', () => {
    expect(priceOfDelivered(1.5, PRICES)).toBeNull();
    const rates = [rate({ kind: 'post', name: 'Edit', amountMinor: 20_000 })];
    expect(priceOfDelivered(1.5, { ...PRICES, rates })?.suggestedMinor).toBe(30_000);
    const dollars = [...rates, rate({ kind: 'post', name: 'Grade', amountMinor: 1000, currency: 'USD' })];
    expect(priceOfDelivered(1.5, { ...PRICES, rates: dollars })).toBeNull();
    const exchanges = [{ currency: 'USD', rateMillionths: 500_000, onDate: '2027-01-01' }] as never;
    expect(priceOfDelivered(1.5, { ...PRICES, rates: dollars, exchanges })?.suggestedMinor).toBe(30_750);
  });
  it('is asked about where something came up and nobody logged it', () => {
    const log = [
      { id: 'e', atMs: 9, payload: { kind: 'scope', words: 'More', askedBy: 'Rut', shotId: null, minutes: 20 } },
    ] as never;
    const asks = [
      { id: 'w', kind: 'kit', title: 'Drone', detail: '', state: 'open', askedOn: null, priceMinor: 5 },
      { id: 'm', kind: 'mark', state: 'open' },
    ] as never;
    const deliverables = [
      { id: 'f', title: 'Film' },
      { id: 'x', title: 'Extra', notes: '', pieces: 2, durationS: 30 },
    ] as never;
    const papers = [{ kind: 'quote', atMs: 1, content: { deliverableIds: ['f'] } }] as never;
    const found = unloggedChanges({ changes: [], asks, log, deliverables, papers, nowMs: 7 });
    expect(found.map((u) => [u.source, u.sourceId, u.minutes])).toEqual([
      ['roll', 'e', 20],
      ['wish', 'w', null],
      ['deliverable', 'x', 1],
    ]);
    const changes = [change({ sourceId: 'e' }), change({ sourceId: 'w' })];
    expect(unloggedChanges({ changes, asks, log, deliverables, papers: [], nowMs: 7 })).toEqual([]);
  });
});

describe('what a job came to', () => {
  const RECORD = { productionId: 'p', version: 1, deletedAt: null, position: 1 };
  const expense = (over: object) => ({
    ...RECORD,
    ...{
      id: 'x',
      kind: 'receipt',
      words: 'Gel',
      onDate: '2027-03-17',
      amountMinor: 1200,
      taxMinor: 200,
      currency: 'GBP',
      km: null,
      perKmMinor: null,
    },
    ...{ personId: null, paidWith: 'card', photoHash: null, lineKey: '', paidBackOn: null, ...over },
  });
  const of = (over: Partial<ActualSources> = {}) =>
    actualOf({
      ...{
        estimate: estimated({ plan: plan({}), version: { selfId: 'Oda' } }),
        selfId: 'Oda',
        besideMin: 0,
        people: plan({}).people,
        hours: [],
        expenses: [],
      },
      ...{ refunds: [], payments: [], papers: [], changesMinor: 0, deductsTax: true, prices: PRICES },
      ...over,
    });
  it('of what nobody said anything it says nothing, and counts it as foreseen', () => {
    const a = of();
    expect(a.lines.map((l) => l.actualMinor)).toEqual([null, null]);
    expect(a).toMatchObject({ leavesMinor: 60_000, spentMinor: 0, owed: [], hoursArePlanned: true });
  });
  it('noted hours are paid by the same terms, and owed until they are paid', () => {
    const hours = [{ personId: 'Mirko', dayId: 'd1', workedMin: 660 }];
    const a = of({ hours });
    expect(a.lines.find((l) => l.key === 'work:Mirko')?.actualMinor).toBe(69_000);
    expect(a.owed).toMatchObject([{ who: 'Mirko', minor: 69_000 }]);
    const payments = [{ way: 'out', personId: 'Mirko', amountMinor: 69_000, currency: 'GBP', paperId: null }] as never;
    expect(of({ hours, payments }).owed).toEqual([]);
  });
  it('receipts count without a tax that comes back, mileage by its km, money back against it', () => {
    const expenses = [
      expense({}),
      expense({
        id: 'm',
        kind: 'mileage',
        amountMinor: null,
        taxMinor: null,
        km: 10.5,
        perKmMinor: 45,
        personId: 'Mirko',
      }),
      expense({ id: 'r', kind: 'refund', amountMinor: 500, taxMinor: null }),
    ] as ActualSources['expenses'];
    const a = of({ expenses, refunds: [{ id: 'f', device: 'Radio', minor: 2500 }] });
    expect(a.lines.at(-1)).toMatchObject({ key: 'unforeseen', actualMinor: 1000 + 473 });
    expect(a.refundsMinor).toBe(3000);
    expect(a.leavesMinor).toBe(60_000 - 1473 + 3000);
    expect(a.owed).toMatchObject([{ who: 'Mirko', minor: 473 }]);
  });
  it('a hire without a receipt is owed to who hires it out, until there is one', () => {
    const hires = [{ key: 'rental:l', name: 'Lamps', supplier: 'Quay', costMinor: 64_000, dayId: null }];
    const estimate = estimated({ plan: { hires }, version: { selfId: 'Oda' } });
    expect(of({ estimate }).owed).toMatchObject([{ who: 'Quay', minor: 64_000 }]);
    const expenses = [
      expense({ lineKey: 'rental:l', amountMinor: 70_000, taxMinor: null }),
    ] as ActualSources['expenses'];
    const a = of({ estimate, expenses });
    expect(a.owed).toEqual([]);
    expect(a).toMatchObject({ foreseenMinor: 64_000, spentMinor: 70_000 });
  });
  it('who worked without a line, or laid out money without one, is told all the same', () => {
    const people = [...plan({}).people, { id: 'Rut', name: 'Rut' }];
    const hours = [{ personId: 'Rut', dayId: 'd1', workedMin: 60 }];
    const a = of({ people, hours, expenses: [expense({ personId: 'Rut' })] as ActualSources['expenses'] });
    expect(a.unreckoned).toEqual(['Rut: hours are noted, and this version has no line for their work']);
    expect(a.owed).toMatchObject([{ who: 'Rut', minor: 1200 }]);
  });
  it('a payment settles work and what was laid out together; a supplier is paid under their name', () => {
    const expenses = [expense({ personId: 'Mirko' })] as ActualSources['expenses'];
    const hours = [{ personId: 'Mirko', dayId: 'd1', workedMin: 600 }];
    expect(of({ hours, expenses }).owed).toMatchObject([{ who: 'Mirko', minor: 61_200 }]);
    const out = (over: object) =>
      [{ way: 'out', personId: null, paperId: null, name: '', currency: 'GBP', ...over }] as never;
    expect(of({ hours, expenses, payments: out({ personId: 'Mirko', amountMinor: 61_200 }) }).owed).toEqual([]);
    const hires = [
      { key: 'rental:l', name: 'Lamps', supplier: 'Quay', costMinor: 64_000, dayId: null },
      { key: 'rental:s', name: 'Stands', supplier: 'quay ', costMinor: 6000, dayId: null },
    ];
    const estimate = estimated({ plan: { hires }, version: { selfId: 'Oda' } });
    expect(of({ estimate, payments: out({ name: 'Quay', amountMinor: 50_000 }) }).owed).toMatchObject([
      { who: 'Quay', minor: 20_000 },
    ]);
  });
  it('what can’t be turned or has no amount is told, and in no sum', () => {
    const expenses = [expense({ currency: 'USD' }), expense({ amountMinor: null })] as ActualSources['expenses'];
    const a = of({ expenses });
    expect(a.unreckoned).toEqual(['Gel: Nobody typed what one USD is in GBP.', 'Gel: no amount is said']);
    expect(a.leavesMinor).toBe(60_000);
  });
});
