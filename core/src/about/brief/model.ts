import { z } from 'zod';
import { DEFAULT_KEEP_POLICY, keepPolicy } from '../../rooms/copies/index.ts';
import { currencyCode, defineTable, id, line, requiredLine, readBy } from '../../base/records/index.ts';
import { settingValues } from '../../rooms/settings/index.ts';
import { rateField } from '../../base/timecode/index.ts';
import { PACE_KINDS } from '../../plan/day/index.ts';

const LONGEST_OFFSET_MS = 100 * 366 * 86_400_000;

/** The two schools of shot numbers: scene and letter, or one number running through the job. */
export const SHOT_NUMBERS = ['letters', 'running'] as const;

/** The two schools of lighting contrast: (key + fill) : fill, and key : fill. */
export const RATIO_SCHOOLS = ['sum', 'alone'] as const;

/** Schools of the shutter: the job’s angle, a narrower one for sport and fights, or the nearest that mains light can’t ripple in. */
export const SHUTTER_SCHOOLS = ['angle', 'sharp', 'flickerSafe'] as const;
/** Schools of EI: solved last, or kept native with the light made to fit. */
export const EI_SCHOOLS = ['last', 'native'] as const;

/** What a kind of work took of its estimate on former jobs, and how many times that was seen. */
const pacePrior = z
  .object({
    takenOn: z.iso.date({ error: 'The day is a date, such as 2027-03-18.' }),
    factors: z.partialRecord(
      z.enum(PACE_KINDS),
      z.object({ factor: z.number().min(0.1).max(10), count: z.int().min(1).max(1e6) }),
    ),
  })
  .nullable();

const priceField = (label: string) =>
  z
    .int(`${label} is an amount of money.`)
    .min(0, `${label} can’t cost less than nothing.`)
    .max(1e9, `${label} that dear is not believable.`)
    .nullable();

const fields = {
  ...readBy(['work', 'sheet'], {
    title: requiredLine('The title', 120),
    client: line('The client', 160),
    /** Set only on demo productions: added to the real clock so that the shooting day is today. */
    simulatedNowOffsetMs: z
      .number()
      .min(-LONGEST_OFFSET_MS, 'A simulated clock is at most a hundred years off.')
      .max(LONGEST_OFFSET_MS, 'A simulated clock is at most a hundred years off.')
      .nullable(),
  }),
  ...readBy('work', {
    /** What it must say, to whom, and with what feeling. */
    purpose: line('The purpose', 600),
    audience: line('The audience', 300),
    feeling: line('The feeling', 300),
    /** The recorded picture, before any crop. */
    captureWidthPx: z
      .int('The recorded width is a whole number of pixels.')
      .min(16, 'The recorded width is too small to be one.')
      .max(32768, 'Over 32,768 pixels is not believable.'),
    captureHeightPx: z
      .int('The recorded height is a whole number of pixels.')
      .min(16, 'The recorded height is too small to be one.')
      .max(32768, 'Over 32,768 pixels is not believable.'),
    /** Currency of all sums of the job, ISO 4217. */
    currency: currencyCode,
    shotNumbers: z.enum(SHOT_NUMBERS, { error: 'Choose how shots are numbered.' }),
    /** Words a minute that text is read aloud at. */
    readingWpm: z
      .number({ error: 'The reading pace is a number of words a minute.' })
      .min(40, 'A reading pace under 40 words a minute is not believable.')
      .max(400, 'A reading pace over 400 words a minute is not believable.'),
    rate: rateField,
    /** Exposure index and shutter angle of the job, which light is read for. */
    ei: z
      .number({ error: 'The EI is a number.' })
      .min(25, 'An EI under 25 is not believable.')
      .max(1_000_000, 'An EI over 1,000,000 is not believable.'),
    shutterDeg: z
      .number({ error: 'The shutter is an angle in degrees.' })
      .min(1, 'A shutter opens 1° at least.')
      .max(360, 'A shutter opens 360° at most.'),
    /** How contrast is said: key side to shadow side, or key alone to fill. */
    ratioSchool: z.enum(RATIO_SCHOOLS, { error: 'Choose how contrast is said.' }),
    /** Share of a breaker that may be planned for. */
    loadShare: z
      .number({ error: 'The load is a share from 0.3 to 1.' })
      .min(0.3, 'The load is a share from 0.3 to 1.')
      .max(1, 'The load is a share from 0.3 to 1.'),
    /** What every camera is set to, beside rate, picture size, EI and shutter, which stand above. */
    sheet: settingValues,
    /** Mains frequency of the places, which lit things ripple by. */
    mainsHz: z.union([z.literal(50), z.literal(60)], { error: 'Mains run at 50 or 60 Hz.' }),
    /** How the shutter is chosen, and whether EI or light gives way. */
    shutterSchool: z.enum(SHUTTER_SCHOOLS, { error: 'Choose how the shutter is chosen.' }),
    eiSchool: z.enum(EI_SCHOOLS, { error: 'Choose whether EI comes last or stays native.' }),
    /** Whether plans use the pace learned on this job. */
    usePace: z.boolean(),
    /** Whether the minutes of meals count as hours worked. */
    mealsAreWork: z.boolean(),
    /** The pace of former jobs that estimates start from, as it was taken over from the book; null: estimates as they are said. */
    pacePrior,
    /** Who cuts it, and so gets the drives. */
    editOwner: line('Who cuts it', 160),
    keepPolicy,
  }),
  ...readBy('owner', {
    /** A night in a hotel, and an hour of driving (fuel and wear), in the job’s currency, minor units; null: not said. */
    hotelMinor: priceField('A night in a hotel'),
    driveHourMinor: priceField('An hour of driving'),
    /** What people agree to who are in the picture; empty: not written yet. */
    consentTerms: line('The words of consent', 1000),
    /** Put away: no longer among those worked on. */
    archived: z.boolean(),
  }),
};
export const productionFields = z.object(fields);
export const production = z.object({ id, version: z.int().min(1), deletedAt: z.string().nullable(), ...fields });
export type Production = z.infer<typeof production>;
/** The table of productions. */
export const productionTable = defineTable({
  name: 'productions',
  one: 'production',
  row: production,
  fields: productionFields,
});

/** What a new production starts with beside its title. */
export const PRODUCTION_DEFAULTS: Omit<z.infer<typeof productionFields>, 'title'> = {
  client: '',
  purpose: '',
  audience: '',
  feeling: '',
  captureWidthPx: 3840,
  captureHeightPx: 2160,
  currency: 'EUR',
  shotNumbers: 'letters',
  readingWpm: 150,
  rate: '25',
  ei: 800,
  shutterDeg: 180,
  ratioSchool: 'sum',
  loadShare: 0.8,
  sheet: {},
  mainsHz: 50,
  shutterSchool: 'angle',
  eiSchool: 'last',
  usePace: false,
  mealsAreWork: true,
  pacePrior: null,
  editOwner: '',
  hotelMinor: null,
  driveHourMinor: null,
  keepPolicy: DEFAULT_KEEP_POLICY,
  consentTerms: '',
  archived: false,
  simulatedNowOffsetMs: null,
};
