import { z } from 'zod';
import { defineTable, id, readBy } from '../../base/records/index.ts';

export const SENT_STATES = ['waiting', 'sent', 'failed'] as const;
/** A clip of a starred take that was copied to a place for the editor. Written by the machinery only. */
export const sentSelect = z.object(
  readBy('work', {
    id,
    productionId: id,
    version: z.int(),
    takeId: id,
    cardId: id,
    /** The drive it went to, and the one it was read from; null while it waits. */
    driveId: id,
    fromDriveId: id.nullable(),
    /** On the card, and where it lies for the editor. */
    path: z.string(),
    sentAs: z.string(),
    sizeBytes: z.number(),
    state: z.enum(SENT_STATES),
    hash: z.string().nullable(),
    failure: z.string().nullable(),
    atMs: z.number(),
    by: z.string(),
  }),
);
export type SentSelect = z.infer<typeof sentSelect>;
/** The table of what was sent to the editor. */
export const sentSelectTable = defineTable({
  name: 'sentSelects',
  one: 'clip for the editor',
  row: sentSelect,
  fields: null,
  points: { cardId: 'cards', driveId: 'drives' },
  ofTheShoot: true,
});
