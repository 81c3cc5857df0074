import { z } from 'zod';

/** RFC 9457 problem details, with plain words in `detail` and one entry per field that was refused. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  code: z.string(),
  detail: z.string(),
  issues: z.array(z.object({ path: z.array(z.union([z.string(), z.number()])), message: z.string() })).optional(),
  /** On a conflict: the row as it now is. */
  current: z.record(z.string(), z.unknown()).optional(),
});
export type Problem = z.infer<typeof problem>;
