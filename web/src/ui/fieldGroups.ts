import type { Column } from './column.ts';

/** Fewer fields than this stand in one piece: a press to see three more is a nuisance. */
const ONE_PIECE = 20;
/** How many stand first where they are parted. */
const FIRST = 14;

export type Editable<R> = Column<R> & { edit: NonNullable<Column<R>['edit']> };

/** The fields of a row in two groups, each in the table’s order: those the table gives up last, and the rest. */
export function grouped<R>(columns: readonly Column<R>[]): { first: Editable<R>[]; more: Editable<R>[] } {
  const all = columns.filter((c): c is Editable<R> => c.edit !== undefined);
  if (all.length <= ONE_PIECE) return { first: all, more: [] };
  const kept = new Set([...all].sort((a, b) => (a.extra ?? 0) - (b.extra ?? 0)).slice(0, FIRST));
  return { first: all.filter((c) => kept.has(c)), more: all.filter((c) => !kept.has(c)) };
}

/** A field of sentences takes the sheet’s whole width; short ones stand side by side. */
export const isLong = (column: { width: string }): boolean => column.width.includes('fr');
