import { z } from 'zod';
import { id, line, requiredLine } from '../records/index.ts';
import { RATES } from '../timecode/index.ts';

export const rateField = z.enum(Object.keys(RATES) as [string, ...string[]], {
  error: 'Choose one of the frame rates Kavrell counts in.',
});

/** The two schools of formatting cards. */
export const FORMAT_POLICIES = ['never', 'afterCopies'] as const;

/**
 * When a card counts as kept: how many verified copies, and whether they must be in different places; and when it may be formatted:
 * never on the job, or once it is kept on two kinds of device.
 */
export const keepPolicy = z.object({
  verifiedCopies: z
    .int()
    .min(1, 'At least one verified copy is needed.')
    .max(6, 'Six copies are the most Kavrell plans for.'),
  apart: z.boolean(),
  format: z.enum(FORMAT_POLICIES, { error: 'Choose when cards may be formatted.' }),
});
export type KeepPolicy = z.infer<typeof keepPolicy>;
export const DEFAULT_KEEP_POLICY: KeepPolicy = { verifiedCopies: 2, apart: true, format: 'never' };

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
