import type { z } from 'zod';

/**
 * Nothing, in a field's own kind: null where that may stand, else the empty of its kind. A field that may not be empty,
 * or is not known, gets the empty of the kind of the value it had: '' for a text, else null.
 */
export function blankOf(schema: z.ZodType | undefined, had?: unknown): unknown {
  const nothing = [null, '', [], {}, false, 0].find((each) => schema?.safeParse(each).success);
  if (nothing !== undefined) return nothing;
  return typeof had === 'string' ? '' : null;
}
