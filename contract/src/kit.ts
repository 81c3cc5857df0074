import { z } from 'zod';
import { LIST_ORDERS } from '@kavrell/core/kitNeeds';
import { KIT_VERDICTS } from '@kavrell/core/log';
import { route } from './route.ts';

const inProduction = z.object({ productionId: z.uuid() });
const paper = (path: string) =>
  route({
    method: 'GET',
    path: `/api/productions/:productionId/${path}`,
    roles: ['owner'],
    params: inProduction,
    body: null,
    reply: null,
  });

/** What outlives productions stands in one of its own that is never shot: made when it is first asked for. */
export const openHouse = route({
  method: 'POST',
  path: '/api/house',
  roles: ['owner'],
  params: z.object({}),
  body: z.object({}),
  reply: z.object({ productionId: z.uuid() }),
});
/** Pieces of the own list that jobs take along, each on the dates of its job; a job without a date has none. */
export const kitBookings = route({
  method: 'GET',
  path: '/api/house/bookings',
  roles: ['owner'],
  params: z.object({}),
  body: null,
  reply: z.array(
    z.object({
      pieceId: z.uuid(),
      productionId: z.uuid(),
      title: z.string(),
      fromDate: z.string(),
      toDate: z.string(),
      count: z.number(),
    }),
  ),
});
const ordered = (file: string) =>
  route({
    method: 'GET',
    path: `/api/productions/:productionId/packing/:order/${file}`,
    roles: ['owner', 'log'],
    params: inProduction.extend({ order: z.enum(LIST_ORDERS, { error: 'A list stands by case, place or person.' }) }),
    body: null,
    reply: null,
  });
export const packingPdf = ordered('list.pdf');
export const packingCsv = ordered('list.csv');
export const hirePdf = paper('hire.pdf');
export const hireCsv = paper('hire.csv');
export const customsPdf = paper('customs.pdf');
export const customsCsv = paper('customs.csv');
export const kitLabelsPdf = paper('kit-labels.pdf');

/** What was found of things on all jobs, by name, the newest first: would somebody take it again? */
export const readVerdicts = route({
  method: 'GET',
  path: '/api/house/verdicts',
  roles: ['owner'],
  params: z.object({}),
  body: null,
  reply: z.array(
    z.object({
      name: z.string(),
      pieceId: z.uuid().nullable(),
      verdict: z.enum(KIT_VERDICTS),
      words: z.string(),
      job: z.string(),
      atMs: z.number(),
    }),
  ),
});
export type KitVerdictSaid = z.infer<typeof readVerdicts.reply>[number];
