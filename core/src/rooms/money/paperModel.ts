import { z } from 'zod';
import {
  calendarDate,
  defineTable,
  id,
  line,
  position,
  readBy,
  recordBase,
  requiredLine,
} from '../../base/records/index.ts';

const country = z
  .string({ error: 'A country is two letters, such as GB.' })
  .trim()
  .toUpperCase()
  .regex(/^(?:[A-Z]{2})?$/, 'A country is two letters, such as GB.');
const mail = line('The mail address', 120).refine(
  (e) => e === '' || /^[^\s@]+@[^\s@]+$/.test(e),
  'A mail address has one @, such as oda@harbour.example.',
);
const addressed = {
  name: requiredLine('The name', 160),
  /** Street and number, as many lines as it takes. */
  address: line('The address', 300),
  city: line('The town', 80),
  postcode: line('The postcode', 20),
  country,
  /** As the tax office writes it, with its country: GB999999973. */
  vatId: line('The VAT number', 30),
  email: mail,
};

/** Who pays. */
export const payerFields = z.object(
  readBy('owner', {
    ...addressed,
    /** What they want to read on an invoice: an order’s number, a cost centre. */
    reference: line('Their reference', 80),
    position,
  }),
);
export const payer = payerFields.extend(recordBase);
export type Payer = z.infer<typeof payer>;
/** The table of who pays. */
export const payerTable = defineTable({
  name: 'payers',
  one: 'payer',
  row: payer,
  fields: payerFields,
  sortedBy: 'position',
});

const prefix = (label: string) =>
  line(label, 20).regex(/^[A-Za-z0-9./-]*$/, `${label} is letters, digits, hyphens, dots and slashes.`);
/** Who quotes and invoices, kept in the house. */
export const senderFields = z.object(
  readBy('owner', {
    ...addressed,
    /** The number for taxes that are not VAT. */
    taxNumber: line('The tax number', 40),
    iban: line('The account (IBAN)', 42),
    bic: line('The bank’s code (BIC)', 20),
    phone: line('The phone number', 40),
    web: line('The web address', 120),
    paper: z.enum(['A4', 'LETTER'], { error: 'Choose A4 or Letter.' }),
    /** What stands before the running number. */
    quotePrefix: prefix('What stands before a quote’s number'),
    invoicePrefix: prefix('What stands before an invoice’s number'),
    creditPrefix: prefix('What stands before a credit’s number'),
    digits: z
      .int('Digits are a whole number.')
      .min(1, 'A number has a digit at least.')
      .max(9, 'A number has nine digits at most.'),
    dueDays: z.int('Days are a whole number.').min(0, 'Days can’t be negative.').max(365, 'A year is the most.'),
    /** Why no tax is asked for, in the words that the law of the place wants; '': it is asked for. */
    taxFree: line('Why no tax is asked for', 300),
    smallPrint: line('The small print', 600),
    position,
  }),
);
export const sender = senderFields.extend(recordBase);
export type Sender = z.infer<typeof sender>;
/** The table of who quotes and invoices. It stands in the house. */
export const senderTable = defineTable({
  name: 'senders',
  one: 'sender',
  row: sender,
  fields: senderFields,
  sortedBy: 'position',
});
export const SENDER_DEFAULTS: Omit<z.infer<typeof senderFields>, 'name' | 'position'> = {
  ...{ address: '', city: '', postcode: '', country: '', vatId: '', email: '', taxNumber: '', iban: '', bic: '' },
  ...{ phone: '', web: '', paper: 'A4', quotePrefix: 'Q-', invoicePrefix: 'I-', creditPrefix: 'C-', digits: 4 },
  ...{ dueDays: 30, taxFree: '', smallPrint: '' },
};

/** What a paper is: a quote, an invoice (the deposit, a part, all that is left), or a credit that takes one back. */
export const PAPER_KINDS = ['quote', 'deposit', 'part', 'final', 'credit'] as const;
export type PaperKind = (typeof PAPER_KINDS)[number];
export const PAPER_KIND_WORDS: Readonly<Record<PaperKind, string>> = {
  ...{ quote: 'Quote', deposit: 'Deposit invoice', part: 'Part invoice', final: 'Invoice', credit: 'Credit note' },
};

const paperLine = z.object({
  words: z.string(),
  /** Whole thousandths. */
  quantityMilli: z.int(),
  unit: z.string(),
  unitMinor: z.int(),
  netMinor: z.int(),
  taxBp: z.int(),
});
/** All that stands on a paper. It is frozen with it: what changes later changes no paper. */
export const paperContent = z.object({
  title: z.string(),
  sender: z.object({ ...senderFields.shape }).omit({ position: true }),
  payer: z.object({ ...payerFields.shape }).omit({ position: true }),
  currency: z.string(),
  lines: z.array(paperLine),
  taxes: z.array(z.object({ taxBp: z.int(), netMinor: z.int(), taxMinor: z.int() })),
  netMinor: z.int(),
  taxMinor: z.int(),
  roundingMinor: z.int(),
  grossMinor: z.int(),
  /** The days of the job, where there are any. */
  fromDate: z.string().nullable(),
  toDate: z.string().nullable(),
  /** Headed texts: what is in, what is not, usage, calling off. */
  texts: z.array(z.object({ head: z.string(), lines: z.array(z.string()) })),
  payments: z.array(z.object({ words: z.string(), minor: z.int(), onDate: z.string().nullable() })),
  /** Of a quote: the deliverables it was for, so that one more is noticed. */
  deliverableIds: z.array(z.string()),
  /** Of an invoice: the changes that stand on it. */
  changeIds: z.array(z.string()),
  /** The number of the paper it follows or takes back. */
  ofNumber: z.string(),
});
export type PaperContent = z.infer<typeof paperContent>;
export type PaperLine = PaperContent['lines'][number];

/** A quote, invoice or credit as it was issued: nobody changes one, a correction is another paper. */
export const moneyPaper = z
  .object(
    readBy('owner', {
      kind: z.enum(PAPER_KINDS),
      prefix: z.string(),
      count: z.int(),
      number: z.string(),
      estimateId: id.nullable(),
      ofPaperId: id.nullable(),
      issuedOn: calendarDate('The day'),
      /** By when it is to be paid, or how long a quote holds. */
      dueOn: calendarDate('The day').nullable(),
      by: z.string(),
      atMs: z.number(),
      content: paperContent,
    }),
  )
  .extend(recordBase);
export type MoneyPaper = z.infer<typeof moneyPaper>;
/** The table of issued papers: only the server writes it, once. */
export const moneyPaperTable = defineTable({
  name: 'moneyPapers',
  one: 'issued paper',
  row: moneyPaper,
  fields: null,
  sortedBy: 'atMs',
  points: { estimateId: 'estimates', ofPaperId: 'moneyPapers' },
  ofTheShoot: true,
});
