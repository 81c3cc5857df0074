import { z } from 'zod';
import { REPORT_KINDS } from '@kavrell/core/onset';
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
