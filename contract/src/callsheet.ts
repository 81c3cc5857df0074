import { z } from 'zod';
import { CREW_ROLES, route } from './route.ts';

export const callSheetPdf = route({
  method: 'GET',
  path: '/api/productions/:productionId/days/:dayId/call-sheet.pdf',
  roles: ['owner', ...CREW_ROLES],
  params: z.object({ productionId: z.uuid(), dayId: z.uuid() }),
  body: null,
  reply: null,
});
