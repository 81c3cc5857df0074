/** A number as it is typed: sign, digits, and at most one point or comma before its decimals. */
const TYPED = /^\s*(-?\d+)(?:([.,])(\d+))?\s*$/;

/** The typed number moved by so many of its last place, written as it was (its comma, its decimals); null where it is no plain number. */
export function stepped(typed: string, by: number): string | null {
  const [, whole, mark = '.', decimals = ''] = TYPED.exec(typed) ?? [];
  if (whole === undefined) return null;
  const next = Number(`${whole}.${decimals || '0'}`) + by / 10 ** decimals.length;
  return next.toFixed(decimals.length).replace('.', mark);
}
