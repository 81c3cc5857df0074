import { z } from 'zod';
import { defineTable, id, line, position, readBy, recordBase, requiredLine } from '../../base/records/index.ts';
import { isCalendarDate } from '../../base/time/index.ts';

/** How a thing comes to be there; `adapted` is something else that does, `without` is a decision to do without. */
export const KIT_SOURCES = ['own', 'lent', 'hired', 'bought', 'asked', 'adapted', 'without'] as const;
export type KitSource = (typeof KIT_SOURCES)[number];
export const KIT_SOURCE_WORDS: Readonly<Record<KitSource, string>> = {
  ...{ own: 'own', lent: 'lent', hired: 'hired', bought: 'bought', asked: 'asked of somebody' },
  ...{ adapted: 'something else that does', without: 'done without' },
};
/** Decided how it is got, not here yet; here and not packed (''); packed into its case; there at the place; back in its case; left behind or lost. */
export const KIT_STATES = ['toGet', '', 'packed', 'there', 'back', 'missing'] as const;
export type KitState = (typeof KIT_STATES)[number];
export const KIT_STATE_WORDS: Readonly<Record<KitState, string>> = {
  ...{ toGet: 'to get', '': 'not packed', packed: 'packed', there: 'out', back: 'back', missing: 'missing' },
};

/** Something that is taken along: for a need of the plan, or of one’s own. */
export const kitLineFields = z.object({
  ...readBy('work', {
    /** The need that it answers; '' none of the plan. */
    need: line('The need', 200),
    name: requiredLine('What it is', 160),
    have: z
      .number({ error: 'How many there are is a number.' })
      .min(0, 'How many there are can’t be negative.')
      .max(10_000, 'Ten thousand are the most.'),
    source: z.enum(KIT_SOURCES, { error: 'Choose own, lent, hired, bought, asked for, something else, or without.' }),
    /** From whom it comes: whose it is, who hires it out. */
    supplier: line('From whom', 120),
    /** By when it must be here; null: nobody said. */
    byDate: z.string().refine(isCalendarDate, 'By when is a date that exists, as YYYY-MM-DD.').nullable(),
    /** The piece of the own list that it is; null: none of it. */
    pieceId: id.nullable(),
    /** The case or bag it travels in. */
    crate: line('The case', 60),
    carrierId: id.nullable(),
    state: z.enum(KIT_STATES, { error: 'Choose to get, packed, there, back or missing.' }),
    /** Who set this state, and who looked a second time; '': nobody. */
    tickedBy: line('Who ticked it off', 80),
    checkedBy: line('Who looked again', 80),
    /** It is switched on now, or was when somebody looked. */
    on: z.boolean({ error: 'Switched on is yes or no.' }),
    /** Where it was last ticked off; null: nowhere. */
    seenAtId: id.nullable(),
    note: line('The note', 200),
    position,
  }),
  ...readBy('owner', {
    /** What it costs this job, in the job’s currency; null: unknown. */
    costMinor: z
      .int('What it costs is an amount of money.')
      .min(0, 'It can’t cost less than nothing.')
      .max(1e10, 'That dear is not believable.')
      .nullable(),
  }),
});
export const kitLine = kitLineFields.extend(recordBase);
export type KitLine = z.infer<typeof kitLine>;
/** The table of what is taken along. Whoever logs may tick off, and nothing else: two people check. */
export const kitLineTable = defineTable({
  name: 'kitLines',
  one: 'line of the kit',
  row: kitLine,
  fields: kitLineFields,
  sortedBy: 'position',
  points: { carrierId: 'people', seenAtId: 'places' },
  logged: ['state', 'tickedBy', 'checkedBy', 'on', 'seenAtId'],
});

/** A line as it begins. */
export const KIT_LINE_DEFAULTS: Omit<z.infer<typeof kitLineFields>, 'name' | 'position'> = {
  ...{ need: '', have: 1, source: 'own', supplier: '', byDate: null, pieceId: null, crate: '', carrierId: null },
  ...{ state: '', tickedBy: '', checkedBy: '', on: false, seenAtId: null, note: '', costMinor: null },
};
