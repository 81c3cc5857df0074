import { z } from 'zod';
import { defineTable, id, line, position, readBy, recordBase, requiredLine } from '../../base/records/index.ts';

export const KIT_SOURCES = ['own', 'lent', 'hired', 'bought', 'asked'] as const;
/** '' nowhere yet; packed into its case; there at the place; back in its case; left behind or lost. */
export const KIT_STATES = ['', 'packed', 'there', 'back', 'missing'] as const;
export type KitState = (typeof KIT_STATES)[number];

/** Something that is taken along: for a need of the plan, or of one’s own. */
export const kitLineFields = z.object(
  readBy('work', {
    /** The need that it answers; '' none of the plan. */
    need: line('The need', 200),
    name: requiredLine('What it is', 160),
    have: z
      .number({ error: 'How many there are is a number.' })
      .min(0, 'How many there are can’t be negative.')
      .max(10_000, 'Ten thousand are the most.'),
    source: z.enum(KIT_SOURCES, { error: 'Choose own, lent, hired, bought or asked for.' }),
    /** The case or bag it travels in. */
    crate: line('The case', 60),
    carrierId: id.nullable(),
    state: z.enum(KIT_STATES, { error: 'Choose packed, there, back or missing.' }),
    /** Where it was last ticked off; null: nowhere. */
    seenAtId: id.nullable(),
    note: line('The note', 200),
    position,
  }),
);
export const kitLine = kitLineFields.extend(recordBase);
export type KitLine = z.infer<typeof kitLine>;
/** The table of what is taken along. */
export const kitLineTable = defineTable({
  name: 'kitLines',
  one: 'line of the kit',
  row: kitLine,
  fields: kitLineFields,
  sortedBy: 'position',
  points: { carrierId: 'people', seenAtId: 'places' },
});
