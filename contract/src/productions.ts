import { z } from 'zod';
import { production, productionFields } from '@kavrell/core/brief';
import { CREW_ROLES, route } from './route.ts';
import { TABLE_NAMES, type TableName } from '@kavrell/core/tables';

const everyone = ['owner', ...CREW_ROLES] as const;
const inProduction = z.object({ productionId: z.uuid() });

export const listProductions = route({
  method: 'GET',
  path: '/api/productions',
  roles: everyone,
  params: z.object({}),
  body: null,
  reply: z.array(production),
});
export const makeProduction = route({
  method: 'POST',
  path: '/api/productions',
  roles: ['owner'],
  params: z.object({}),
  body: productionFields.extend({ id: z.uuid() }),
  reply: production,
});
/** What one sees of a production before it is opened; deleted ones for thirty days. */
export const productionHead = z.object({
  id: z.uuid(),
  version: z.int(),
  title: z.string(),
  client: z.string(),
  archived: z.boolean(),
  /** Whether it is a demo’s, with a day of its own that is now. */
  simulated: z.boolean(),
  deletedAt: z.string().nullable(),
  days: z.int(),
  shots: z.int(),
  moments: z.int(),
  /** Its next day from today on, else its last; null without any. */
  date: z.string().nullable(),
  /** Whether that day’s sheet was frozen. */
  frozen: z.boolean(),
  /** Cards that are not said to be released yet. */
  cards: z.int(),
});
export type ProductionHead = z.infer<typeof productionHead>;
export const listHeads = route({
  method: 'GET',
  path: '/api/production-heads',
  roles: ['owner'],
  params: z.object({}),
  body: null,
  reply: z.array(productionHead),
});
/** The plan of a production once more, without what was shot, signed or frozen. */
export const duplicateProduction = route({
  method: 'POST',
  path: '/api/productions/:productionId/duplicate',
  roles: ['owner'],
  params: inProduction,
  body: z.object({ id: z.uuid(), title: productionFields.shape.title }),
  reply: production,
});
/** Deletes a production, or brings a deleted one back within thirty days. */
export const deleteProduction = route({
  method: 'POST',
  path: '/api/productions/:productionId/deleted',
  roles: ['owner'],
  params: inProduction,
  body: z.object({ deleted: z.boolean() }),
  reply: z.object({ id: z.uuid() }),
});
/** Tables by name, with commas between. */
const tableList = z
  .string()
  .refine(
    (list) => list.split(',').every((t) => (TABLE_NAMES as readonly string[]).includes(t)),
    'There is no such table.',
  );
/** The tables of such a list. */
export const tablesOf = (list: string): TableName[] => list.split(',') as TableName[];
/** All rows of some tables of a production that are not deleted, by table; what is not for this role's eyes is left out or blank. */
export const listRows = route({
  method: 'GET',
  path: '/api/productions/:productionId/rows/:tables',
  roles: ['owner', 'log', 'offload'],
  params: inProduction.extend({ tables: tableList }),
  body: null,
  reply: z.record(z.string(), z.array(z.record(z.string(), z.unknown()))),
});
/** Server-sent events: one `change` per changed row, `{ table, id, version, changeSet, row }`. */
export const live = route({
  method: 'GET',
  path: '/api/productions/:productionId/live',
  roles: everyone,
  params: inProduction,
  body: null,
  reply: null,
});
export const liveChange = z.object({
  table: z.enum(TABLE_NAMES),
  id: z.string(),
  version: z.int(),
  changeSet: z.string().nullable(),
  /** The row as it now is, of it what this reader may see; null: it is gone; missing: its table is to be read again. */
  row: z.record(z.string(), z.unknown()).nullable().optional(),
});
export type LiveChange = z.infer<typeof liveChange>;
