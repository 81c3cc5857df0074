import { z } from 'zod';
import {
  amountMinor,
  currencyCode,
  defineTable,
  id,
  line,
  position,
  readBy,
  recordBase,
  requiredLine,
  shareBp,
  signedMinor,
} from '../../base/records/index.ts';

/** How a price is made: day rates with what was hired passed on, one flat price, or a price for each piece that is delivered. */
export const SCHOOLS = ['rates', 'flat', 'pieces'] as const;
export type School = (typeof SCHOOLS)[number];
export const SCHOOL_WORDS: Readonly<Record<School, string>> = {
  rates: 'day rates, hires passed on',
  flat: 'one flat price',
  pieces: 'a price for each piece delivered',
};

export const NIGHT_SCHOOLS = ['cheaper', 'home', 'hotel'] as const;
export const NIGHT_WORDS: Readonly<Record<(typeof NIGHT_SCHOOLS)[number], string>> = {
  cheaper: 'whatever costs less and leaves rest',
  home: 'home every night',
  hotel: 'a hotel every night',
};

export const SHOWS = ['lines', 'parts', 'whole'] as const;
export const SHOWS_WORDS: Readonly<Record<(typeof SHOWS)[number], string>> = {
  ...{ lines: 'every line', parts: 'a line for each part', whole: 'one price' },
};

/** When a part of the price is due. */
export const DUE_AT = ['order', 'shoot', 'delivery'] as const;
export const DUE_AT_WORDS: Readonly<Record<(typeof DUE_AT)[number], string>> = {
  order: 'on order',
  shoot: 'on the first shooting day',
  delivery: 'on delivery',
};

/** What is put by for a late day: a share, or what the odds said when they were asked (minutes late in four days of five, by day). */
export const contingency = z.discriminatedUnion('by', [
  z.object({ by: z.literal('share'), shareBp: shareBp('The contingency') }),
  z.object({
    by: z.literal('odds'),
    takenOn: z.iso.date({ error: 'The day is a date, such as 2027-03-18.' }),
    lateMinByDay: z.record(z.string(), z.number().min(0).max(2880)),
  }),
]);
export type Contingency = z.infer<typeof contingency>;

const hours = (label: string) =>
  z
    .number({ error: `${label} are a number of hours.` })
    .min(0, `${label} can’t be negative.`)
    .max(10_000, `${label}: 10,000\u00a0h are the most.`);
const ids = z.array(id).max(400, 'Four hundred are the most.');

/** A way of doing the job and pricing it. What differs from the plan is said; all else is worked out from it. */
export const estimateFields = z.object(
  readBy('owner', {
    name: requiredLine('The name', 60),
    /** The one that the job is done by; of several the first. */
    chosen: z.boolean({ error: 'Chosen is yes or no.' }),
    school: z.enum(SCHOOLS, { error: 'Choose how the price is made.' }),
    flatMinor: amountMinor('The flat price').nullable(),
    /** The price of a deliverable, all its pieces together, by its id. */
    piecePrices: z.record(z.string(), amountMinor('The price of a piece')),
    /** Who and which days are not in it. */
    offPersonIds: ids,
    offDayIds: ids,
    /** Lines of the plan that are not in it, by their keys. */
    offKeys: z.array(line('A line', 120)).max(400, 'Four hundred are the most.'),
    /** On how many days it is shot; null: on those of the plan. */
    dayCount: z
      .int('Days are a whole number.')
      .min(1, 'One day at least.')
      .max(400, 'Over 400 days is not believable.')
      .nullable(),
    /** How long what is shot takes against the plan, %. */
    pacePercent: z
      .int('The pace is a whole number of percent.')
      .min(10, 'A tenth of the plan is the least.')
      .max(1000, 'Ten times the plan is the most.'),
    /** Who “I” am: what is paid for their work stays. */
    selfId: id.nullable(),
    /** One’s own hours before and after the days. */
    hoursBefore: hours('Hours before the days'),
    hoursAfter: hours('Hours after the days'),
    nights: z.enum(NIGHT_SCHOOLS, { error: 'Choose how nights are spent.' }),
    contingency,
    marginBp: shareBp('The margin', 100_000),
    /** What an agency or platform keeps of the net sum. */
    commissionBp: shareBp('The commission', 9000),
    taxBp: shareBp('The tax'),
    taxBy: z.enum(['line', 'total'], { error: 'Tax is rounded by line or by total.' }),
    roundToMinor: z
      .int('The step is a whole number of minor units.')
      .min(1, 'The step is one minor unit at least.')
      .max(100_000, 'That step is not believable.'),
    payerId: id.nullable(),
    /** What who pays reads: every line, one for each part, or one price. */
    shows: z.enum(SHOWS, { error: 'Choose what the quote shows.' }),
    /** Words of the quote. */
    scopeIn: line('What is in', 4000),
    scopeOut: line('What is not in', 4000),
    usageWords: line('The usage', 2000),
    cancelWords: line('The terms of calling off', 2000),
    validDays: z
      .int('Days are a whole number.')
      .min(1, 'A quote holds a day at least.')
      .max(730, 'A quote holds two years at most.'),
    payments: z
      .array(
        z.object({
          words: line('What the payment is called', 80),
          shareBp: shareBp('The share'),
          at: z.enum(DUE_AT, { error: 'Choose when it is due.' }),
        }),
      )
      .max(12, 'Twelve payments are the most.'),
    position,
  }),
);
export const estimate = estimateFields.extend(recordBase);
export type Estimate = z.infer<typeof estimate>;
/** The table of estimates, one for each version. */
export const estimateTable = defineTable({
  name: 'estimates',
  one: 'version',
  row: estimate,
  fields: estimateFields,
  sortedBy: 'position',
  points: { selfId: 'people', payerId: 'payers' },
});

