import type { Grouping } from './column.ts';

/** A line of a table as it is drawn: a row by its number, or a heading above some. */
export type Line = { row: number } | { title: string; note: string };

/** Rows in the order drawn, and where a heading stands before one: groups in the order of their first rows. */
export function linesOf<R, T extends { original: R }>(
  rows: readonly T[],
  grouping: Pick<Grouping<R>, 'of' | 'note'> | undefined,
): { shown: readonly T[]; lines: Line[] } {
  if (!grouping) return { shown: rows, lines: rows.map((_, row) => ({ row })) };
  const parts = new Map<string, T[]>();
  for (const row of rows) {
    const key = grouping.of(row.original);
    const part = parts.get(key);
    if (part) part.push(row);
    else parts.set(key, [row]);
  }
  let at = 0;
  const lines = [...parts].flatMap(([title, part]): Line[] => [
    { title: title || 'none', note: grouping.note?.(part.map((r) => r.original)) ?? `${part.length}` },
    ...part.map((): Line => ({ row: at++ })),
  ]);
  return { shown: [...parts.values()].flat(), lines };
}

/** What a row says in all columns, in small letters; found once a row. */
export function textsOf<R extends object>(
  columns: readonly { value: (row: R) => string | number | null }[],
): (row: R) => string {
  const texts = new WeakMap<R, string>();
  return (row) => {
    const known = texts.get(row);
    if (known !== undefined) return known;
    const text = columns
      .map((c) => c.value(row) ?? '')
      .join('\n')
      .toLowerCase();
    texts.set(row, text);
    return text;
  };
}

/** Rows in which the words stand; all where there are none. */
export function havingWords<R, T extends { original: R }>(
  rows: readonly T[],
  words: string,
  textOf: (row: R) => string,
): readonly T[] {
  const wanted = words.trim().toLowerCase();
  return wanted === '' ? rows : rows.filter((row) => textOf(row.original).includes(wanted));
}
