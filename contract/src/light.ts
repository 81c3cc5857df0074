import { z } from 'zod';
import { route } from './route.ts';

const document = (path: string) =>
  route({
    method: 'GET',
    path: `/api/productions/:productionId/setups/:setupId/${path}`,
    roles: ['owner', 'log'],
    params: z.object({ productionId: z.uuid(), setupId: z.uuid() }),
    body: null,
    reply: null,
  });

/** A light setup on one page: the plan to scale, its legend, readings, what to look out for, what it needs. */
export const lightPlanPdf = document('plan.pdf');
/** The plan alone, as a drawing to scale. */
export const lightPlanSvg = document('plan.svg');
