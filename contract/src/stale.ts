import { z } from 'zod';
import { STALE_TABLES } from '@kavrell/core/stale';
import { route } from './route.ts';

export const facetChange = z.object({
  table: z.enum(STALE_TABLES),
  entityId: z.string(),
  facet: z.string(),
  field: z.string(),
  atMs: z.number(),
  was: z.string(),
  now: z.string(),
  wasKey: z.string(),
  nowKey: z.string(),
  by: z.string(),
});

/** What changed of the things that others lean on, oldest first, and when anything was made after the first of it. */
export const listFacetChanges = route({
  method: 'GET',
  path: '/api/productions/:productionId/facet-changes',
  roles: ['owner'],
  params: z.object({ productionId: z.uuid() }),
  body: null,
  reply: z.object({ changes: z.array(facetChange), births: z.record(z.string(), z.number()) }),
});
