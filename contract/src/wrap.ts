import { z } from 'zod';
import { REPORT_KINDS } from '@kavrell/core/onset';
import { BUNDLE_ROLES } from '@kavrell/core/wrap';
import { route } from './route.ts';

const ofDay = z.object({ productionId: z.uuid(), dayId: z.uuid() });
const mayRead = ['owner', 'log', 'offload'] as const;
export const dayReportPdf = route({
  method: 'GET',
  path: '/api/productions/:productionId/days/:dayId/report.pdf',
  roles: mayRead,
  params: ofDay,
  body: null,
  reply: null,
});
export const dayReportCsv = route({
  method: 'GET',
  path: '/api/productions/:productionId/days/:dayId/report.csv',
  roles: mayRead,
  params: ofDay,
  body: null,
  reply: null,
});

/** `who`: all of the day, or only what one person did. */
const ofReport = ofDay.extend({ kind: z.enum(REPORT_KINDS), who: z.union([z.literal('all'), z.uuid()]) });
/** Camera, sound and continuity report, and the log of the day. */
export const setReportPdf = route({
  method: 'GET',
  path: '/api/productions/:productionId/days/:dayId/reports/:kind/:who/report.pdf',
  roles: mayRead,
  params: ofReport,
  body: null,
  reply: null,
});
export const setReportCsv = route({
  method: 'GET',
  path: '/api/productions/:productionId/days/:dayId/reports/:kind/:who/report.csv',
  roles: mayRead,
  params: ofReport,
  body: null,
  reply: null,
});

const inProduction = z.object({ productionId: z.uuid() });
const ofBundle = inProduction.extend({ bundleId: z.uuid() });
/** Has the worker make a hand-over for somebody: everything that is for them but the media themselves. */
export const startBundle = route({
  method: 'POST',
  path: '/api/productions/:productionId/bundles',
  roles: ['owner'],
  params: inProduction,
  body: z.object({ id: z.uuid(), forRole: z.enum(BUNDLE_ROLES) }),
  reply: z.object({ id: z.uuid() }),
});
/** Stops one that is being made, or takes a made one away. */
export const removeBundle = route({
  method: 'POST',
  path: '/api/productions/:productionId/bundles/:bundleId/removed',
  roles: ['owner'],
  params: ofBundle,
  body: z.object({}),
  reply: z.object({ id: z.uuid() }),
});
/** A made hand-over; a fetch that broke off goes on where it was. */
export const bundleZip = route({
  method: 'GET',
  path: '/api/productions/:productionId/bundles/:bundleId/hand-over.zip',
  roles: ['owner'],
  params: ofBundle,
  body: null,
  reply: null,
});
