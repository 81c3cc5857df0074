import { describe, expect, it } from 'vitest';
import { SENDER_DEFAULTS, type MoneyPaper } from '@kavrell/core/money';
import { ublLacks, ublOf } from './ubl.ts';
import { en16931 } from './testing.ts';

const paper = (content: Partial<MoneyPaper['content']> = {}, over: Partial<MoneyPaper> = {}): MoneyPaper => ({
  ...{
    id: 'i',
    productionId: 'p',
    version: 1,
    deletedAt: null,
    kind: 'final',
    prefix: 'I-',
    count: 1,
    number: 'I-0001',
  },
  ...{ estimateId: null, ofPaperId: null, issuedOn: '2027-04-01', dueOn: '2027-05-01', by: '', atMs: 0 },
  content: {
    title: 'Swim & <run>',
    sender: {
      ...SENDER_DEFAULTS,
      name: 'Lena Orr',
      address: 'Seeweg 4',
      city: 'Ostrand',
      country: 'DE',
      taxNumber: '12/345',
      taxFree: 'Small business.',
    },
    payer: {
      name: 'Club',
      address: 'Lake 3',
      city: 'Ostrand',
      postcode: '',
      country: 'DE',
      vatId: '',
      email: '',
      reference: '',
    },
    ...{ currency: 'EUR', taxes: [{ taxBp: 0, netMinor: 102_000, taxMinor: 0 }], netMinor: 102_000, taxMinor: 0 },
    lines: [
      {
        words: 'Two cameras & <sound>',
        quantityMilli: 1500,
        unit: 'days',
        unitMinor: 68_000,
        netMinor: 102_000,
        taxBp: 0,
      },
    ],
    ...{
      roundingMinor: 0,
      grossMinor: 102_000,
      fromDate: null,
      toDate: null,
      texts: [],
      payments: [],
      deliverableIds: [],
      changeIds: [],
      ofNumber: '',
    },
    ...content,
  },
  ...over,
});

describe('invoice data', () => {
  it('of who has no VAT number and asks for no tax holds the rules, with the reason', () => {
    expect(ublLacks(paper())).toEqual([]);
    const xml = ublOf(paper());
    expect(en16931(xml)).toEqual([]);
    expect(xml).toContain('<cbc:TaxExemptionReason>Small business.</cbc:TaxExemptionReason>');
    expect(xml).toContain('<cbc:InvoicedQuantity unitCode="DAY">1.500</cbc:InvoicedQuantity>');
    expect(xml).toContain('Two cameras &amp; &lt;sound&gt;');
  });
  it('rounded to steps says by how much', () => {
    const sums = {
      taxes: [{ taxBp: 770, netMinor: 10_001, taxMinor: 770 }],
      netMinor: 10_001,
      taxMinor: 770,
      roundingMinor: -1,
      grossMinor: 10_770,
    };
    const lines = [{ words: 'A', quantityMilli: 1000, unit: '', unitMinor: 10_001, netMinor: 10_001, taxBp: 770 }];
    const xml = ublOf(paper({ ...sums, lines, currency: 'CHF' }));
    expect(en16931(xml)).toEqual([]);
    expect(xml).toContain('<cbc:PayableRoundingAmount currencyID="CHF">-0.01</cbc:PayableRoundingAmount>');
  });
  it('yen have no places', () =>
    expect(ublOf(paper({ currency: 'JPY' }))).toContain(
      '<cbc:PayableAmount currencyID="JPY">102000</cbc:PayableAmount>',
    ));
  it.each([
    ['a quote', paper({}, { kind: 'quote' }), /no invoice/],
    ['no country', paper({ payer: { ...paper().content.payer, country: '' } }), /country of Club/],
    ['no number of one’s own', paper({ sender: { ...paper().content.sender, taxNumber: '' } }), /VAT or tax number/],
    ['no reason', paper({ sender: { ...paper().content.sender, taxFree: '' } }), /Why no tax/],
    [
      'tax line by line',
      paper({ taxes: [{ taxBp: 1900, netMinor: 10, taxMinor: 3 }], taxMinor: 3 }),
      /rounded once for each rate/,
    ],
    ['three places', paper({ currency: 'KWD' }), /two places/],
  ] as const)('of %s is refused in words', (_, p, words) => expect(ublLacks(p).join(' ')).toMatch(words));
});
