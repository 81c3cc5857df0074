import { z } from 'zod';
import {
  defineTable,
  id,
  line,
  minuteOfDay,
  minutes,
  readBy,
  recordBase,
  requiredLine,
} from '../../base/records/index.ts';
import { isCalendarDate } from '../../base/time/index.ts';

/** Guests are in the picture without being called: they agree to be seen, no more. */
export const PERSON_KINDS = ['crew', 'talent', 'client', 'guest'] as const;
export const personKind = z.enum(PERSON_KINDS, { error: 'Choose crew, talent, client or guest.' });

/** What of others a personal sheet shows. */
export const SEES = ['own', 'phones', 'all'] as const;

export const personFields = z.object({
  ...readBy('work', {
    name: requiredLine('The name', 80),
    /** The one word that the quick line and tables use. */
    shortName: requiredLine('The short name', 24),
    kind: personKind,
    role: line('The role', 80),
    department: line('The department', 40),
    /** Radio channel or headset line. */
    comms: line('The radio line', 60),
  }),
  /** Personal: what reaches others of it goes through the call sheet, person by person. */
  ...readBy('owner', {
    minor: z.boolean(),
    notes: line('Notes', 400),
    /** Personal: sent only to roles that need it. */
    phone: line('The phone number', 40),
    diet: line('The diet', 120),
    emergency: line('Whom to call', 160),
    /** For ten hours, in the job’s currency, minor units; null: not agreed. */
    dayRateMinor: z
      .int('A rate is an amount of money.')
      .min(0, 'A rate can’t be negative.')
      .max(1e10, 'A rate that high is not believable.')
      .nullable(),
    /** Door to set. */
    travelMin: minutes('The way to the set', 600),
    /** Dates they can’t, as YYYY-MM-DD. */
    away: z
      .array(z.string().refine(isCalendarDate, 'Write a date that exists, as YYYY-MM-DD.'))
      .max(200, 'Two hundred dates are the most.'),
    /** Where sheets are sent. Personal. */
    email: line('The mail address', 120).refine(
      (e) => e === '' || /^[^\s@]+@[^\s@]+$/.test(e),
      'A mail address has one @, such as oda@harbour.example.',
    ),
    /** What their personal sheet shows of others: nothing, phone numbers, or diets too. Rates never. */
    sees: z.enum(SEES, { error: 'Choose what their sheet shows of others.' }),
    /** What they may: drive, fly, climb, handle, and until when. */
    permits: line('What they may', 200),
    /** What they look like, by the address of the stored picture: for whoever plans, and nobody else. */
    photoHash: z
      .string()
      .regex(/^[0-9a-f]{64}$/, 'That is not the address of a stored file.')
      .nullable(),
  }),
});
/** A new person's values beside the names. */
export const PERSON_DEFAULTS: Omit<z.infer<typeof personFields>, 'name' | 'shortName'> = {
  kind: 'crew',
  role: '',
  department: '',
  minor: false,
  notes: '',
  phone: '',
  diet: '',
  emergency: '',
  dayRateMinor: null,
  travelMin: 0,
  away: [],
  permits: '',
  photoHash: null,
  email: '',
  comms: '',
  sees: 'own',
};
export const person = personFields.extend(recordBase);
export type Person = z.infer<typeof person>;
/** The table of people. */
export const personTable = defineTable({
  name: 'people',
  one: 'person',
  row: person,
  fields: personFields,
  rules: { people_short_name_live: 'Somebody has that short name already.' },
});

export const engagementFields = z.object(
  readBy('work', {
    dayId: id,
    personId: id,
    /** Minutes between arriving and being needed: make-up, rigging. */
    callOffsetMin: minutes('The time before being needed', 600),
    /** A call set by hand; null lets Kavrell work it out. */
    callMin: minuteOfDay('The call').nullable(),
  }),
);
export const engagement = engagementFields.extend(recordBase);
export type Engagement = z.infer<typeof engagement>;
/** The table of engagements. */
export const engagementTable = defineTable({
  name: 'engagements',
  one: 'engagement',
  row: engagement,
  fields: engagementFields,
  points: { dayId: 'days', personId: 'people' },
  rules: { engagements_pair_live: 'This person is on that day already.' },
});
