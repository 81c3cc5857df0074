import { z } from 'zod';
import { defineTable, id, readBy } from '../../base/records/index.ts';

/** That somebody’s data were taken out of a production: when and by whom, never whose. Written by the machinery only. */
export const erasure = z.object({
  id,
  version: z.int(),
  ...readBy('owner', {
    atMs: z.number(),
    by: z.string(),
    /** So many rows, frozen sheets and entries of the history were rewritten. */
    rows: z.int(),
    sheets: z.int(),
    history: z.int(),
    files: z.int(),
  }),
});
export type Erasure = z.infer<typeof erasure>;
/** The table of what was taken out. */
export const erasureTable = defineTable({
  name: 'erasures',
  one: 'record of data taken out',
  row: erasure,
  fields: null,
  sortedBy: 'atMs',
  ofTheShoot: true,
});
