import { z } from 'zod';
export * from './bare.ts';
export * from './blank.ts';
export * from './fields.ts';
export * from './ids.ts';
export * from './keyed.ts';
export * from './some.ts';
export * from './audience.ts';
export * from './table.ts';

/** A row's identity: a UUID made by the client (version 7, so that rows sort by birth). */
export const id = z.uuid();

/** What every stored row carries beside its own fields. */
export const recordBase = { id, productionId: id, version: z.int().min(1), deletedAt: z.string().nullable() };

const CONTROL = /(?![\n\t])\p{Cc}/u;

const HALF = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;

/** True for text with half a character in it (a lone surrogate) or a zero byte: no file and no database holds it. */
export const isUnstorable = (text: string): boolean => HALF.test(text) || text.includes('\u0000');

/** Where in a value text lies that can’t be stored; null when nowhere. */
export function unstorableIn(value: unknown, at: (string | number)[] = []): (string | number)[] | null {
  if (typeof value === 'string') return isUnstorable(value) ? at : null;
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, inner] of Object.entries(value)) {
    const step = Array.isArray(value) ? Number(key) : key;
    if (isUnstorable(key)) return [...at, step];
    const found = unstorableIn(inner, [...at, step]);
    if (found) return found;
  }
  return null;
}

/** Text of one line, trimmed, refused in words when too long or with control characters. */
export const line = (label: string, max: number) =>
  z
    .string({ error: `${label} is text.` })
    .trim()
    .max(max, `${label} may have ${max} characters at most.`)
    .refine((t) => !CONTROL.test(t) && !HALF.test(t), `${label} holds a character that can't be shown; type it anew.`);

/** A line that may not be empty. */
export const requiredLine = (label: string, max: number) => line(label, max).min(1, `${label} is missing.`);

/** Minutes from 0 to `max`, fractions allowed. */
export const minutes = (label: string, max = 1440) =>
  z
    .number({ error: `${label} is a number of minutes.` })
    .min(0, `${label} can't be negative.`)
    .max(max, `${label} may be ${max} min at most.`);

/** A minute of a shooting day, counted from local midnight; may pass 1440. */
export const minuteOfDay = (label: string) =>
  z
    .number({ error: `${label} is a time of day.` })
    .min(0, `${label} can't be before midnight.`)
    .max(2880, `${label} is more than two days on.`);

/** Where a row stands in a list: any finite number, so that a row can be put between two others. */
export const position = z.number().refine(Number.isFinite);

/** The next free position at the end of a list. */
export function positionAfter(rows: readonly { position: number }[]): number {
  return rows.reduce((max, row) => Math.max(max, row.position), 0) + 1;
}

/**
 * New positions after moving the row at `from` to index `to`: only the rows whose position must change.
 * A row put between two others takes the middle, so that a move writes one row; when the middle can no
 * longer be told apart all are numbered anew.
 */
export function moveTo<T extends { id: string; position: number }>(
  rows: readonly T[],
  from: number,
  to: number,
): { id: string; position: number }[] {
  const moved = rows[from];
  if (!moved || from === to || to < 0 || to >= rows.length) return [];
  const rest = rows.filter((_, i) => i !== from);
  const before = rest[to - 1]?.position ?? (rest[0]?.position ?? 1) - 2;
  const after = rest[to]?.position ?? before + 2;
  const middle = (before + after) / 2;
  if (middle > before && middle < after) return [{ id: moved.id, position: middle }];
  rest.splice(to, 0, moved);
  return rest.map((row, i) => ({ id: row.id, position: i + 1 }));
}
