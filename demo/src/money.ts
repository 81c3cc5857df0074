import { ESTIMATE_DEFAULTS, RATE_DEFAULTS, SENDER_DEFAULTS, USAGE_DEFAULTS, type Rate } from '@kavrell/core/money';
import type { DemoPlan, MakeRow } from './plan.ts';

const SINCE = '2027-01-01';
const TAX_BP = 2000;
type Priced = Partial<Rate> & Pick<Rate, 'name' | 'kind' | 'amountMinor'>;

/** The rates book of whoever has these jobs; amounts are made up. */
const BOOK: readonly Priced[] = [
  { kind: 'work', name: 'Director of photography, camera A', amountMinor: 62_000, own: true },
  { kind: 'work', name: 'Director of photography, alone', amountMinor: 62_000, own: true },
  { kind: 'work', name: 'Second operator, camera B', amountMinor: 42_000 },
  { kind: 'work', name: 'Gaffer and grip', amountMinor: 45_000 },
  { kind: 'work', name: 'Sound recordist', amountMinor: 43_000 },
  { kind: 'work', name: 'Director', amountMinor: 55_000 },
  { kind: 'work', name: 'Assistant and data', amountMinor: 28_000, halfMinor: 16_000 },
  { kind: 'kit', name: 'Camera package, own', amountMinor: 24_000, weekAsDays: 3, own: true },
  { kind: 'head', name: 'Meals on the day', amountMinor: 1850 },
  { kind: 'media', name: 'Drive, 4 TB', amountMinor: 9800, driveBytes: 4e12 },
  { kind: 'post', name: 'Edit and grade', amountMinor: 24_000, own: true },
  { kind: 'day', name: 'Insurance', amountMinor: 3500 },
];

export const bookRates = (row: MakeRow): Rate[] =>
  BOOK.map((r, i) => row({ ...RATE_DEFAULTS, currency: 'GBP', fromDate: SINCE, ...r, position: i + 1 }));

/** Who sends quotes and invoices in the demo. */
export const demoSender = (row: MakeRow) =>
  row({
    ...SENDER_DEFAULTS,
    ...{
      name: 'Slack Tide Pictures (made up)',
      address: '4 Ropewalk',
      city: 'Port Ellery',
      postcode: 'PE1 4RW',
      country: 'GB',
    },
    ...{
      vatId: 'GB999999973',
      email: 'office@slack-tide.example',
      phone: '+44 1632 960199',
      iban: 'GB33 BUKB 2020 1555 5555 55',
    },
    ...{ invoicePrefix: '27-', creditPrefix: '27-C', quotePrefix: '27-Q' },
    smallPrint: 'A demo: no firm, no account and no sum on this paper is real.',
    position: 1,
  });

const payerOf = (row: MakeRow, name: string) =>
  row({
    name,
    address: 'The Harbour Office\n1 Mole',
    city: 'Port Ellery',
    postcode: 'PE1 1AA',
    country: 'GB',
    vatId: '',
    email: '',
    reference: '',
    position: 1,
  });
const PAYMENTS = [
  { words: 'On order', shareBp: 3000, at: 'order' as const },
  { words: 'On delivery', shareBp: 7000, at: 'delivery' as const },
];
const QUOTE = {
  scopeOut: 'Music that must be licensed\nA third round of corrections',
  cancelWords: 'Until two weeks before the first day: nothing but what is listed here.\nLater: half of the price.',
};

/** What the Ninth Bell is priced by: as planned with six, or with four; the founder’s face by both schools. */
export function ninthBellMoney(row: MakeRow, plan: DemoPlan): DemoPlan {
  const who = (shortName: string) => plan.people.find((p) => p.shortName === shortName)!.id;
  const payer = payerOf(row, 'Port Ellery Harbour Trust');
  const contributors = plan.people.filter((p) => p.kind === 'talent').map((p) => `work:${p.id}`);
  const six = row({
    ...ESTIMATE_DEFAULTS,
    ...{
      name: 'Two days, six people',
      chosen: true,
      selfId: who('Oda'),
      hoursBefore: 16,
      hoursAfter: 30,
      offKeys: contributors,
    },
    ...{
      contingency: { by: 'share' as const, shareBp: 500 },
      marginBp: 1000,
      taxBp: TAX_BP,
      payerId: payer.id,
      payments: PAYMENTS,
      ...QUOTE,
    },
    scopeIn:
      'Two shooting days in Port Ellery\nThe film, the vertical cut and six loops, two rounds of corrections each',
    usageWords: 'The trust’s own channels and the tower, without limit in time',
    position: 1,
  });
  const four = {
    ...six,
    ...{ id: row({}).id, name: 'Two days, four people', chosen: false, position: 2 },
    offPersonIds: [who('Mirko'), who('Sunniva')],
  };
  return {
    ...plan,
    rates: bookRates(row),
    payers: [payer],
    estimates: [six, four],
    usages: [
      row({
        ...USAGE_DEFAULTS,
        ...{
          personId: who('Ilse'),
          name: 'Ilse Tregarrow, founder',
          agencyFeeMinor: 40_000,
          riseBp: 500,
          freelanceFeeMinor: 30_000,
        },
        ...{
          uses: [
            { territory: 'Great Britain', medium: 'online', yearMinor: 35_000 },
            { territory: 'Great Britain', medium: 'cinema', yearMinor: 20_000 },
          ],
        },
        ...{ buyOutMinor: 240_000, position: 1 },
      }),
    ],
  };
}

/** Half a day alone, at a flat price: what the lifeboat is quoted by. */
export function lifeboatMoney(row: MakeRow, plan: DemoPlan): DemoPlan {
  const self = plan.people.find((p) => p.kind === 'crew')!;
  const payer = payerOf(row, 'Kestrel Dawn Lifeboat Fund');
  return {
    ...plan,
    rates: bookRates(row),
    payers: [payer],
    estimates: [
      row({
        ...ESTIMATE_DEFAULTS,
        ...{
          name: 'Half a day, alone',
          chosen: true,
          school: 'flat' as const,
          flatMinor: 285_000,
          selfId: self.id,
          hoursBefore: 8,
          hoursAfter: 20,
        },
        ...{ offKeys: plan.people.filter((p) => p.kind === 'talent').map((p) => `work:${p.id}`) },
        ...{ taxBp: TAX_BP, payerId: payer.id, payments: PAYMENTS, ...QUOTE },
        scopeIn:
          'The naming and the launch, five cameras, one operator\nThree minutes for the fund, forty seconds for the news of the day',
        usageWords: 'The fund’s own channels; the news piece by any station, for a week',
        position: 1,
      }),
    ],
  };
}
