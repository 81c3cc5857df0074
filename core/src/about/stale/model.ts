import { z } from 'zod';
import { defineTable, id, readBy, recordBase } from '../../base/records/index.ts';

/** Entities that can lean on others or be leaned on, by their table. */
export const STALE_TABLES = [
  'productions',
  'deliverables',
  'palettes',
  'places',
  'people',
  'setups',
  'scenes',
  'shots',
  'tracks',
  'frozenSheets',
  'soundSources',
  'prompts',
] as const;
export type StaleTable = (typeof STALE_TABLES)[number];

/** Somebody looked at an entity and found it still right: marks from before fall away. */
export const lookFields = z.object(
  readBy('work', {
    table: z.enum(STALE_TABLES),
    entityId: id,
    atMs: z.number(),
  }),
);
export const look = lookFields.extend(recordBase);
export type Look = z.infer<typeof look>;
/** The table of looks. */
export const lookTable = defineTable({
  name: 'looks',
  one: 'look',
  row: look,
  fields: lookFields,
  ofTheShoot: true,
});
