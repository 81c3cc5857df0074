import { z } from 'zod';
import { sheetContent } from '@kavrell/core/callsheet';
import { line } from '@kavrell/core/records';
import { CREW_ROLES, route } from './route.ts';

const ofDay = z.object({ productionId: z.uuid(), dayId: z.uuid() });
const ofSheet = z.object({ productionId: z.uuid(), sheetId: z.uuid() });
export const PAPERS = ['A4', 'LETTER'] as const;

/** The sheet as it would go out now; `?paper=LETTER` for the other format. */
export const callSheetPdf = route({
  method: 'GET',
  path: '/api/productions/:productionId/days/:dayId/call-sheet.pdf',
  roles: ['owner', ...CREW_ROLES],
  params: ofDay,
  body: null,
  reply: null,
});
/** The shots of the day as boxes to be ticked by pen, with corner marks by which a photograph of it is read back. */
export const tickSheetPdf = route({
  method: 'GET',
  path: '/api/productions/:productionId/days/:dayId/tick-sheet.pdf',
  roles: ['owner', 'log'],
  params: ofDay,
  body: null,
  reply: null,
});
/** A sheet as it went out. */
export const frozenSheetPdf = route({
  method: 'GET',
  path: '/api/productions/:productionId/sheets/:sheetId/call-sheet.pdf',
  roles: ['owner', ...CREW_ROLES],
  params: ofSheet,
  body: null,
  reply: null,
});
/** The sheets of all days as the crew read them: the newest that went out, or, before any did, the day as it is composed now. */
export const readSheets = route({
  method: 'GET',
  path: '/api/productions/:productionId/sheets',
  roles: ['owner', ...CREW_ROLES],
  params: z.object({ productionId: z.uuid() }),
  body: null,
  reply: z.object({
    title: z.string(),
    /** When this was composed, by the server’s clock. */
    atMs: z.number(),
    days: z.array(
      z.object({
        dayId: z.uuid(),
        /** Null while nothing went out. */
        sheetId: z.uuid().nullable(),
        revision: z.int().nullable(),
        content: sheetContent,
      }),
    ),
  }),
});
/** Freezes the day as it stands as version `revision`; refused when another window froze that one meanwhile. */
export const freezeSheet = route({
  method: 'POST',
  path: '/api/productions/:productionId/days/:dayId/freeze',
  roles: ['owner'],
  params: ofDay,
  body: z.object({ id: z.uuid(), revision: z.int().min(1), note: line('The note', 300) }),
  reply: z.object({ id: z.uuid(), revision: z.int() }),
});
/** Makes messages of a frozen sheet for everybody on it, or for these; mails go out where a mail server is configured. */
export const sendSheet = route({
  method: 'POST',
  path: '/api/productions/:productionId/sheets/:sheetId/send',
  roles: ['owner'],
  params: ofSheet,
  body: z.object({ personIds: z.array(z.uuid()).max(500).nullable() }),
  /** Messages made; of those, mails that a mail server took, and what kept others from it. */
  reply: z.object({ made: z.int(), mailed: z.int(), failed: z.array(z.string()), unreached: z.array(z.string()) }),
});
export const sheetLink = z.object({
  id: z.uuid(),
  /** Null: the link of the printed code, which shows what anybody may see. */
  personId: z.uuid().nullable(),
  path: z.string(),
  expiresAt: z.string(),
});
export type SheetLink = z.infer<typeof sheetLink>;
/** Personal links that hold, to hand out by hand. */
export const listSheetLinks = route({
  method: 'GET',
  path: '/api/productions/:productionId/sheet-links',
  roles: ['owner'],
  params: z.object({ productionId: z.uuid() }),
  body: null,
  reply: z.array(sheetLink),
});
/** Withdraws somebody’s personal link; the next sending makes another. */
export const revokeSheetLink = route({
  method: 'DELETE',
  path: '/api/productions/:productionId/sheet-links/:linkId',
  roles: ['owner'],
  params: z.object({ productionId: z.uuid(), linkId: z.uuid() }),
  body: null,
  reply: z.object({ ok: z.literal(true) }),
});
