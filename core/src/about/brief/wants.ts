import { z } from 'zod';
import { defineTable, id, line, position, readBy, recordBase, requiredLine } from '../../base/records/index.ts';
import { rateField } from '../../base/timecode/index.ts';

/** A calendar date without a time, `YYYY-MM-DD`. */
export const dateOnly = (label: string) => z.iso.date({ error: `${label} is a date, such as 2027-04-30.` });

/** The short word by which shots are tagged: `film`, `vertical`. */
const tag = z
  .string()
  .trim()
  .regex(/^[a-z0-9][a-z0-9-]{0,19}$/, 'A tag is up to 20 small letters, digits or hyphens.');

const pixels = (label: string) =>
  z
    .int(`${label} is a whole number of pixels.`)
    .min(16, `${label} is too small to be one.`)
    .max(32768, `${label} of over 32,768 pixels is not believable.`);

/** What is handed over: one or several pieces of one length and form. */
export const deliverableFields = z.object(
  readBy('work', {
    title: requiredLine('The title', 120),
    tag,
    pieces: z
      .int('Pieces are a whole number.')
      .min(1, 'There is one piece at least.')
      .max(500, 'Over 500 pieces is not believable.'),
    durationS: z
      .number({ error: 'The length is a time such as 4:00.' })
      .gt(0, 'The length must be more than nothing.')
      .max(86400, 'The length may be 24 h at most.'),
    widthPx: pixels('The width'),
    heightPx: pixels('The height'),
    rate: rateField,
    captions: line('Captions', 120),
    due: dateOnly('The due date').nullable(),
    notes: line('Notes', 400),
    position,
  }),
);
export const deliverable = deliverableFields.extend(recordBase);
export type Deliverable = z.infer<typeof deliverable>;
/** The table of deliverables. */
export const deliverableTable = defineTable({
  name: 'deliverables',
  one: 'deliverable',
  row: deliverable,
  fields: deliverableFields,
  sortedBy: 'position',
  rules: { deliverables_tag_live: 'There is a deliverable of that tag already.' },
});

export const ASK_KINDS = ['mark', 'kit', 'person', 'other'] as const;
export const ASK_STATES = ['open', 'agreed', 'declined'] as const;

/** Something the client asks for: a mark that must be seen, kit, a person, or anything else; with its answer and price. */
export const askFields = z.object(
  readBy('owner', {
    kind: z.enum(ASK_KINDS, { error: 'Choose what kind of wish it is.' }),
    title: requiredLine('What is asked for', 120),
    tag,
    detail: line('The detail', 400),
    state: z.enum(ASK_STATES, { error: 'Choose open, agreed or declined.' }),
    /** What in the plan answers it. */
    cameraId: id.nullable(),
    personId: id.nullable(),
    /** In words: rented from where, borrowed, own. */
    means: line('How it is met', 200),
    /** What it costs beside the quote, in hundredths of the currency; null while nobody said. */
    priceMinor: z
      .int('The price is a sum of money.')
      .min(0, 'A price can’t be negative.')
      .max(1e12, 'That price is not believable.')
      .nullable(),
    askedOn: dateOnly('The day it was asked').nullable(),
    position,
  }),
);
export const ask = askFields.extend(recordBase);
export type Ask = z.infer<typeof ask>;
/** The table of asks. */
export const askTable = defineTable({
  name: 'asks',
  one: 'wish',
  row: ask,
  fields: askFields,
  sortedBy: 'position',
  points: { cameraId: 'cameras', personId: 'people' },
  rules: { asks_tag_live: 'Something asked for has that tag already.' },
});

/** Who agrees to what, and whether they have. */
export const signOffFields = z.object(
  readBy('owner', {
    what: requiredLine('What is signed off', 120),
    who: line('Who signs it off', 120),
    due: dateOnly('The due date').nullable(),
    givenOn: dateOnly('The day it was given').nullable(),
    note: line('The note', 300),
    position,
  }),
);
export const signOff = signOffFields.extend(recordBase);
export type SignOff = z.infer<typeof signOff>;
/** The table of sign offs. */
export const signOffTable = defineTable({
  name: 'signOffs',
  one: 'sign-off',
  row: signOff,
  fields: signOffFields,
  sortedBy: 'position',
});

/** A named draft of brief or script: what changed after it can be told apart from what changed before. */
export const revisionFields = z.object(
  readBy('owner', {
    name: requiredLine('The draft’s name', 80),
    atMs: z.number(),
    note: line('The note', 400),
  }),
);
export const revision = revisionFields.extend(recordBase);
export type Revision = z.infer<typeof revision>;
/** The table of revisions. */
export const revisionTable = defineTable({
  name: 'revisions',
  one: 'draft',
  row: revision,
  fields: revisionFields,
  ofTheShoot: true,
});
