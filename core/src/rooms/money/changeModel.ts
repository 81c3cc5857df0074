import { z } from 'zod';
import {
  amountMinor,
  calendarDate,
  currencyCode,
  defineTable,
  fileHash,
  id,
  line,
  position,
  readBy,
  recordBase,
  requiredLine,
  shareBp,
  signedMinor,
} from '../../base/records/index.ts';

/** Where a change of scope comes from. */
export const CHANGE_SOURCES = ['typed', 'wish', 'roll', 'deliverable'] as const;
/** What became of it: noted, put to who pays, agreed or refused by word of mouth, done for nothing. An answer by link stands in a row of its own. */
export const CHANGE_STATES = ['open', 'asked', 'agreed', 'declined', 'free'] as const;
export type ChangeState = (typeof CHANGE_STATES)[number];
export const CHANGE_STATE_WORDS: Readonly<Record<ChangeState, string>> = {
  ...{ open: 'not asked yet', asked: 'asked, no answer yet', agreed: 'agreed', declined: 'declined' },
  free: 'done for nothing',
};

/** Something more, or something else, than was agreed. */
export const scopeChangeFields = z.object(
  readBy('owner', {
    source: z.enum(CHANGE_SOURCES, { error: 'Choose where it comes from.' }),
    /** The wish, entry of the log or deliverable it comes from. */
    sourceId: id.nullable(),
    title: requiredLine('What changes', 160),
    detail: line('The detail', 1000),
    /** When it was said, and by whom. */
    atMs: z.number({ error: 'The time is missing.' }).int(),
    askedBy: line('Who asked for it', 120),
    /** Minutes that it takes, as the plan or somebody says; null: nobody said. */
    minutes: z
      .number({ error: 'What it takes is a number of minutes.' })
      .min(0, 'What it takes can’t be negative.')
      .max(100_000, 'That long is not believable.')
      .nullable(),
    /** Net, in the job’s currency; null: no price yet. Less than nothing: it makes the job cheaper. */
    priceMinor: signedMinor('The price').nullable(),
    taxBp: shareBp('The tax').nullable(),
    state: z.enum(CHANGE_STATES, { error: 'Choose what became of it.' }),
    /** Who said so, where it was by word of mouth. */
    saidBy: line('Who said so', 120),
    /** Who is asked by their personal link. */
    askedOfId: id.nullable(),
    position,
  }),
);
export const scopeChange = scopeChangeFields.extend(recordBase);
export type ScopeChange = z.infer<typeof scopeChange>;
/** The table of changes of scope. */
export const scopeChangeTable = defineTable({
  name: 'scopeChanges',
  one: 'change of scope',
  row: scopeChange,
  fields: scopeChangeFields,
  sortedBy: 'position',
  points: { askedOfId: 'people' },
  ofTheShoot: true,
});

/** That somebody opened a change by their link, or what they said to it, with the very words and price that stood there. */
export const scopeAnswer = z
  .object(
    readBy('owner', {
      changeId: id,
      personId: id,
      kind: z.enum(['opened', 'yes', 'no']),
      atMs: z.number(),
      name: z.string(),
      title: z.string(),
      detail: z.string(),
      priceMinor: z.int(),
      currency: z.string(),
      taxBp: z.int(),
    }),
  )
  .extend(recordBase);
export type ScopeAnswer = z.infer<typeof scopeAnswer>;
/** The table of answers by link: only the personal page writes it. */
export const scopeAnswerTable = defineTable({
  name: 'scopeAnswers',
  one: 'answer to a change',
  row: scopeAnswer,
  fields: null,
  sortedBy: 'atMs',
  points: { changeId: 'scopeChanges', personId: 'people' },
  ofTheShoot: true,
});

export const EXPENSE_KINDS = ['receipt', 'mileage', 'refund'] as const;
export const EXPENSE_KIND_WORDS: Readonly<Record<(typeof EXPENSE_KINDS)[number], string>> = {
  ...{ receipt: 'receipt', mileage: 'mileage', refund: 'money back' },
};
export const PAID_WITH = ['', 'card', 'cash', 'account'] as const;

/** What was really spent, or came back. */
export const expenseFields = z.object(
  readBy('owner', {
    kind: z.enum(EXPENSE_KINDS, { error: 'Choose receipt, mileage or money back.' }),
    words: requiredLine('What it was for', 160),
    onDate: calendarDate('The day'),
    /** All that was paid, tax in it; null for mileage, which is worked out. */
    amountMinor: amountMinor('The amount').nullable(),
    /** The tax in it; null: not on the receipt. */
    taxMinor: amountMinor('The tax').nullable(),
    currency: currencyCode,
    km: z
      .number({ error: 'The way is a number of km.' })
      .min(0, 'The way can’t be negative.')
      .max(100_000, 'That far is not believable.')
      .nullable(),
    perKmMinor: amountMinor('A kilometre').nullable(),
    /** Who paid; null: oneself. */
    personId: id.nullable(),
    paidWith: z.enum(PAID_WITH, { error: 'Choose card, cash or account.' }),
    photoHash: fileHash.nullable(),
    /** The line of the estimate it belongs to; '': none of them. */
    lineKey: line('The line', 120),
    /** When whoever laid it out got it back; null: not yet. */
    paidBackOn: calendarDate('The day it was paid back').nullable(),
    position,
  }),
);
export const expense = expenseFields.extend(recordBase);
export type Expense = z.infer<typeof expense>;
/** The table of what was spent. */
export const expenseTable = defineTable({
  name: 'expenses',
  one: 'expense',
  row: expense,
  fields: expenseFields,
  sortedBy: 'position',
  points: { personId: 'people' },
  ofTheShoot: true,
});
export const EXPENSE_DEFAULTS: Omit<z.infer<typeof expenseFields>, 'words' | 'onDate' | 'currency' | 'position'> = {
  ...{ kind: 'receipt', amountMinor: null, taxMinor: null, km: null, perKmMinor: null, personId: null },
  ...{ paidWith: '', photoHash: null, lineKey: '', paidBackOn: null },
};

/** Money that came in or went out. */
export const paymentFields = z.object(
  readBy('owner', {
    way: z.enum(['in', 'out'], { error: 'Choose in or out.' }),
    /** The invoice that it pays; null: none. */
    paperId: id.nullable(),
    personId: id.nullable(),
    name: line('Who', 120),
    amountMinor: amountMinor('The amount'),
    currency: currencyCode,
    onDate: calendarDate('The day'),
    note: line('The note', 200),
    position,
  }),
);
export const payment = paymentFields.extend(recordBase);
export type Payment = z.infer<typeof payment>;
/** The table of payments. */
export const paymentTable = defineTable({
  name: 'payments',
  one: 'payment',
  row: payment,
  fields: paymentFields,
  sortedBy: 'position',
  points: { personId: 'people', paperId: 'moneyPapers' },
  ofTheShoot: true,
});
