import type { z } from 'zod';

/**
 * For whom a field is meant beside the owner, who reads all: `work`, whoever logs or copies (their figures are worked out from it);
 * `sheet`, whoever reads the call sheet. `owner` says outright that nobody else does.
 */
export type Audience = 'owner' | 'work' | 'sheet';

const MEANT_FOR = new WeakMap<z.ZodType, readonly Audience[]>();

/** Fields of a table that these may read. Said beside the fields: one that says nothing is nobody's but the owner's, and a test fails for it. */
export function readBy<S extends z.ZodRawShape>(audiences: Audience | readonly Audience[], shape: S): S {
  const list = typeof audiences === 'string' ? [audiences] : audiences;
  // Each field is a schema of its own: `id` stands in many tables, and is not for the same people in each.
  const own = Object.entries(shape).map(([name, schema]) => {
    const field = (schema as z.ZodType).clone();
    MEANT_FOR.set(field, list);
    return [name, field];
  });
  return Object.fromEntries(own) as S;
}

/** For whom a field is meant; null when nobody said. */
export const audiencesOf = (field: z.ZodType): readonly Audience[] | null => MEANT_FOR.get(field) ?? null;
