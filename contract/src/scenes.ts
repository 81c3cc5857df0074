import { z } from 'zod';
import { route } from './route.ts';

const inProduction = z.object({ productionId: z.uuid() });
const document = (path: string) =>
  route({
    method: 'GET',
    path: `/api/productions/:productionId/${path}`,
    roles: ['owner', 'log'],
    params: inProduction,
    body: null,
    reply: null,
  });

/** All shots with their stills, scene by scene. */
export const shotListPdf = document('shot-list.pdf');
/** The boards alone, nine to a page. */
export const boardsPdf = document('boards.pdf');
/** The shots of one day in the order they are taken. */
export const dayShotListPdf = route({
  method: 'GET',
  path: '/api/productions/:productionId/days/:dayId/shot-list.pdf',
  roles: ['owner', 'log'],
  params: inProduction.extend({ dayId: z.uuid() }),
  body: null,
  reply: null,
});
