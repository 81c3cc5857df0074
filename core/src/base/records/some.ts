import type { z } from 'zod';

export type SomeChecked =
  | { success: true; data: Record<string, unknown> }
  | { success: false; issues: { path: (string | number)[]; message: string }[] };

/**
 * Checks some fields of a thing by the schema of the whole: each by its own rule, and, where the whole is given, by the rules between
 * fields too. A field that the schema doesn't know is refused. A schema with such rules can't be made partial; this can be asked of any.
 */
export function checkSome(
  schema: z.ZodObject,
  values: Readonly<Record<string, unknown>>,
  whole?: Readonly<Record<string, unknown>>,
): SomeChecked {
  const data: Record<string, unknown> = {};
  const issues: { path: (string | number)[]; message: string }[] = [];
  for (const [field, value] of Object.entries(values)) {
    const own = (schema.shape as Record<string, z.ZodType | undefined>)[field];
    const checked = own?.safeParse(value);
    if (!checked) issues.push({ path: [field], message: `There is no field ${field} here.` });
    else if (checked.success) data[field] = checked.data;
    else
      for (const { path, message } of checked.error.issues)
        issues.push({ path: [field, ...(path as (string | number)[])], message });
  }
  if (issues.length === 0 && whole) {
    const together = schema.safeParse({ ...whole, ...data });
    // What was wrong with the whole before is not this edit's to answer for: only what touches its fields.
    const touched = together.success ? [] : together.error.issues.filter((i) => String(i.path[0]) in data);
    for (const { path, message } of touched) issues.push({ path: path as (string | number)[], message });
  }
  return issues.length > 0 ? { success: false, issues } : { success: true, data };
}

/** The same, or an error in words. */
export function someOf(
  schema: z.ZodObject,
  values: Readonly<Record<string, unknown>>,
  whole?: Readonly<Record<string, unknown>>,
): Record<string, unknown> {
  const checked = checkSome(schema, values, whole);
  if (!checked.success) throw new Error(checked.issues[0]!.message);
  return checked.data;
}
