import { z } from 'zod';
import { unstorableIn } from '@kavrell/core/records';
import { EDITABLE_NAMES, LOGGED_NAMES } from '@kavrell/core/tables';
import { route } from './route.ts';

const values = z.record(z.string(), z.unknown());

/** One row's change. Values are checked against the table's own schema; an update names the version it saw. */
export const changeOp = z.discriminatedUnion('op', [
  z.object({ op: z.literal('insert'), table: z.enum(EDITABLE_NAMES), id: z.uuid(), values }),
  z.object({ op: z.literal('update'), table: z.enum(EDITABLE_NAMES), id: z.uuid(), version: z.int().min(1), values }),
  z.object({ op: z.literal('delete'), table: z.enum(EDITABLE_NAMES), id: z.uuid(), version: z.int().min(1) }),
  z.object({ op: z.literal('restore'), table: z.enum(EDITABLE_NAMES), id: z.uuid() }),
]);
export type ChangeOp = z.infer<typeof changeOp>;

/** Refuses text that can't be stored, at its field. */
export const storable = (value: unknown, ctx: z.core.$RefinementCtx): void => {
  const path = unstorableIn(value);
  if (path)
    ctx.addIssue({
      code: 'custom',
      path,
      message: 'This holds half a character, which can’t be stored: type it anew.',
    });
};

/** Changes that stand or fall together and are undone together. The id is the idempotency key. */
export const changeSet = z
  .object({
    id: z.uuid(),
    /** What was done, in words: `Moved 3C`. */
    label: z.string().trim().min(1).max(160),
    ops: z.array(changeOp).min(1).max(2000, 'At most 2000 rows can change at once.'),
    /** Whose change it is, when the owner sends what somebody whose link ended left on a device. */
    madeBy: z.string().trim().min(1).max(80).optional(),
  })
  .superRefine(storable);
export type ChangeSet = z.infer<typeof changeSet>;

/** What a logger may write and take back besides takes, as each table says it: that a clock was jammed, what happened on the day. */
export const LOGGED_TABLES: readonly string[] = LOGGED_NAMES;

export const changeReply = z.object({ id: z.uuid(), versions: z.record(z.string(), z.int()) });

export const changeSetInfo = z.object({
  id: z.uuid(),
  label: z.string(),
  actor: z.string(),
  at: z.string(),
  undone: z.boolean(),
  undoes: z.uuid().nullable(),
});
export type ChangeSetInfo = z.infer<typeof changeSetInfo>;

const inProduction = z.object({ productionId: z.uuid() });

export const writeChanges = route({
  method: 'POST',
  path: '/api/productions/:productionId/changes',
  roles: ['owner', 'log'],
  params: inProduction,
  body: changeSet,
  reply: changeReply,
});
export const listChanges = route({
  method: 'GET',
  path: '/api/productions/:productionId/changes',
  roles: ['owner'],
  params: inProduction,
  body: null,
  reply: z.array(changeSetInfo),
});
export const undoChange = route({
  method: 'POST',
  path: '/api/productions/:productionId/changes/:changeSetId/undo',
  roles: ['owner', 'log'],
  params: inProduction.extend({ changeSetId: z.uuid() }),
  body: z.object({ id: z.uuid() }),
  reply: changeReply,
});