/** A version as it begins: the plan as it is, at rates, nothing on top, no tax. */
export const ESTIMATE_DEFAULTS: Omit<z.infer<typeof estimateFields>, 'name' | 'position'> = {
  ...{ chosen: false, school: 'rates', flatMinor: null, piecePrices: {}, offPersonIds: [], offDayIds: [], offKeys: [] },
  ...{ dayCount: null, pacePercent: 100, selfId: null, hoursBefore: 0, hoursAfter: 0, nights: 'cheaper' },
  contingency: { by: 'share', shareBp: 0 },
  ...{ marginBp: 0, commissionBp: 0, taxBp: 0, taxBy: 'total', roundToMinor: 1, payerId: null, shows: 'parts' },
  ...{ scopeIn: '', scopeOut: '', usageWords: '', cancelWords: '', validDays: 30, payments: [] },
};

/** The parts of an estimate, in the order in which they stand. */
export const SECTIONS = ['work', 'kit', 'hire', 'place', 'travel', 'food', 'media', 'post', 'usage', 'other'] as const;
export type Section = (typeof SECTIONS)[number];
export const SECTION_WORDS: Readonly<Record<Section, string>> = {
  ...{ work: 'People', kit: 'Own kit', hire: 'Hired and bought', place: 'Places', travel: 'Travel and nights' },
  ...{ food: 'Food and per diem', media: 'Media', post: 'Post', usage: 'Usage', other: 'Other' },
};

/** A line that somebody typed: beside those of the plan, or in the place of one. */
export const estimateLineFields = z.object(
  readBy('owner', {
    /** The version it is of; null: all of them. */
    estimateId: id.nullable(),
    /** The line of the plan that it stands in the place of; '': none. */
    planKey: line('The line', 120),
    section: z.enum(SECTIONS, { error: 'Choose a part of the estimate.' }),
    words: requiredLine('What it is', 160),
    quantity: z
      .number({ error: 'How many is a number.' })
      .min(0, 'How many can’t be negative.')
      .max(1e6, 'A million is the most.')
      .refine((q) => Math.abs(q * 1000 - Math.round(q * 1000)) < 1e-6, 'How many has three places at most.'),
    unit: line('The unit', 20),
    /** Less than nothing: something taken off. */
    unitMinor: signedMinor('The price'),
    currency: currencyCode,
    taxBp: shareBp('The tax').nullable(),
    own: z.boolean({ error: 'Own or paid out is yes or no.' }),
    position,
  }),
);
export const estimateLine = estimateLineFields.extend(recordBase);
export type TypedLine = z.infer<typeof estimateLine>;
/** The table of typed lines. */
export const estimateLineTable = defineTable({
  name: 'estimateLines',
  one: 'typed line',
  row: estimateLine,
  fields: estimateLineFields,
  sortedBy: 'position',
  points: { estimateId: 'estimates' },
});

const use = z.object({
  territory: requiredLine('The territory', 60),
  medium: requiredLine('The medium', 60),
  yearMinor: amountMinor('A year of it'),
});
/** What it costs to show somebody, by both schools, and which was agreed from when. */
export const usageFields = z.object(
  readBy('owner', {
    personId: id.nullable(),
    name: requiredLine('Who or what is shown', 120),
    agencyFeeMinor: amountMinor('The agency’s fee'),
    uses: z.array(use).max(40, 'Forty uses are the most.'),
    riseBp: shareBp('The rise of a renewal'),
    commissionBp: shareBp('The agency’s commission'),
    freelanceFeeMinor: amountMinor('The fee'),
    buyOutMinor: amountMinor('The buy-out'),
    /** Years that the buy-out holds; null: for ever. */
    buyOutYears: z
      .int('A buy-out holds a whole number of years.')
      .min(1, 'A buy-out holds a year at least.')
      .max(99, 'Ninety-nine years are the most.')
      .nullable(),
    /** Which was agreed; '' none yet. */
    taken: z.enum(['', 'agency', 'freelance'], { error: 'Choose which school was agreed.' }),
    /** The first day of use, and for how many years it is paid (of an agency’s). */
    fromDate: z.iso.date({ error: 'The first day of use is a date, such as 2027-03-18.' }).nullable(),
    paidYears: z
      .int('Years are a whole number.')
      .min(1, 'It is paid for a year at least.')
      .max(30, 'Thirty years are the most.'),
    position,
  }),
);
export const usage = usageFields.extend(recordBase);
export type UsageRow = z.infer<typeof usage>;
/** The table of who is shown and what that costs. */
export const usageTable = defineTable({
  name: 'usages',
  one: 'usage',
  row: usage,
  fields: usageFields,
  sortedBy: 'position',
  points: { personId: 'people' },
});
export const USAGE_DEFAULTS: Omit<z.infer<typeof usageFields>, 'name' | 'position'> = {
  ...{ personId: null, agencyFeeMinor: 0, uses: [], riseBp: 0, commissionBp: 2000, freelanceFeeMinor: 0 },
  ...{ buyOutMinor: 0, buyOutYears: null, taken: '', fromDate: null, paidYears: 1 },
};
