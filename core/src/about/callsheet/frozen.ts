import { z } from 'zod';
import { defineTable, id, line, readBy, recordBase } from '../../base/records/index.ts';
import { sheetContent } from './content.ts';

/** A sheet as it went out: from here on its shot numbers stay as they are. */
export const frozenSheetFields = z.object(
  readBy('work', {
    dayId: id,
    revision: z.int().min(1),
    frozenAtMs: z.number(),
    note: line('The note', 300),
    /** The shots on it, by number, as printed. */
    shots: z.array(z.object({ shotId: id, code: z.string() })).max(2000),
    /** All that it says; null for sheets frozen before that was kept. */
    content: sheetContent.nullable(),
  }),
);
export const frozenSheet = frozenSheetFields.extend(recordBase);
export type FrozenSheet = z.infer<typeof frozenSheet>;
/** The table of frozen sheets. */
export const frozenSheetTable = defineTable({
  name: 'frozenSheets',
  one: 'frozen sheet',
  row: frozenSheet,
  fields: frozenSheetFields,
  points: { dayId: 'days' },
  rules: { frozen_sheets_revision_live: 'That revision of the sheet has gone out already.' },
  ofTheShoot: true,
});

/** Shot numbers that are on paper already and therefore stay. */
export function frozenCodes(sheets: readonly FrozenSheet[]): Set<string> {
  return new Set(sheets.flatMap((s) => s.shots.map((x) => x.code)));
}

/** The newest sheet of a day that went out. */
export function latestOf<T extends Pick<FrozenSheet, 'dayId' | 'revision'>>(
  sheets: readonly T[],
  dayId: string,
): T | null {
  return sheets
    .filter((s) => s.dayId === dayId)
    .reduce<T | null>((a, b) => (a && a.revision > b.revision ? a : b), null);
}

/** That somebody opened a sheet, or said to have read and understood it. */
export const sheetRead = z.object(
  readBy('owner', {
    id,
    productionId: id,
    sheetId: id,
    personId: id,
    kind: z.enum(['opened', 'understood']),
    atMs: z.number(),
  }),
);
export type SheetRead = z.infer<typeof sheetRead>;
/** The table of sheet reads. */
export const sheetReadTable = defineTable({
  name: 'sheetReads',
  one: 'reading of a sheet',
  row: sheetRead,
  fields: null,
  points: { sheetId: 'frozenSheets', personId: 'people' },
  ofTheShoot: true,
});

/** A message that was made for somebody; a person gives it, or a mail server took it. */
export const message = z.object(
  readBy('owner', {
    id,
    productionId: id,
    sheetId: id,
    personId: id,
    kind: z.enum(['mail', 'message']),
    recipient: z.string(),
    subject: z.string(),
    body: z.string(),
    atMs: z.number(),
    /** When a mail server took it; null: nobody sent it from here. */
    sentAtMs: z.number().nullable(),
  }),
);
export type Message = z.infer<typeof message>;
/** The table of messages. */
export const messageTable = defineTable({
  name: 'messages',
  one: 'message',
  row: message,
  fields: null,
  points: { sheetId: 'frozenSheets', personId: 'people' },
  ofTheShoot: true,
});

/** `ready`: a message was made for them; whether it was given to them nobody tells Kavrell, until they open it. `sent`: a mail server took it. */
export type ReadState = 'nothing yet' | 'ready' | 'sent' | 'opened' | 'understood';
export interface Reader {
  personId: string;
  state: ReadState;
  /** The newest version they have understood; null for none. */
  understoodRevision: number | null;
}

/** Who on a sheet stands where with its version: what they have done with it, and which version they last understood. */
export function readersOf(
  sheet: FrozenSheet,
  sheets: readonly FrozenSheet[],
  reads: readonly SheetRead[],
  messages: readonly (Pick<Message, 'sheetId' | 'personId'> & Partial<Pick<Message, 'sentAtMs'>>)[],
): Reader[] {
  return (sheet.content?.people ?? []).map(({ id: personId }): Reader => {
    const own = reads.filter((r) => r.personId === personId);
    const here = own.filter((r) => r.sheetId === sheet.id);
    const mine = messages.filter((m) => m.sheetId === sheet.id && m.personId === personId);
    const state: ReadState = here.some((r) => r.kind === 'understood')
      ? 'understood'
      : here.length > 0
        ? 'opened'
        : mine.some((m) => (m.sentAtMs ?? null) !== null)
          ? 'sent'
          : mine.length > 0
            ? 'ready'
            : 'nothing yet';
    const revisions = own.flatMap((r) =>
      r.kind === 'understood'
        ? (sheets.find((s) => s.id === r.sheetId && s.dayId === sheet.dayId)?.revision ?? [])
        : [],
    );
    return { personId, state, understoodRevision: revisions.length ? Math.max(...revisions) : null };
  });
}
