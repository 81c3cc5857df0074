import { withIds } from '../../base/records/index.ts';
import { OF_THE_SHOOT } from '../tables/index.ts';

/** Rows of a plan by table. */
export type PlanLists = Readonly<Record<string, readonly object[]>>;

/**
 * The rows of a plan once more, as another production’s: every row has an id of its own, and whatever named a row by its id names the new one,
 * however deep it lies, also within a longer key. What was found on cameras does not go along: nobody has looked at them for this job.
 */
export function copyOfPlan(
  lists: PlanLists,
  { from, to, newId }: { from: string; to: string; newId: () => string },
): Record<string, object[]> {
  const left: ReadonlySet<string> = OF_THE_SHOOT;
  const ids = new Map<string, string>([[from, to]]);
  for (const [table, rows] of Object.entries(lists))
    if (!left.has(table)) for (const row of rows) if ('id' in row) ids.set(String(row.id), newId());
  return Object.fromEntries(
    Object.entries(lists).map(([table, rows]) => [
      table,
      left.has(table)
        ? []
        : rows.map((row) => ({
            ...(withIds(row, ids) as object),
            version: 1,
            deletedAt: null,
            ...(table === 'cameras' ? { settings: {} } : {}),
          })),
    ]),
  );
}
