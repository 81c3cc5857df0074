import { z } from 'zod';
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
