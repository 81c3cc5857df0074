import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { MoneyPaper } from '../../rooms/money/index.ts';
import {
  composeCredit,
  composePaper,
  outstandingMinor,
  paperDoubts,
  paperLacks,
  paperNumber,
  standingInvoices,
  type PaperSources,
} from './index.ts';
import { change, estimated, payer, rate, sender, version } from './testing.ts';

const VERSION = {
  taxBp: 2000,
  scopeIn: '- A film\n- Two stills',
  payments: [
    { words: 'Deposit', shareBp: 3000, at: 'order' as const },
    { words: 'Rest', shareBp: 7000, at: 'delivery' as const },
  ],
};
const sources = (over: Partial<PaperSources> = {}, of: Parameters<typeof estimated>[0] = {}): PaperSources => ({
  ...{ kind: 'quote', title: 'Naming', currency: 'GBP', version: version({ ...VERSION, ...of.version }) },
  estimate: estimated({ ...of, version: { ...VERSION, ...of.version } }),
  ...{ sender, payer, changes: [], papers: [], shareBp: 0, issuedOn: '2027-02-01', deliveryOn: '2027-04-30' },
  rentals: [{ name: 'Two lamps', supplier: 'Quay', cancelMinor: 32_000, freeUntil: '2027-03-10' }],
  ...over,
});
let n = 0;
const issued = (from: PaperSources, over: Partial<MoneyPaper> = {}): MoneyPaper => ({
  ...{
    id: `paper ${(n += 1)}`,
    productionId: 'p',
    version: 1,
    deletedAt: null,
    kind: from.kind,
    prefix: 'I-',
    count: n,
    number: `I-000${n}`,
  },
  ...{
    estimateId: 'v',
    ofPaperId: null,
    issuedOn: from.issuedOn,
    dueOn: null,
    by: 'Oda',
    atMs: n,
    content: composePaper(from),
  },
  ...over,
});

describe('a quote', () => {
  it('says what is in, payments by date, and what calling off costs by the hires', () => {
    const c = composePaper(sources());
    expect(c).toMatchObject({ netMinor: 120_000, taxMinor: 24_000, grossMinor: 144_000 });
    expect(c.lines).toEqual([
      { words: 'People', quantityMilli: 1000, unit: '', unitMinor: 120_000, netMinor: 120_000, taxBp: 2000 },
    ]);
    expect(c.texts).toEqual([
      { head: 'What is in', lines: ['A film', 'Two stills'] },
      { head: 'Calling off', lines: ['Two lamps: free until Wed\u00a010\u00a0Mar\u00a02027, then £320.'] },
    ]);
    expect(c.payments).toEqual([
      { words: 'Deposit (30\u00a0%)', minor: 43_200, onDate: null },
      { words: 'Rest (70\u00a0%)', minor: 100_800, onDate: '2027-04-30' },
    ]);
  });
  it('puts what is on top into the lines, to the unit', () => {
    const of = {
      version: { shows: 'lines' as const, marginBp: 777, commissionBp: 333 },
      rates: [rate({ kind: 'once', name: 'Music', amountMinor: 3333 })],
    };
    const from = sources({}, of);
    const c = composePaper(from);
    expect(c.lines.reduce((s, l) => s + l.netMinor, 0)).toBe(from.estimate.total.netMinor);
    expect(c.netMinor).toBe(from.estimate.total.netMinor);
  });
  it.each([
    ['nobody who sends it', { sender: null }, /Who sends it/],
    ['nobody who pays', { payer: null }, /Who pays/],
    [
      'payments of 90 %',
      { version: version({ ...VERSION, payments: [{ words: 'All', shareBp: 9000, at: 'order' }] }) },
      /they are 90/,
    ],
    ['no flat price', { version: version({ ...VERSION, school: 'flat' }) }, /The flat price/],
    ['a tax number for an invoice', { kind: 'final', sender: { ...sender, vatId: '' } }, /VAT or tax number/],
    ['why there is no tax', { kind: 'final', version: version({ ...VERSION, taxBp: 0 }) }, /Why no tax/],
  ] as [string, object, RegExp][])('lacks %s', (_, over, words) =>
    expect(paperLacks({ ...sources(), ...over } as never).join(' ')).toMatch(words),
  );
  it('is refused in words while something lacks', () =>
    expect(() => composePaper(sources({ payer: { ...payer, city: '' } }))).toThrow(
      'Still missing: The address of Harbour Trust.',
    ));
});

