import { z } from 'zod';
import { requiredLine } from '../../base/records/index.ts';

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
  /** On so many different kinds of device (fast disk, slow disk, disk set, cloud). */
  kinds: z.int().min(1, 'At least one kind of device is needed.').max(3, 'Three kinds are the most.').default(1),
  format: z.enum(FORMAT_POLICIES, { error: 'Choose when cards may be formatted.' }),
  /** Names on a card that are not copied, in the patterns of ignore files. */
  leaveOut: z.array(requiredLine('A pattern', 120)).max(20, 'Twenty patterns are the most.'),
});
export type KeepPolicy = z.infer<typeof keepPolicy>;
export const DEFAULT_KEEP_POLICY: KeepPolicy = {
  verifiedCopies: 2,
  apart: true,
  kinds: 1,
  format: 'never',
  leaveOut: [],
};

/** Policies that people name: what the production's own form offers beside its figures. */
export const KEEP_SCHOOLS: readonly {
  words: string;
  policy: Pick<KeepPolicy, 'verifiedCopies' | 'apart' | 'kinds'>;
}[] = [
  { words: 'Two copies, apart', policy: { verifiedCopies: 2, apart: true, kinds: 1 } },
  { words: 'Two copies', policy: { verifiedCopies: 2, apart: false, kinds: 1 } },
  { words: 'Three copies on two kinds, one elsewhere', policy: { verifiedCopies: 3, apart: true, kinds: 2 } },
];
