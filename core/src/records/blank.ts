import type { z } from 'zod';

/** Nothing, in a field's own kind: null where that may stand, else the empty of its kind; null when there is none. */
export function blankOf(schema: z.ZodType | undefined): unknown {
  return [null, '', [], {}, false, 0].find((nothing) => schema?.safeParse(nothing).success) ?? null;
}
