import { z } from 'zod';
import { id, line, requiredLine } from '../records/index.ts';
import { RATES } from '../timecode/index.ts';

export const rateField = z.enum(Object.keys(RATES) as [string, ...string[]], {
  error: 'Choose one of the frame rates Kavrell counts in.',
});

/** When a card counts as kept: how many verified copies, and whether they must be in different places. */
export const keepPolicy = z.object({
  verifiedCopies: z
    .int()
    .min(1, 'At least one verified copy is needed.')
    .max(6, 'Six copies are the most Kavrell plans for.'),
  apart: z.boolean(),
});
export type KeepPolicy = z.infer<typeof keepPolicy>;
export const DEFAULT_KEEP_POLICY: KeepPolicy = { verifiedCopies: 2, apart: true };

const fields = {
  title: requiredLine('The title', 120),
  client: line('The client', 160),
  rate: rateField,
  keepPolicy,
  /** Set only on demo productions: added to the real clock so that the shooting day is today. */
  simulatedNowOffsetMs: z.number().nullable(),
};
export const productionFields = z.object(fields);
export const production = z.object({ id, version: z.int().min(1), deletedAt: z.string().nullable(), ...fields });
export type Production = z.infer<typeof production>;
