import { z } from 'zod';
import {
  amountMinor,
  calendarDate,
  currencyCode,
  defineTable,
  id,
  line,
  position,
  readBy,
  recordBase,
  requiredLine,
  shareBp,
} from '../../base/records/index.ts';

/** What a rate is charged for. How often it counts comes from the plan. */
export const RATE_KINDS = ['work', 'kit', 'head', 'km', 'media', 'post', 'place', 'day', 'once'] as const;
export type RateKind = (typeof RATE_KINDS)[number];
export const RATE_KIND_WORDS: Readonly<Record<RateKind, string>> = {
  ...{ work: 'somebody’s work', kit: 'kit, by the day', head: 'a head and day', km: 'a kilometre', media: 'a drive' },
  ...{ post: 'a minute delivered', place: 'a place, by the day', day: 'a shooting day', once: 'the job, once' },
};

const STEP_MIN = z.int('A step is a whole number of minutes.');
export const overtimeStep = z.object({
  fromMin: STEP_MIN.min(1, 'A step begins after the first minute.').max(2880, 'A step begins within two days.'),
  factorPercent: z
    .int('The factor is a whole number of percent.')
    .min(100, 'Overtime costs 100\u00a0% of an hour at least.')
    .max(1000, 'Ten times an hour is the most.'),
});

/** What something costs, from a date on. In the house they are the rates book; a job has those that it took over, and its own. */
export const rateFields = z.object(
  readBy('owner', {
    kind: z.enum(RATE_KINDS, { error: 'Choose what the rate is for.' }),
    name: requiredLine('What the rate is for', 120),
    /** Whose work it is; null: of everybody whose role is its name. */
    personId: id.nullable(),
    placeId: id.nullable(),
    amountMinor: amountMinor('The rate'),
    currency: currencyCode,
    fromDate: calendarDate('Since when it holds'),
    /** Half a day’s price; null: half a day costs a whole one. */
    halfMinor: amountMinor('Half a day').nullable(),
    /** Charged by the hour, in whole units of `unitMin`: `amountMinor` is then of `baseMin` minutes, and nothing is charged beside it. */
    hourly: z.boolean({ error: 'By the hour is yes or no.' }),
    /** Minutes that a day’s rate covers. */
    baseMin: z
      .int('What the rate covers is a whole number of minutes.')
      .min(1, 'The rate covers a minute at least.')
      .max(1440, 'The rate covers a day at most.'),
    /** Overtime is counted in whole ones of so many minutes. */
    unitMin: z
      .int('The unit of overtime is a whole number of minutes.')
      .min(1, 'The unit of overtime is a minute at least.')
      .max(480, 'The unit of overtime is 8\u00a0h at most.'),
    steps: z
      .array(overtimeStep)
      .max(8, 'Eight steps are the most.')
      .refine((s) => new Set(s.map((x) => x.fromMin)).size === s.length, 'Two steps begin at the same time.'),
    /** Days that a week is charged as; null: every day by itself. */
    weekAsDays: z
      .int('A week is charged as a whole number of days.')
      .min(1, 'A week is charged as one day at least.')
      .max(7, 'A week is charged as seven days at most.')
      .nullable(),
    /** What one drive holds; null where it is no drive. */
    driveBytes: z
      .number({ error: 'What a drive holds is a number of bytes.' })
      .gt(0, 'A drive holds more than nothing.')
      .max(1e15, 'A drive of over 1,000\u00a0TB is not believable.')
      .nullable(),
    /** How many; null: as the plan says. */
    quantity: z
      .number({ error: 'How many is a number.' })
      .min(0, 'How many can’t be negative.')
      .max(1e6, 'A million is the most.')
      .nullable(),
    /** One’s own: what comes in for it stays. Else it is paid out to somebody. */
    own: z.boolean({ error: 'Own or paid out is yes or no.' }),
    /** Its tax; null: as of the job. */
    taxBp: shareBp('The tax').nullable(),
    note: line('The note', 200),
    position,
  }),
);
export const rate = rateFields.extend(recordBase);
export type Rate = z.infer<typeof rate>;
/** The table of rates. */
export const rateTable = defineTable({
  name: 'rates',
  one: 'rate',
  row: rate,
  fields: rateFields,
  sortedBy: 'position',
  points: { personId: 'people', placeId: 'places' },
});

/** A rate as it begins: ten hours, then half as much again, from twelve twice; half hours begun are full. */
export const RATE_DEFAULTS: Omit<z.infer<typeof rateFields>, 'name' | 'fromDate' | 'currency' | 'position'> = {
  ...{ kind: 'work', personId: null, placeId: null, amountMinor: 0, halfMinor: null, hourly: false },
  ...{
    baseMin: 600,
    unitMin: 30,
    weekAsDays: null,
    driveBytes: null,
    quantity: null,
    own: false,
    taxBp: null,
    note: '',
  },
  steps: [
    { fromMin: 600, factorPercent: 150 },
    { fromMin: 720, factorPercent: 200 },
  ],
};

/** What one unit of a currency was worth in the job’s, as somebody typed it. */
export const exchangeFields = z.object(
  readBy('owner', {
    currency: currencyCode,
    /** Job’s currency for one unit of the other, in millionths. */
    rateMillionths: z
      .int('The rate is a number with six places at most.')
      .min(1, 'A currency is worth more than nothing.')
      .max(1e12, 'A rate over a million is not believable.'),
    onDate: calendarDate('The day of the rate'),
    note: line('Where it is from', 120),
  }),
);
export const exchange = exchangeFields.extend(recordBase);
export type Exchange = z.infer<typeof exchange>;
/** The table of exchange rates. */
export const exchangeTable = defineTable({
  name: 'exchanges',
  one: 'exchange rate',
  row: exchange,
  fields: exchangeFields,
  sortedBy: 'onDate',
});