describe('invoices', () => {
  it('deposit and rest are the whole, with the changes that were agreed', () => {
    const deposit = issued(sources({ kind: 'deposit', shareBp: 3000 }));
    expect(deposit.content).toMatchObject({ netMinor: 36_000, grossMinor: 43_200 });
    const rest = composePaper(sources({ kind: 'final', papers: [deposit], changes: [change({})] }));
    expect(rest.netMinor).toBe(120_000 + 30_000 - 36_000);
    expect(rest.lines.map((l) => [l.words.slice(0, 11), l.netMinor, l.quantityMilli])).toEqual([
      ['People', 120_000, 1000],
      ['Change: A d', 30_000, 1000],
      [`Less ${deposit.number}`, -36_000, -1000],
    ]);
    expect(rest.changeIds).toEqual(['k']);
  });
  it('no more than the whole is invoiced', () => {
    const most = issued(sources({ kind: 'part', shareBp: 9000 }));
    expect(() => composePaper(sources({ kind: 'part', shareBp: 2000, papers: [most] }))).toThrow(/more than the whole/);
    const last = issued(sources({ kind: 'final', papers: [most] }));
    expect(() => composePaper(sources({ kind: 'final', papers: [most, last] }))).toThrow(/nothing left to invoice/);
  });
  it('parts of any shares add up to the whole with the last one, net to the unit', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 3300 }), { maxLength: 3 }),
        fc.integer({ min: 1, max: 99_999 }),
        (shares, music) => {
          const of = { rates: [rate({ kind: 'once' as const, name: 'Music', amountMinor: music, taxBp: 700 })] };
          const papers: MoneyPaper[] = [];
          for (const shareBp of shares)
            papers.push(issued(sources({ kind: 'part', shareBp, papers: [...papers] }, of)));
          const last = composePaper(sources({ kind: 'final', papers }, of));
          const net = papers.reduce((s, p) => s + p.content.netMinor, 0) + last.netMinor;
          expect(net).toBe(120_000 + music);
          for (const c of [...papers.map((p) => p.content), last]) {
            expect(c.taxes.reduce((s, t) => s + t.netMinor, 0)).toBe(c.netMinor);
            expect(c.grossMinor).toBe(c.netMinor + c.taxMinor + c.roundingMinor);
          }
        },
      ),
    ));
  it('a credit takes one back whole, once; what it took back is owed no more', () => {
    const invoice = issued(sources({ kind: 'final' }));
    const credit: MoneyPaper = {
      ...invoice,
      id: 'credit',
      kind: 'credit',
      ofPaperId: invoice.id,
      content: composeCredit(invoice, [invoice]),
    };
    expect(credit.content).toMatchObject({
      grossMinor: invoice.content.grossMinor,
      ofNumber: invoice.number,
      texts: [],
    });
    const papers = [invoice, credit];
    expect(standingInvoices(papers)).toEqual([]);
    expect(() => composeCredit(invoice, papers)).toThrow(/was credited already/);
    const paid = [{ way: 'in', paperId: invoice.id, currency: 'GBP', amountMinor: 100 }] as never;
    expect(outstandingMinor(invoice, [invoice], paid)).toBe(invoice.content.grossMinor - 100);
    expect(outstandingMinor(invoice, papers, [])).toBe(0);
    // What came in for it is to be given back, until it was.
    expect(outstandingMinor(invoice, papers, paid)).toBe(-100);
    const back = [
      ...(paid as object[]),
      { way: 'out', paperId: invoice.id, currency: 'GBP', amountMinor: 100 },
    ] as never;
    expect(outstandingMinor(invoice, papers, back)).toBe(0);
  });
  it.each([
    ['final', '2027-03-17', /before the last shooting day/],
    ['final', '2027-03-18', /^$/],
    ['quote', '2027-03-19', /after the first shooting day/],
    ['quote', '2025-02-01', /is the year right/],
    ['quote', '2027-02-01', /^$/],
  ] as const)('a %s of %s is looked at twice where its date is odd', (kind, issuedOn, words) =>
    expect(paperDoubts(sources({ kind, issuedOn })).join(' ')).toMatch(words),
  );
  it('numbers have their digits', () => expect(paperNumber('2027-', 7, 4)).toBe('2027-0007'));
});
